import type { AnswerOf, AppendSchema, StoredLogSchema } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import {
  type Debrief,
  type DebriefKit,
  debriefIssues,
  debriefLines,
  debriefSteps,
  leavesKit,
  UseLogSchema,
  undoneSteps,
} from '@ivrak/core/incident';
import { KitIdSchema, type ReachTime } from '@ivrak/core/model';
import { openedAgain } from '@ivrak/core/staging';
import { and, asc, count, desc, eq, inArray, isNull, ne } from 'drizzle-orm';
import type * as z from 'zod';
import type { Db, Tx } from '../db/database.ts';
import { type Change, note } from '../db/journal.ts';
import { touchKit } from '../db/kitVersion.ts';
import { kits, reachTimes, units, useEntries, useEvents, useLogs, uses } from '../db/schema.ts';
import { notFound, Problem, parseOr422, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { findKit } from '../kits/store.ts';
import { toReachTimeRow } from '../records/reachTimes.ts';
import { receivedOf } from '../records/registry.ts';
import { takeFromUnit } from '../units/takes.ts';
import { readEntry, sortOut } from './sortOut.ts';
import { findUsedTwice } from './usedTwice.ts';

type StoredLog = z.output<typeof StoredLogSchema>;
type Appended = AnswerOf<typeof contract.addUseEntries>;
const MOST_LISTED = 100;
const ROWS_AT_ONCE = 500;
const LogIdSchema = UseLogSchema.pick({ id: true });

/** Logs of use as they are written: entries are only added, each once, whoever sends them how often. */
export const useLogRoutes = (here: Installation): Served[] => [
  serve(contract.listUseLogs, async () => {
    const rows = await here.db.select().from(useLogs).orderBy(desc(useLogs.startedAt)).limit(MOST_LISTED);
    const counts = new Map(
      (await here.db.select({ logId: useEntries.logId, entries: count() }).from(useEntries).groupBy(useEntries.logId)).map(
        ({ logId, entries }) => [logId, entries] as const,
      ),
    );
    return {
      logs: rows.map((row) => {
        const { entries: _, debriefs: __, received: ___, putAside: ____, ...short } = toLog(row, []);
        return { ...short, entryCount: counts.get(row.id) ?? 0 };
      }),
    };
  }),
  serve(contract.getUseLog, ({ params }) => findLog(here.db, params.id)),
  serve(contract.addUseEntries, ({ params, body, who }) =>
    here.atOnce((tx) => append(here, tx, who, parseOr422(LogIdSchema, params).id, body)),
  ),
  serve(contract.debriefUseLog, ({ params, body, who }) => here.db.transaction((tx) => debrief(here, tx, who, params.id, body))),
];

async function readLog(db: Db | Tx, row: typeof useLogs.$inferSelect): Promise<StoredLog> {
  const entries = await db.select().from(useEntries).where(eq(useEntries.logId, row.id)).orderBy(asc(useEntries.position));
  return toLog(row, entries);
}

function toLog(row: typeof useLogs.$inferSelect, entries: readonly (typeof useEntries.$inferSelect)[]): StoredLog {
  const { id, kitIds, startedAt, isOpen, debriefs, putAside, version } = row;
  const [first = ''] = kitIds;
  return {
    id,
    kitId: KitIdSchema.parse(first),
    kitIds,
    startedAt: new Date(startedAt).toISOString(),
    entries: entries.map(({ data }) => data),
    isOpen,
    debriefs,
    received: receivedOf(entries),
    putAside,
    version,
  };
}

async function findLog(db: Db | Tx, id: string): Promise<StoredLog> {
  const [row] = await db.select().from(useLogs).where(eq(useLogs.id, id));
  if (row === undefined) throw notFound('log of use', id);
  return readLog(db, row);
}

/**
 * What is written in the moment is never refused for what it names: a unit or a kit that is not there any more is for the debrief to
 * settle, and what cannot be read is put aside. An entry that comes late, from a phone that was away, opens a closed log again.
 */
async function append(
  here: Installation,
  tx: Tx,
  who: string,
  id: string,
  { kitId, startedAt, entries: sent }: z.output<typeof AppendSchema>,
): Promise<Appended> {
  const receivedAt = new Date().toISOString();
  const begun = await tx
    .insert(useLogs)
    .values({ id, kitIds: [kitId], startedAt })
    .onConflictDoNothing()
    .returning({ id: useLogs.id });
  if (begun.length > 0) await note(tx, who, [{ what: 'use begun', subject: id, after: { kitId, startedAt } }]);
  // Two phones write one log: the second waits for the first.
  await tx.select({ id: useLogs.id }).from(useLogs).where(eq(useLogs.id, id)).for('update');
  const before = await findLog(tx, id);
  const reads = sent.map(readEntry);
  const ids = reads.flatMap(({ entry }) => entry?.id ?? []);
  const { fresh, putAside, results } = sortOut(reads, { before, receivedAt, elsewhere: await idsElsewhere(tx, id, ids) });
  if (fresh.length === 0 && putAside.length === 0) return { ...before, results };
  for (let at = 0; at < fresh.length; at += ROWS_AT_ONCE)
    await tx.insert(useEntries).values(fresh.slice(at, at + ROWS_AT_ONCE).map((data) => ({ id: data.id, logId: id, data, receivedAt })));
  const used = fresh.flatMap((entry) => (entry.do === 'used' && entry.unitId !== null ? [entry.unitId] : []));
  const from = used.length === 0 ? [] : await tx.select({ kitId: units.kitId }).from(units).where(inArray(units.id, used));
  const kitIds = [...new Set([...before.kitIds, ...from.flatMap((unit) => unit.kitId ?? [])])];
  await tx
    .update(useLogs)
    .set({ kitIds, isOpen: true, putAside: [...before.putAside, ...putAside], version: before.version + 1 })
    .where(eq(useLogs.id, id));
  await note(tx, who, [{ what: 'use logged', subject: id, after: [...fresh, ...putAside] }]);
  await findUsedTwice(here, tx, who, { id, kitId, known: before.entries, debriefs: before.debriefs, fresh });
  return { ...(await findLog(tx, id)), results };
}

/** Of the ids that were sent, those that stand in other logs. */
async function idsElsewhere(tx: Tx, id: string, ids: readonly string[]): Promise<ReadonlySet<string>> {
  if (ids.length === 0) return new Set();
  const rows = await tx
    .select({ id: useEntries.id })
    .from(useEntries)
    .where(and(inArray(useEntries.id, [...ids]), ne(useEntries.logId, id)));
  return new Set(rows.map((row) => row.id));
}

/** What a kit is to a debrief. */
const toDebriefKit = (here: Installation, { id, name, units: own, modules, containerId }: StoredKit): DebriefKit => ({
  id,
  name,
  units: own,
  modules,
  isVacuumPacked: here.catalog.container(containerId)?.make === 'vacuumRoll',
});

async function kitsOf(tx: Tx, kitIds: readonly string[]): Promise<StoredKit[]> {
  // A kit that was retired meanwhile has nothing left to reconcile.
  const inUse = await tx
    .select({ id: kits.id })
    .from(kits)
    .where(and(inArray(kits.id, [...kitIds]), isNull(kits.retiredOn)));
  const found: StoredKit[] = [];
  for (const id of kitIds) if (inUse.some((kit) => kit.id === id)) found.push(await findKit(tx, id));
  return found;
}

async function debrief(
  here: Installation,
  tx: Tx,
  who: string,
  id: string,
  { version, ...said }: Debrief & { version: number },
): Promise<StoredLog> {
  const log = await findLog(tx, id);
  const claimed = await tx
    .update(useLogs)
    .set({ isOpen: false, debriefs: [...log.debriefs, said], version: version + 1 })
    .where(and(eq(useLogs.id, id), eq(useLogs.version, version)))
    .returning({ id: useLogs.id });
  if (claimed.length === 0)
    throw new Problem(409, 'Changed meanwhile', `The log is at version ${log.version}; your debrief was made on version ${version}.`, {
      current: log,
    });
  const kits = await kitsOf(tx, log.kitIds);
  const lines = debriefLines(
    log,
    log.debriefs,
    kits.map((kit) => toDebriefKit(here, kit)),
    here.catalog.kinds,
  );
  const issues = debriefIssues(said, lines);
  for (const [index, lesson] of said.lessons.entries()) {
    if (lesson.what === 'other') continue;
    if (!kits.some((kit) => kit.id === lesson.kitId))
      issues.push({ path: `lessons.${index}.kitId`, message: `the kit "${lesson.kitId}" was not used here` });
    if (lesson.what === 'slow' && !here.catalog.kinds.has(lesson.kind))
      issues.push({ path: `lessons.${index}.kind`, message: `"${lesson.kind}" is not in the catalogue` });
  }
  if (issues.length > 0) throw unacceptable(issues);
  const changes: Change[] = [];
  for (const kit of kits) changes.push(...(await reconcile(here, tx, log, kit, said)));
  await keepTimes(tx, who, log, kits, said);
  await note(tx, who, [{ what: 'use debriefed', subject: id, after: said }, ...changes]);
  return findLog(tx, id);
}

/** Takes out of a kit what left it, and writes it down among its uses; a kit that was opened has to be closed anew. */
async function reconcile(here: Installation, tx: Tx, log: StoredLog, kit: StoredKit, said: Debrief): Promise<Change[]> {
  const kindOf = new Map<string, string>(kit.units.map(({ id, kind }) => [id, kind]));
  const touched = [...said.units.entries()].filter(([, { unitId, fate }]) => kindOf.has(unitId) && fate !== 'untouched');
  if (touched.length === 0) return [];
  const lines = touched.map(([, { unitId }]) => ({ unitId, kitId: kit.id, kind: kindOf.get(unitId) ?? '' }));
  const steps = debriefSteps(lines, [toDebriefKit(here, kit)], here.catalog.kinds);
  const opened = kit.modules.filter(({ unitIds }) => touched.some(([, { unitId }]) => unitIds.includes(unitId))).map(({ id }) => id);
  await tx
    .update(kits)
    .set({ stage: openedAgain(kit.stage, opened, undoneSteps(steps, said.steps)) })
    .where(eq(kits.id, kit.id));
  await touchKit(tx, kit.id);
  const gone = touched.filter(([, { fate }]) => leavesKit(fate));
  if (gone.length === 0) return [];
  const useId = `${log.id}-${kit.id}-${log.debriefs.length}`;
  await tx.insert(uses).values({ id: useId, kitId: kit.id, at: log.startedAt });
  const changes: Change[] = [];
  for (const [index, { unitId, fate, pieces }] of gone) {
    const place = fate === 'used' ? 'used' : 'discarded';
    const { change, kind } = await takeFromUnit(
      here,
      tx,
      kit.id,
      { unitId, count: pieces },
      { unitId: `units.${index}.unitId`, count: `units.${index}.pieces` },
      place,
    );
    changes.push(change);
    await tx
      .insert(useEvents)
      .values({ id: `${useId}-${index}`, useId, at: atOf(log, unitId), unitId, kind, pieces, note: fate === 'used' ? '' : fate });
  }
  return changes;
}

const atOf = (log: StoredLog, unitId: string): string =>
  log.entries.findLast((entry) => entry.do === 'used' && entry.unitId === unitId)?.at ?? log.startedAt;

/** What took too long is a time that was taken: Carry reckons with it as with the stopwatch's. */
async function keepTimes(tx: Tx, who: string, log: StoredLog, kits: readonly StoredKit[], said: Debrief): Promise<void> {
  for (const [index, lesson] of said.lessons.entries()) {
    if (lesson.what !== 'slow') continue;
    const kit = kits.find(({ id }) => id === lesson.kitId);
    if (kit === undefined) continue;
    const time: ReachTime = {
      id: `${log.id}-${log.debriefs.length}-${index}`.slice(-64),
      kitId: kit.id,
      kind: lesson.kind,
      positionId: kit.positionId,
      conditions: { hands: 'both', isSeated: false, isDark: false, isGloved: false },
      seconds: lesson.seconds,
      at: log.startedAt,
      who,
    };
    await tx.insert(reachTimes).values(toReachTimeRow(time));
  }
}
