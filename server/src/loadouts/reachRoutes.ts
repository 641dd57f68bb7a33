import * as contract from '@ivrak/contract';
import { eq } from 'drizzle-orm';
import { note } from '../db/journal.ts';
import { kits, plans, reachTimes } from '../db/schema.ts';
import { type Issue, notFound, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { writeRow } from '../records/customRecords.ts';
import { toReachTime, toReachTimeRow } from '../records/reachTimes.ts';
import { reachChanges } from './world.ts';

export const reachRoutes = (here: Installation): Served[] => [
  serve(contract.getReachPlan, () => reachChanges(here.db)),
  serve(contract.saveReachPlan, async ({ body: { data, version }, who }) => {
    const issues: Issue[] = Object.keys(data.drawS)
      .filter((id) => here.catalog.position(id) === undefined)
      .map((id) => ({ path: `data.drawS.${id}`, message: `unknown carry position "${id}"` }));
    if (issues.length > 0) throw unacceptable(issues);
    return here.db.transaction((tx) => writeRow(tx, { table: plans, noun: 'reach plan', who, data, version }));
  }),
  serve(contract.addReachTime, async ({ body, who }) => {
    const issues: Issue[] = [];
    const [kit] = await here.db.select({ id: kits.id }).from(kits).where(eq(kits.id, body.kitId));
    if (kit === undefined) issues.push({ path: 'kitId', message: `there is no kit "${body.kitId}"` });
    if (!here.catalog.kinds.has(body.kind)) issues.push({ path: 'kind', message: `"${body.kind}" is not in the catalogue` });
    if (here.catalog.position(body.positionId) === undefined)
      issues.push({ path: 'positionId', message: `unknown carry position "${body.positionId}"` });
    const [same] = await here.db.select().from(reachTimes).where(eq(reachTimes.id, body.id));
    // Sent again by a browser that did not hear the answer: kept once.
    if (same !== undefined) return toReachTime(same);
    if (issues.length > 0) throw unacceptable(issues);
    const row = toReachTimeRow({ ...body, who });
    await here.db.transaction(async (tx) => {
      await tx.insert(reachTimes).values(row);
      await note(tx, who, [{ what: 'reach measured', subject: body.kitId, after: row }]);
    });
    return toReachTime(row);
  }),
  serve(contract.deleteReachTime, async ({ params, who }) => {
    const id = params.id;
    const [row] = await here.db.select().from(reachTimes).where(eq(reachTimes.id, id));
    if (row === undefined) throw notFound('measured time', id);
    await here.db.transaction(async (tx) => {
      await tx.delete(reachTimes).where(eq(reachTimes.id, id));
      await note(tx, who, [{ what: 'measured time taken out', subject: row.kitId, before: row }]);
    });
    return { removed: id };
  }),
];
