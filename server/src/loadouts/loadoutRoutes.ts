import { CarryKitSchema, kitConflicts, LoadoutViewSchema, loadoutView, plannedOn, type TakenKit, takeList } from '@ivrak/core/loadout';
import {
  emptyWeek,
  LoadoutSchema,
  PersonIdSchema,
  type PlainDate,
  PlainDateSchema,
  ReachTimeSchema,
  WEEKDAYS,
  WeekPlanSchema,
} from '@ivrak/core/model';
import { ReachChangesRowSchema } from '@ivrak/core/reach';
import { asc, eq } from 'drizzle-orm';
import * as z from 'zod';
import { KIND_CATALOG, positionOf, positionsNow } from '../catalog/catalog.ts';
import type { Db, Tx } from '../db/open.ts';
import { kits, loadouts, people, weekPlans } from '../db/schema.ts';
import { type Issue, notFound, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { removeRow, writeRow } from '../records/customRecords.ts';
import { carryKits, carryWorld, listReachTimes, reachChanges } from './world.ts';

const VersionSchema = z.number().int().positive();
const StoredLoadoutSchema = z.object({ id: z.string(), data: LoadoutSchema, version: VersionSchema });
const StoredWeekSchema = z.object({ id: z.string(), data: WeekPlanSchema, version: VersionSchema });
const ConflictSchema = z.object({
  kitId: z.string(),
  loadouts: z.tuple([z.string(), z.string()]),
  days: z.array(z.enum(WEEKDAYS)),
});

/** A loadout from before a question was asked takes the question's default. */
const listLoadouts = async (db: Db) =>
  (await db.select().from(loadouts).orderBy(asc(loadouts.id))).map((row) => ({ ...row, data: LoadoutSchema.parse(row.data) }));
const listWeeks = (db: Db) => db.select().from(weekPlans).orderBy(asc(weekPlans.id));

export const loadoutRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/loadouts',
    summary: 'Loadouts, what each holds in time, and kits that two people would have at once',
    response: z.object({
      loadouts: z.array(StoredLoadoutSchema.extend({ view: LoadoutViewSchema.nullable() })),
      conflicts: z.array(ConflictSchema),
    }),
    handle: async () => {
      const rows = await listLoadouts(db);
      const world = await carryWorld(db, today());
      const weeks = (await listWeeks(db)).map(({ data }) => data);
      return {
        loadouts: rows.map((row) => ({ ...row, view: loadoutView(row.data, world) })),
        conflicts: kitConflicts(
          rows.map(({ data }) => data),
          weeks,
        ),
      };
    },
  }),
  route({
    method: 'get',
    path: '/api/today',
    summary: 'Who has which loadouts today, and which of their kits are not ready',
    response: z.object({
      on: PlainDateSchema,
      people: z.array(
        z.object({
          personId: z.string(),
          name: z.string(),
          loadouts: z.array(
            z.object({ id: z.string(), name: z.string(), situation: z.string(), take: z.number(), notReady: z.array(z.string()) }),
          ),
        }),
      ),
    }),
    handle: async () => {
      const on = today();
      const weeks = (await listWeeks(db)).map(({ data }) => data);
      const rows = (await listLoadouts(db)).map(({ data }) => data);
      const planned = plannedOn(on, rows, weeks);
      if (planned.length === 0) return { on, people: [] };
      const known = new Map((await carryKits(db, on)).map((kit): [string, TakenKit] => [kit.id, kit]));
      const positions = new Map(positionsNow().map((position) => [position.id, position]));
      const names = new Map((await db.select({ id: people.id, name: people.name }).from(people)).map(({ id, name }) => [id, name]));
      return {
        on,
        people: planned.map(({ personId, loadouts: own }) => ({
          personId,
          name: names.get(personId) ?? personId,
          loadouts: own.map((loadout) => {
            const { take } = takeList(loadout, known, positions, on, KIND_CATALOG);
            const { id, name, situation } = loadout;
            return { id, name, situation, take: take.length, notReady: take.filter(({ isReady }) => !isReady).map((line) => line.name) };
          }),
        })),
      };
    },
  }),
  route({
    method: 'get',
    path: '/api/carry',
    summary: 'Everything that loadouts are worked out from: kits, times, planning values, weeks',
    response: z.object({
      today: PlainDateSchema,
      kits: z.array(CarryKitSchema),
      loadouts: z.array(StoredLoadoutSchema),
      weeks: z.array(StoredWeekSchema),
      plan: z.object({ data: ReachChangesRowSchema, version: VersionSchema.nullable() }),
      times: z.array(ReachTimeSchema),
    }),
    handle: async () => ({
      today: today(),
      kits: await carryKits(db, today()),
      loadouts: await listLoadouts(db),
      weeks: await listWeeks(db),
      plan: await reachChanges(db),
      times: await listReachTimes(db),
    }),
  }),
  route({
    method: 'put',
    path: '/api/loadouts/:id',
    summary: 'Say which kits and things are with you in a situation, and how far off each is',
    body: z.object({ version: VersionSchema.nullable(), data: LoadoutSchema }),
    response: StoredLoadoutSchema,
    handle: async ({ params, body: { version, data }, who }) => {
      const issues: Issue[] = [];
      if (data.id !== params.id) issues.push({ path: 'data.id', message: `must be "${params.id}", as in the address` });
      const known = new Set((await db.select({ id: kits.id }).from(kits)).map(({ id }) => id));
      for (const [index, { kitId, positionId }] of data.kits.entries()) {
        if (!known.has(kitId)) issues.push({ path: `data.kits.${index}.kitId`, message: `there is no kit "${kitId}"` });
        if (data.kits.findIndex((one) => one.kitId === kitId) !== index)
          issues.push({ path: `data.kits.${index}.kitId`, message: 'stands twice' });
        if (positionId !== null && positionOf(positionId) === undefined)
          issues.push({ path: `data.kits.${index}.positionId`, message: `unknown carry position "${positionId}"` });
      }
      for (const [index, { id }] of data.own.entries())
        if (data.own.findIndex((one) => one.id === id) !== index) issues.push({ path: `data.own.${index}.id`, message: 'stands twice' });
      const crew = new Set((await db.select({ id: people.id }).from(people)).map(({ id }) => id));
      if (data.personId !== null && !crew.has(data.personId)) issues.push({ path: 'data.personId', message: 'is not in the crew' });
      if (issues.length > 0) throw unacceptable(issues);
      return db.transaction((tx) => writeRow(tx, { table: loadouts, noun: 'loadout', who, data, version }));
    },
  }),
  route({
    method: 'delete',
    path: '/api/loadouts/:id',
    summary: 'Take a loadout away, also out of the weeks that name it; its kits stay',
    query: z.object({ version: z.coerce.number().int().positive() }),
    response: z.object({ removed: z.string() }),
    handle: async ({ params, query, who }) => {
      const id = params.id ?? '';
      await db.transaction(async (tx) => {
        await removeRow(tx, { table: loadouts, noun: 'loadout', who, id, version: query.version });
        await dropFromWeeks(tx, id);
      });
      return { removed: id };
    },
  }),
  route({
    method: 'put',
    path: '/api/weeks/:id',
    summary: 'Which loadouts a person has on which weekday',
    body: z.object({ version: VersionSchema.nullable(), data: WeekPlanSchema }),
    response: StoredWeekSchema,
    handle: async ({ params, body: { version, data }, who }) => {
      const [person] = await db
        .select()
        .from(people)
        .where(eq(people.id, params.id ?? ''));
      if (person === undefined) throw notFound('person', params.id ?? '');
      const issues: Issue[] = [];
      if (data.id !== params.id) issues.push({ path: 'data.id', message: `must be "${params.id}", as in the address` });
      const known = new Set((await listLoadouts(db)).map(({ id }) => id));
      for (const day of WEEKDAYS)
        for (const [index, id] of data.days[day].entries())
          if (!known.has(id)) issues.push({ path: `data.days.${day}.${index}`, message: `there is no loadout "${id}"` });
      if (issues.length > 0) throw unacceptable(issues);
      return db.transaction((tx) => writeRow(tx, { table: weekPlans, noun: 'week', who, data, version }));
    },
  }),
];

async function dropFromWeeks(tx: Tx, loadoutId: string): Promise<void> {
  for (const { id, data, version } of await tx.select().from(weekPlans)) {
    const days = { ...emptyWeek(PersonIdSchema.parse(id)).days };
    for (const day of WEEKDAYS) days[day] = data.days[day].filter((one) => one !== loadoutId);
    if (WEEKDAYS.every((day) => days[day].length === data.days[day].length)) continue;
    await tx
      .update(weekPlans)
      .set({ data: { ...data, days }, version: version + 1 })
      .where(eq(weekPlans.id, id));
  }
}
