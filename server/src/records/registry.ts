import { schoolIssues, WEEKDAYS } from '@ivrak/core/model';
import { asc, inArray } from 'drizzle-orm';
import type { Db } from '../db/database.ts';
import {
  contentLists,
  discrepancies,
  drills,
  gtins,
  heatLogs,
  inspections,
  journal,
  kitSets,
  kits,
  loadouts,
  lots,
  notices,
  orders,
  ownContainers,
  ownKinds,
  ownPositions,
  ownSchools,
  patterns,
  people,
  plans,
  reachTimes,
  settings,
  trips,
  units,
  useEntries,
  useEvents,
  useLogs,
  uses,
  weekPlans,
} from '../db/schema.ts';
import { plannedIssues, unitIssues } from '../kits/check.ts';
import { toReachTime, toReachTimeRow } from './reachTimes.ts';
import { iso, must, mustBeKind, type References, record, type StoredRecord, whole } from './record.ts';

/** A log stands in the file with its entries, which lie in a table of their own. */
async function withEntries(db: Db, logs: readonly (typeof useLogs.$inferSelect)[]): Promise<unknown[]> {
  const ids = logs.map(({ id }) => id);
  const entries = await db.select().from(useEntries).where(inArray(useEntries.logId, ids)).orderBy(asc(useEntries.position));
  const byLog = new Map<string, typeof entries>();
  for (const entry of entries) {
    const own = byLog.get(entry.logId);
    if (own === undefined) byLog.set(entry.logId, [entry]);
    else own.push(entry);
  }
  return logs.map((log) => {
    const own = byLog.get(log.id) ?? [];
    return { ...log, startedAt: iso(log.startedAt), entries: own.map(({ data }) => data), received: receivedOf(own) };
  });
}

/** When each entry came, by its id. */
export const receivedOf = (entries: readonly (typeof useEntries.$inferSelect)[]): Record<string, string> =>
  Object.fromEntries(entries.flatMap(({ id, receivedAt }) => (receivedAt === null ? [] : [[id, iso(receivedAt)]])));

/** A kit may stand in one of these at most. */
const onceIn =
  (field: 'kitSets' | 'patterns', what: string) =>
  (rows: readonly { data: { kitIds: readonly string[] } }[], known: References): void => {
    const taken = new Set<string>();
    for (const [index, { data }] of rows.entries())
      for (const [line, kitId] of data.kitIds.entries()) {
        if (taken.has(kitId)) known.say(`${field}.${index}.data.kitIds.${line}`, `the kit "${kitId}" ${what} already`);
        taken.add(kitId);
      }
  };

/**
 * Every record that is stored, in an order in which each comes after what it refers to: an import writes them so, and empties them the
 * other way round. To store another one: a table, a migration, a list in the export file and a row here.
 */
