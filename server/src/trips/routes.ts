import * as contract from '@ivrak/contract';
import { type Trip, TripSchema } from '@ivrak/core/model';
import { asc } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { kits, people, trips } from '../db/schema.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { removeRow, writeRow } from '../records/customRecords.ts';

/** Days out and convoys. */
export const tripRoutes = (here: Installation): Served[] => [
  serve(contract.listTrips, async () => ({
    trips: (await here.db.select().from(trips).orderBy(asc(trips.id))).map(({ data, ...row }) => ({
      ...row,
      data: TripSchema.parse(data),
    })),
  })),
  serve(contract.saveTrip, ({ params, body: { version, data }, who }) =>
    here.db.transaction(async (tx) => {
      const issues = await tripIssues(tx, params.id, data);
      if (issues.length > 0) throw unacceptable(issues);
      return writeRow(tx, { table: trips, noun: 'trip', who, data, version });
    }),
  ),
  serve(contract.deleteTrip, async ({ params: { id }, query: { version }, who }) => {
    await here.db.transaction((tx) => removeRow(tx, { table: trips, noun: 'trip', who, id, version }));
    return { removed: id };
  }),
];

async function tripIssues(tx: Tx, id: string, data: Trip): Promise<Issue[]> {
  const issues: Issue[] = [];
  if (data.id !== id) issues.push({ path: 'data.id', message: `must be "${id}", as in the address` });
  const known = new Set((await tx.select({ id: kits.id }).from(kits)).map((row) => row.id));
  const crew = new Set<string | null>((await tx.select({ id: people.id }).from(people)).map((row) => row.id));
  const seen = new Map<string, string>();
  const once = (one: string, path: string) => {
    const before = seen.get(one);
    if (before !== undefined) issues.push({ path, message: `is in "${before}" already` });
    return before === undefined;
  };
  for (const [index, part] of data.parts.entries()) {
    const at = `data.parts.${index}`;
    for (const [line, kitId] of part.kitIds.entries()) {
      if (!known.has(kitId)) issues.push({ path: `${at}.kitIds.${line}`, message: `there is no kit "${kitId}"` });
      if (once(`kit ${kitId}`, `${at}.kitIds.${line}`)) seen.set(`kit ${kitId}`, part.name);
    }
    for (const [line, personId] of part.personIds.entries()) {
      if (!crew.has(personId)) issues.push({ path: `${at}.personIds.${line}`, message: 'is not in the crew' });
      if (once(`person ${personId}`, `${at}.personIds.${line}`)) seen.set(`person ${personId}`, part.name);
    }
    if (part.fetcherId !== null && !part.personIds.includes(part.fetcherId))
      issues.push({ path: `${at}.fetcherId`, message: 'is not in this vehicle or boat' });
  }
  return issues;
}
