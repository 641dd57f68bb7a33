import * as contract from '@ivrak/contract';
import { kitConflicts, loadoutView, plannedOn, type TakenKit, takeList } from '@ivrak/core/loadout';
import { emptyWeek, type Loadout, LoadoutSchema, PersonIdSchema, WEEKDAYS } from '@ivrak/core/model';
import { asc, eq } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { kits, loadouts, people, weekPlans } from '../db/schema.ts';
import { type Issue, notFound, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { removeRow, writeRow } from '../records/customRecords.ts';
import { carryKits, carryWorld, listReachTimes, reachChanges } from './world.ts';

/** A loadout from before a question was asked takes the question's default. */
const listLoadouts = async (db: Db) =>
  (await db.select().from(loadouts).orderBy(asc(loadouts.id))).map((row) => ({ ...row, data: LoadoutSchema.parse(row.data) }));
const listWeeks = (db: Db) => db.select().from(weekPlans).orderBy(asc(weekPlans.id));

export const loadoutRoutes = (here: Installation): Served[] => [
  serve(contract.listLoadouts, async () => {
    const rows = await listLoadouts(here.db);
    const world = await carryWorld(here, here.db, here.today());
    const weeks = (await listWeeks(here.db)).map(({ data }) => data);
    return {
      loadouts: rows.map((row) => ({ ...row, view: loadoutView(row.data, world) })),
      conflicts: kitConflicts(
        rows.map(({ data }) => data),
        weeks,
      ),
    };
  }),
  serve(contract.getToday, () => todayOf(here)),
  serve(contract.getCarry, async () => ({
    today: here.today(),
    kits: await carryKits(here, here.db, here.today()),
    loadouts: await listLoadouts(here.db),
    weeks: await listWeeks(here.db),
    plan: await reachChanges(here.db),
    times: await listReachTimes(here.db),
  })),
  serve(contract.saveLoadout, async ({ params, body: { version, data }, who }) => {
    const issues = await loadoutIssues(here, params.id, data);
    if (issues.length > 0) throw unacceptable(issues);
    return here.db.transaction((tx) => writeRow(tx, { table: loadouts, noun: 'loadout', who, data, version }));
  }),
  serve(contract.deleteLoadout, async ({ params, query, who }) => {
    const id = params.id;
    await here.db.transaction(async (tx) => {
      await removeRow(tx, { table: loadouts, noun: 'loadout', who, id, version: query.version });
      await dropFromWeeks(tx, id);
    });
    return { removed: id };
  }),
  serve(contract.saveWeek, async ({ params, body: { version, data }, who }) => {
    const [person] = await here.db.select().from(people).where(eq(people.id, params.id));
    if (person === undefined) throw notFound('person', params.id);
    const issues: Issue[] = [];
    if (data.id !== params.id) issues.push({ path: 'data.id', message: `must be "${params.id}", as in the address` });
    const known = new Set((await listLoadouts(here.db)).map(({ id }) => id));
    for (const day of WEEKDAYS)
      for (const [index, id] of data.days[day].entries())
        if (!known.has(id)) issues.push({ path: `data.days.${day}.${index}`, message: `there is no loadout "${id}"` });
    if (issues.length > 0) throw unacceptable(issues);
    return here.db.transaction((tx) => writeRow(tx, { table: weekPlans, noun: 'week', who, data, version }));
  }),
];

/** Who has which loadouts today, and which of their kits are not ready. */
async function todayOf(here: Installation) {
  const on = here.today();
  const weeks = (await listWeeks(here.db)).map(({ data }) => data);
  const rows = (await listLoadouts(here.db)).map(({ data }) => data);
  const planned = plannedOn(on, rows, weeks);
  if (planned.length === 0) return { on, people: [] };
  const known = new Map((await carryKits(here, here.db, on)).map((kit): [string, TakenKit] => [kit.id, kit]));
  const positions = new Map(here.catalog.positions().map((position) => [position.id, position]));
  const names = new Map((await here.db.select({ id: people.id, name: people.name }).from(people)).map(({ id, name }) => [id, name]));
  return {
    on,
    people: planned.map(({ personId, loadouts: own }) => ({
      personId,
      name: names.get(personId) ?? personId,
      loadouts: own.map((loadout) => {
        const { take } = takeList(loadout, known, positions, on, here.catalog.kinds);
        const { id, name, situation } = loadout;
        return { id, name, situation, take: take.length, notReady: take.filter(({ isReady }) => !isReady).map((line) => line.name) };
      }),
    })),
  };
}

/** What a loadout names that there is not, or names twice. */
async function loadoutIssues(here: Installation, id: string, data: Loadout): Promise<Issue[]> {
  const issues: Issue[] = [];
  if (data.id !== id) issues.push({ path: 'data.id', message: `must be "${id}", as in the address` });
  const known = new Set((await here.db.select({ id: kits.id }).from(kits)).map(({ id }) => id));
  for (const [index, { kitId, positionId }] of data.kits.entries()) {
    if (!known.has(kitId)) issues.push({ path: `data.kits.${index}.kitId`, message: `there is no kit "${kitId}"` });
    if (data.kits.findIndex((one) => one.kitId === kitId) !== index)
      issues.push({ path: `data.kits.${index}.kitId`, message: 'stands twice' });
    if (positionId !== null && here.catalog.position(positionId) === undefined)
      issues.push({ path: `data.kits.${index}.positionId`, message: `unknown carry position "${positionId}"` });
  }
  for (const [index, { id: ownId }] of data.own.entries())
    if (data.own.findIndex((one) => one.id === ownId) !== index) issues.push({ path: `data.own.${index}.id`, message: 'stands twice' });
  const crew = new Set((await here.db.select({ id: people.id }).from(people)).map(({ id }) => id));
  if (data.personId !== null && !crew.has(data.personId)) issues.push({ path: 'data.personId', message: 'is not in the crew' });
  return issues;
}

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
