import type { AnswerOf } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import { dueThings } from '@ivrak/core/drill';
import { addDays, type Drill, PersonIdSchema, type PlainDate, plainConditions, ReachTimeSchema } from '@ivrak/core/model';
import { eq, gte, inArray } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { drills, inspections, kits, people, reachTimes, units } from '../db/schema.ts';
import { Problem } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { DAYS_BACK, drillsSince } from '../kits/finds.ts';
import { toReachTimeRow } from '../records/reachTimes.ts';
import { liesByKit } from './lies.ts';

type Forgotten = AnswerOf<typeof contract.listDrills>['forgotten'];
type Due = AnswerOf<typeof contract.listDrillsDue>['due'];

/** Sittings of the crew with its kits. */
export const drillRoutes = (here: Installation): Served[] => [
  serve(contract.listDrills, async () => {
    const since = addDays(here.today(), -DAYS_BACK);
    return { drills: await drillsSince(here.db, since), forgotten: await forgottenSince(here.db, since) };
  }),
  serve(contract.listDrillsDue, async () => ({ due: await dueOf(here) })),
  serve(contract.addDrills, ({ body, who, caller }) =>
    here.db.transaction(async (tx) => {
      // A phone is one person's: it tells of nobody else.
      if (caller.personId !== null && body.drills.some(({ personId }) => personId !== caller.personId))
        throw new Problem(403, 'Not yours to do', 'This device is of somebody else: it keeps sittings of its own person.');
      let kept = 0;
      for (const data of body.drills) {
        const made = await tx.insert(drills).values({ id: data.id, data }).onConflictDoNothing().returning({ id: drills.id });
        kept += made.length;
        if (made.length > 0 && data.way === 'hands') await keepTimes(tx, data);
        if (made.length > 0)
          await note(tx, who, [{ what: 'drill kept', subject: data.kitId, after: { id: data.id, person: data.personId } }]);
      }
      return { kept };
    }),
  ),
];

/** What was drawn by the stopwatch is a time that was taken: Carry reckons with it. */
async function keepTimes(tx: Tx, { id, kitId, conditions, at, personId, answers }: Drill): Promise<void> {
  const [kit] = await tx.select({ positionId: kits.positionId }).from(kits).where(eq(kits.id, kitId));
  if (kit === undefined) return;
  for (const [index, { kind, seconds, isFound }] of answers.entries()) {
    const time = ReachTimeSchema.safeParse({
      id: `${id}-${index}`.slice(-64),
      kitId,
      kind,
      positionId: kit.positionId,
      conditions: conditions ?? plainConditions(),
      seconds,
      at,
      who: personId,
    });
    // Too short to be anything but a slip of the thumb: the sitting stands all the same.
    if (isFound && time.success) await tx.insert(reachTimes).values(toReachTimeRow(time.data)).onConflictDoNothing();
  }
}

/** "I do not remember how", by whoever looked the kit through. */
async function forgottenSince(db: Db | Tx, since: PlainDate): Promise<Forgotten> {
  const rows = await db
    .select({ who: inspections.who, kitId: inspections.kitId, answers: inspections.answers })
    .from(inspections)
    .where(gte(inspections.startedAt, since));
  const said = rows.flatMap(({ who, kitId, answers }) =>
    answers.flatMap(({ unitId, remembered, at }) => (remembered === false ? [{ personId: who, kitId, unitId, at }] : [])),
  );
  if (said.length === 0) return [];
  const ids = said.map(({ unitId }) => unitId);
  const kinds = new Map(
    (await db.select({ id: units.id, kind: units.kind }).from(units).where(inArray(units.id, ids))).map((u) => [u.id, u.kind]),
  );
  return said.flatMap(({ unitId, ...one }) => (kinds.has(unitId) ? [{ ...one, kind: kinds.get(unitId) ?? '' }] : []));
}

/** For whoever carries a kit, or was asked of it before. */
async function dueOf(here: Installation): Promise<Due> {
  const today = here.today();
  const since = addDays(today, -DAYS_BACK);
  const all = await drillsSince(here.db, since);
  const forgotten = await forgottenSince(here.db, since);
  const lies = await liesByKit(here.db);
  const crew = new Set((await here.db.select({ id: people.id }).from(people)).map(({ id }) => id));
  const carried = await here.db.select({ id: kits.id, personId: kits.personId }).from(kits);
  const pairs = new Set([
    ...all.map(({ personId, kitId }) => `${personId} ${kitId}`),
    ...carried.flatMap(({ id, personId }) => (personId === null ? [] : [`${personId} ${id}`])),
  ]);
  return [...pairs].flatMap((pair): Due => {
    const [said = '', kitId = ''] = pair.split(' ');
    const personId = PersonIdSchema.safeParse(said).data;
    const own = lies.get(kitId);
    if (own === undefined || personId === undefined || !crew.has(personId)) return [];
    const missed = forgotten.filter((one) => one.personId === personId && one.kitId === kitId);
    const things = dueThings({
      drills: all,
      personId,
      kitId,
      lies: own,
      forgotten: new Map(missed.map(({ kind, at }) => [kind, at])),
      today,
    });
    if (things.length === 0) return [];
    return [{ personId, kitId, count: things.length, moved: things.filter(({ why }) => why === 'moved').length }];
  });
}