export const STORED_RECORDS: readonly StoredRecord[] = [
  whole('ownKinds', ownKinds),
  whole('ownSchools', ownSchools, ({ data }, at, known) => {
    for (const { path, message } of schoolIssues(data, known.catalog)) known.say(`${at}.data.${path}`, message);
  }),
  whole('contentLists', contentLists, ({ data }, at, known) => {
    for (const [line, { kind }] of data.contents.entries()) mustBeKind(known, kind, `${at}.data.contents.${line}.kind`);
  }),
  whole('ownContainers', ownContainers),
  whole('ownPositions', ownPositions),
  record({ field: 'people', table: people, key: people.id }),
  record({
    field: 'lots',
    table: lots,
    key: lots.id,
    references: ({ kind }, at, known) => mustBeKind(known, kind, `${at}.kind`),
  }),
  record({
    field: 'kits',
    table: kits,
    key: kits.id,
    toFile: (kit: typeof kits.$inferSelect) => ({ ...kit, packing: kit.packing ?? null }),
    references: (kit, at, known) => {
      must(known, 'people', kit.personId, `${at}.personId`, 'person');
      for (const [index, { personId }] of kit.brief.carers.entries())
        must(known, 'people', personId, `${at}.brief.carers.${index}.personId`, 'person');
      must(known, 'containers', kit.containerId, `${at}.containerId`, 'unknown container');
      must(known, 'positions', kit.positionId, `${at}.positionId`, 'unknown carry position');
      must(known, 'schools', kit.schoolId, `${at}.schoolId`, 'unknown school');
      for (const { path, message } of plannedIssues(known.catalog, kit, `${at}.`)) known.say(path, message);
    },
  }),
  record({
    field: 'units',
    table: units,
    key: units.id,
    references: (unit, at, known) => {
      // Used-up things keep what was in them for the record.
      if (unit.place !== 'used') for (const { path, message } of unitIssues(known.catalog, unit, `${at}.`)) known.say(path, message);
      must(known, 'lots', unit.lotId, `${at}.lotId`, 'lot');
      if ((unit.place === 'kit') !== (unit.kitId !== null)) known.say(`${at}.kitId`, 'a unit has a kit if and only if its place is "kit"');
      must(known, 'kits', unit.kitId, `${at}.kitId`, 'kit');
      if (unit.condition === 'practice' && (unit.place === 'kit' || unit.place === 'stores'))
        known.say(`${at}.place`, 'a practice unit is never in a kit or among spares');
    },
  }),
  record({
    field: 'uses',
    table: uses,
    key: uses.id,
    toFile: (use: typeof uses.$inferSelect) => ({ ...use, at: iso(use.at) }),
    references: ({ kitId }, at, known) => must(known, 'kits', kitId, `${at}.kitId`, 'kit'),
  }),
  record({
    field: 'useEvents',
    table: useEvents,
    key: useEvents.id,
    toFile: (event: typeof useEvents.$inferSelect) => ({ ...event, at: iso(event.at) }),
    references: ({ useId }, at, known) => must(known, 'uses', useId, `${at}.useId`, 'use'),
  }),
  record({
    field: 'inspections',
    table: inspections,
    key: inspections.id,
    toFile: (one: typeof inspections.$inferSelect) => ({ ...one, startedAt: iso(one.startedAt) }),
    references: ({ kitId }, at, known) => must(known, 'kits', kitId, `${at}.kitId`, 'kit'),
    checkAll: (rows, known) => {
      const open = rows.filter(({ finishedOn }) => finishedOn === null).map(({ kitId }) => kitId);
      if (new Set(open).size < open.length) known.say('inspections', 'a kit has two inspections under way');
    },
  }),
  record({
    field: 'heatLogs',
    table: heatLogs,
    key: heatLogs.id,
    references: ({ positionId }, at, known) => must(known, 'positions', positionId, `${at}.positionId`, 'unknown carry position'),
  }),
  whole('notices', notices, ({ data }, at, known) => mustBeKind(known, data.kind, `${at}.data.kind`)),
  whole(
    'kitSets',
    kitSets,
    ({ data }, at, known) => {
      must(known, 'people', data.personId, `${at}.data.personId`, 'person');
      for (const [line, kitId] of data.kitIds.entries()) must(known, 'kits', kitId, `${at}.data.kitIds.${line}`, 'kit');
    },
    onceIn('kitSets', 'is in another set'),
  ),
  whole(
    'patterns',
    patterns,
    ({ data }, at, known) => {
      for (const [line, kitId] of data.kitIds.entries()) must(known, 'kits', kitId, `${at}.data.kitIds.${line}`, 'kit');
      for (const [line, { kind }] of data.lines.entries()) mustBeKind(known, kind, `${at}.data.lines.${line}.kind`);
    },
    onceIn('patterns', 'is a twin of another pattern'),
  ),
  whole('trips', trips, ({ data }, at, known) => {
    for (const [part, { kitIds, personIds }] of data.parts.entries()) {
      for (const [line, kitId] of kitIds.entries()) must(known, 'kits', kitId, `${at}.data.parts.${part}.kitIds.${line}`, 'kit');
      for (const [line, id] of personIds.entries()) must(known, 'people', id, `${at}.data.parts.${part}.personIds.${line}`, 'person');
    }
  }),
  whole('loadouts', loadouts, ({ data }, at, known) => {
    must(known, 'people', data.personId, `${at}.data.personId`, 'person');
    for (const [line, { kitId }] of data.kits.entries()) must(known, 'kits', kitId, `${at}.data.kits.${line}.kitId`, 'kit');
  }),
  whole('weekPlans', weekPlans, ({ id, data }, at, known) => {
    must(known, 'people', id, `${at}.id`, 'person');
    for (const day of WEEKDAYS)
      for (const [line, loadout] of data.days[day].entries()) must(known, 'loadouts', loadout, `${at}.data.days.${day}.${line}`, 'loadout');
  }),
  record({
    field: 'reachTimes',
    table: reachTimes,
    key: reachTimes.id,
    toFile: toReachTime,
    toRow: toReachTimeRow,
    references: ({ kitId }, at, known) => must(known, 'kits', kitId, `${at}.kitId`, 'kit'),
  }),
  whole('plans', plans),
  record({
    field: 'useLogs',
    table: useLogs,
    parts: [useEntries],
    key: useLogs.id,
    complete: withEntries,
    write: async (insert, logs) => {
      await insert(
        useLogs,
        logs.map(({ entries: _, received: __, ...log }) => log),
      );
      await insert(
        useEntries,
        logs.flatMap(({ id: logId, entries, received }) =>
          entries.map((data) => ({ id: data.id, logId, data, receivedAt: received[data.id] ?? null })),
        ),
      );
    },
    // A phone that was away may have logged on a kit that was gone by then, so nothing is asked of its kits.
    checkAll: (logs, known) => {
      const seen = new Set<string>();
      for (const [index, { id }] of logs.flatMap(({ entries }) => entries).entries()) {
        if (seen.has(id)) known.say(`useLogs.entries.${index}.id`, `"${id}" stands twice`);
        seen.add(id);
      }
    },
  }),
  // Whoever was asked, and of what, may be gone by now.
  whole('drills', drills),
  // What was wrong may be gone by now, so nothing is asked of what it names.
  whole('discrepancies', discrepancies),
  whole('orders', orders, ({ data }, at, known) => {
    for (const [line, { kind }] of data.lines.entries()) mustBeKind(known, kind, `${at}.data.lines.${line}.kind`);
  }),
  record({
    field: 'gtins',
    table: gtins,
    key: gtins.gtin,
    name: ({ gtin }) => ({ key: 'gtin', value: gtin }),
    references: ({ kind }, at, known) => mustBeKind(known, kind, `${at}.kind`),
  }),
  record({ field: 'settings', table: settings, key: settings.key, name: ({ key }) => ({ key: 'key', value: key }) }),
  // By far the longest list, and nothing refers to it: it is written out and read in row by row.
  record({
    field: 'journal',
    table: journal,
    key: journal.id,
    name: null,
    toFile: ({ id: _, at, ...entry }: typeof journal.$inferSelect) => ({ at: iso(at), ...entry }),
  }),
];
