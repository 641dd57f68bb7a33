import {
  addDays,
  type PlainDate,
  PlainDateSchema,
  type Restock,
  RestockSchema,
  restockLines,
  type SpareUnit,
  UPKEEP_PLAN,
  UpkeepEventSchema,
  upkeepEvents,
} from '@ivrak/core';
import * as z from 'zod';
import { KIND_CATALOG, schoolOf } from '../catalog/catalog.ts';
import type { Db } from '../db/open.ts';
import { unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { listKits, type StoredKit } from '../kits/store.ts';
import { judge, keptKit } from '../kits/view.ts';
import { sparesOf } from '../units/rows.ts';
import { intervalOf } from './heatRows.ts';

/** A kit's next inspection plus the supplier's lead: what a spare should outlast. */
export function outlastsFor(kit: StoredKit, today: PlainDate): PlainDate {
  const due = addDays(kit.inspectedOn ?? today, intervalOf(kit).days);
  return addDays(due < today ? today : due, UPKEEP_PLAN.supplierLeadDays);
}

export async function restockPlan(db: Db, today: PlainDate): Promise<Restock> {
  const spares = new Map((await sparesOf(db)).map((unit) => [unit.id as string, unit]));
  // A stack in stores may serve several kits; what one kit was promised is taken off before the next is planned.
  const free = new Map<string, SpareUnit>([...spares].map(([id, unit]) => [id, unit]));
  const plans = [];
  for (const kit of await listKits(db)) {
    const school = schoolOf(kit.schoolId);
    if (school === undefined) continue;
    const lines = restockLines(judge(kit, today).coverage.needs, school, [...free.values()], KIND_CATALOG, {
      on: today,
      outlasts: outlastsFor(kit, today),
    });
    if (lines.length === 0) continue;
    const withTakes = lines.map((line) => ({
      ...line,
      fromStores: line.fromStores.map((spare) => {
        const stack = free.get(spare.unitId);
        const left = (stack?.count ?? 0) - spare.take;
        if (left <= 0 || stack === undefined) free.delete(spare.unitId);
        else free.set(spare.unitId, { ...stack, count: left });
        return { ...spare, version: spares.get(spare.unitId)?.version ?? 0 };
      }),
    }));
    plans.push({ kitId: kit.id as string, kitName: kit.name, lines: withTakes });
  }
  return { kits: plans };
}

/** Dated events of a kit as it is now. */
export const kitEvents = (kit: StoredKit, from: PlainDate, to: PlainDate) =>
  upkeepEvents(keptKit(kit, judge(kit, from)), from, to, KIND_CATALOG);

export const upkeepRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/upkeep',
    summary: 'Dated events of all kits: gaps, lapses, order-by dates, inspections',
    query: z.object({ from: PlainDateSchema.optional(), to: PlainDateSchema.optional() }),
    response: z.object({ from: PlainDateSchema, to: PlainDateSchema, events: z.array(UpkeepEventSchema) }),
    handle: async ({ query }) => {
      const from = query.from ?? today();
      const to = query.to ?? addDays(from, 730);
      if (to < from) throw unacceptable([{ path: 'to', message: 'lies before "from"' }]);
      const events = (await listKits(db)).flatMap((kit) => kitEvents(kit, from, to));
      return { from, to, events: events.sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0)) };
    },
  }),
  route({
    method: 'get',
    path: '/api/restock',
    summary: 'What kits miss and where it can come from',
    response: RestockSchema,
    handle: () => restockPlan(db, today()),
  }),
];
