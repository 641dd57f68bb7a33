import { ReachTimeSchema } from '@ivrak/core/model';
import { ReachChangesRowSchema } from '@ivrak/core/reach';
import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { KIND_CATALOG, positionOf } from '../catalog/catalog.ts';
import { note } from '../db/journal.ts';
import type { Db } from '../db/open.ts';
import { kits, plans, reachTimes } from '../db/schema.ts';
import { type Issue, notFound, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { writeRow } from '../records/customRecords.ts';
import { reachChanges, toReachTime, toReachTimeRow } from './world.ts';

const PlanSchema = z.object({ data: ReachChangesRowSchema, version: z.number().int().positive().nullable() });

export const reachRoutes = (db: Db): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/reach/plan',
    summary: 'Planning values of reach that were changed here; what is not in it has its shipped value',
    response: PlanSchema,
    handle: () => reachChanges(db),
  }),
  route({
    method: 'put',
    path: '/api/reach/plan',
    summary: 'Change planning values of reach; leaving one out sets it back',
    body: PlanSchema,
    response: PlanSchema,
    handle: async ({ body: { data, version }, who }) => {
      const issues: Issue[] = Object.keys(data.drawS)
        .filter((id) => positionOf(id) === undefined)
        .map((id) => ({ path: `data.drawS.${id}`, message: `unknown carry position "${id}"` }));
      if (issues.length > 0) throw unacceptable(issues);
      return db.transaction((tx) => writeRow(tx, { table: plans, noun: 'reach plan', who, data, version }));
    },
  }),
  route({
    method: 'post',
    path: '/api/reach/times',
    summary: 'Keep a time that was taken with the stopwatch',
    status: 201,
    body: ReachTimeSchema,
    response: ReachTimeSchema,
    handle: async ({ body, who }) => {
      const issues: Issue[] = [];
      const [kit] = await db.select({ id: kits.id }).from(kits).where(eq(kits.id, body.kitId));
      if (kit === undefined) issues.push({ path: 'kitId', message: `there is no kit "${body.kitId}"` });
      if (!KIND_CATALOG.has(body.kind)) issues.push({ path: 'kind', message: `"${body.kind}" is not in the catalogue` });
      if (positionOf(body.positionId) === undefined)
        issues.push({ path: 'positionId', message: `unknown carry position "${body.positionId}"` });
      const [same] = await db.select().from(reachTimes).where(eq(reachTimes.id, body.id));
      // Sent again by a browser that did not hear the answer: kept once.
      if (same !== undefined) return toReachTime(same);
      if (issues.length > 0) throw unacceptable(issues);
      const row = toReachTimeRow({ ...body, who });
      await db.transaction(async (tx) => {
        await tx.insert(reachTimes).values(row);
        await note(tx, who, [{ what: 'reach measured', subject: body.kitId, after: row }]);
      });
      return toReachTime(row);
    },
  }),
  route({
    method: 'delete',
    path: '/api/reach/times/:id',
    summary: 'Take a measured time out, where it was a slip of the thumb',
    response: z.object({ removed: z.string() }),
    handle: async ({ params, who }) => {
      const id = params.id ?? '';
      const [row] = await db.select().from(reachTimes).where(eq(reachTimes.id, id));
      if (row === undefined) throw notFound('measured time', id);
      await db.transaction(async (tx) => {
        await tx.delete(reachTimes).where(eq(reachTimes.id, id));
        await note(tx, who, [{ what: 'measured time taken out', subject: row.kitId, before: row }]);
      });
      return { removed: id };
    },
  }),
];
