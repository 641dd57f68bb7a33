import * as contract from '@ivrak/contract';
import { type Kind, schoolIssues } from '@ivrak/core/model';
import { and, eq, isNull, ne } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { gtins, kits, lots, ownKinds, ownSchools, units } from '../db/schema.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { findRow, removeRow, writeRow } from '../records/customRecords.ts';

/** Followed by retired kits whose school was taken away; nothing is worked out for them any more. */
const FALLBACK_SCHOOL = 'committee-first';

/** Own kinds and schools: added, changed, taken away. A shipped kind that is taken away is as it was shipped again. */
export const ownRoutes = (here: Installation): Served[] => [
  serve(contract.saveKind, async ({ params, body: { kind, version }, who }) => {
    if (kind.id !== params.id) throw unacceptable([{ path: 'kind.id', message: `must be "${params.id}", as in the address` }]);
    const row = await here.db.transaction(async (tx) => {
      await refuseLostStates(tx, kind);
      return writeRow(tx, { table: ownKinds, noun: 'kind', who, data: kind, version });
    });
    await here.catalog.load(here.db);
    return { kind: row.data, version: row.version };
  }),
  serve(contract.importKinds, async ({ body, who }) => {
    const answer = await here.db.transaction(async (tx) => {
      let added = 0;
      for (const [index, kind] of body.kinds.entries()) {
        await refuseLostStates(tx, kind, `kinds.${index}.`);
        const before = await findRow<Kind>(tx, ownKinds, kind.id);
        if (before === null && !here.catalog.kindShelf.isShipped(kind.id)) added += 1;
        await writeRow(tx, { table: ownKinds, noun: 'kind', who, data: kind, version: before?.version ?? null });
      }
      return { added, changed: body.kinds.length - added };
    });
    await here.catalog.load(here.db);
    return answer;
  }),
  serve(contract.deleteKind, async ({ params, query, who }) => {
    const id = params.id;
    await here.db.transaction(async (tx) => {
      if (!here.catalog.kindShelf.isShipped(id)) await refuseKindInUse(tx, id);
      await removeRow(tx, { table: ownKinds, noun: 'kind', who, id, version: query.version });
    });
    await here.catalog.load(here.db);
    return { removed: id };
  }),
  serve(contract.saveSchool, async ({ params, body: { school, version }, who }) => {
    const issues: Issue[] = schoolIssues(school, here.catalog.kinds).map(({ path, message }) => ({ path: `school.${path}`, message }));
    if (school.id !== params.id) issues.push({ path: 'school.id', message: `must be "${params.id}", as in the address` });
    if (here.catalog.schoolShelf.isShipped(school.id))
      issues.push({ path: 'school.id', message: 'is a shipped school: change a copy of it' });
    if (issues.length > 0) throw unacceptable(issues);
    const row = await here.db.transaction((tx) => writeRow(tx, { table: ownSchools, noun: 'school', who, data: school, version }));
    await here.catalog.load(here.db);
    return { school: row.data, version: row.version };
  }),
  serve(contract.deleteSchool, async ({ params, query, who }) => {
    const id = params.id;
    await here.db.transaction(async (tx) => {
      const followers = await tx
        .select({ name: kits.name })
        .from(kits)
        .where(and(eq(kits.schoolId, id), isNull(kits.retiredOn)));
      if (followers.length > 0)
        throw unacceptable([{ path: 'id', message: `${followers.map(({ name }) => `"${name}"`).join(', ')} follow this school` }]);
      await removeRow(tx, { table: ownSchools, noun: 'school', who, id, version: query.version });
      await tx.update(kits).set({ schoolId: FALLBACK_SCHOOL }).where(eq(kits.schoolId, id));
    });
    await here.catalog.load(here.db);
    return { removed: id };
  }),
];

/** A way of lying that things lie in must not go away under them. */
async function refuseLostStates(tx: Tx, kind: Kind, prefix = 'kind.'): Promise<void> {
  const rows = await tx
    .selectDistinct({ state: units.state })
    .from(units)
    .where(and(eq(units.kind, kind.id), ne(units.place, 'used'), ne(units.place, 'discarded')));
  const lost = rows.filter(({ state }) => !kind.states.some(({ id }) => id === state));
  if (lost.length > 0)
    throw unacceptable([
      { path: `${prefix}states`, message: `things lie in the state ${lost.map(({ state }) => `"${state}"`).join(', ')}: keep it` },
    ]);
}

async function refuseKindInUse(tx: Tx, id: string): Promise<void> {
  const [unit] = await tx.select({ id: units.id }).from(units).where(eq(units.kind, id)).limit(1);
  const [lot] = await tx.select({ id: lots.id }).from(lots).where(eq(lots.kind, id)).limit(1);
  const [gtin] = await tx.select({ gtin: gtins.gtin }).from(gtins).where(eq(gtins.kind, id)).limit(1);
  if (unit !== undefined || lot !== undefined || gtin !== undefined)
    throw unacceptable([{ path: 'id', message: 'units, lots or article numbers are of this kind, and history refers to them' }]);
}
