import * as contract from '@ivrak/contract';
import { ExportFileSchema } from '@ivrak/contract';
import { asc } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { Db, Tx } from '../db/open.ts';
import {
  contentLists,
  gtins,
  heatLogs,
  inspections,
  journal,
  kits,
  loadouts,
  lots,
  notices,
  orders,
  ownContainers,
  ownKinds,
  ownPositions,
  ownSchools,
  people,
  plans,
  reachTimes,
  settings,
  units,
  useEntries,
  useEvents,
  useLogs,
  uses,
  weekPlans,
} from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { toReachTime, toReachTimeRow } from '../loadouts/world.ts';
import { type ExportFile, referenceIssues } from './file.ts';

const iso = (at: string): string => new Date(at).toISOString();

/** Reads everything in one transaction and in a fixed order, so that equal data gives an equal file. */
export async function readAll(db: Db): Promise<ExportFile> {
  return db.transaction(async (tx) => {
    const file = {
      format: 'ivrak',
      formatVersion: 6,
      ownKinds: await tx.select().from(ownKinds).orderBy(asc(ownKinds.id)),
      ownSchools: await tx.select().from(ownSchools).orderBy(asc(ownSchools.id)),
      contentLists: await tx.select().from(contentLists).orderBy(asc(contentLists.id)),
      ownContainers: await tx.select().from(ownContainers).orderBy(asc(ownContainers.id)),
      ownPositions: await tx.select().from(ownPositions).orderBy(asc(ownPositions.id)),
      heatLogs: await tx.select().from(heatLogs).orderBy(asc(heatLogs.id)),
      inspections: (await tx.select().from(inspections).orderBy(asc(inspections.id))).map((one) => ({
        ...one,
        startedAt: iso(one.startedAt),
      })),
      notices: await tx.select().from(notices).orderBy(asc(notices.id)),
      loadouts: await tx.select().from(loadouts).orderBy(asc(loadouts.id)),
      weekPlans: await tx.select().from(weekPlans).orderBy(asc(weekPlans.id)),
      reachTimes: (await tx.select().from(reachTimes).orderBy(asc(reachTimes.id))).map(toReachTime),
      plans: await tx.select().from(plans).orderBy(asc(plans.id)),
      people: await tx.select().from(people).orderBy(asc(people.id)),
      lots: await tx.select().from(lots).orderBy(asc(lots.id)),
      kits: (await tx.select().from(kits).orderBy(asc(kits.id))).map((kit) => ({ ...kit, packing: kit.packing ?? null })),
      units: await tx.select().from(units).orderBy(asc(units.id)),
      uses: (await tx.select().from(uses).orderBy(asc(uses.id))).map((use) => ({ ...use, at: iso(use.at) })),
      useEvents: (await tx.select().from(useEvents).orderBy(asc(useEvents.id))).map((event) => ({ ...event, at: iso(event.at) })),
      useLogs: await logsWithEntries(tx),
      orders: await tx.select().from(orders).orderBy(asc(orders.id)),
      gtins: await tx.select().from(gtins).orderBy(asc(gtins.gtin)),
      journal: (await tx.select().from(journal).orderBy(asc(journal.id))).map(({ id: _, at, ...entry }) => ({ at: iso(at), ...entry })),
      settings: await tx.select().from(settings).orderBy(asc(settings.key)),
    };
    return ExportFileSchema.parse(file);
  });
}

async function logsWithEntries(tx: Tx) {
  const entries = await tx.select().from(useEntries).orderBy(asc(useEntries.position));
  const logs = await tx.select().from(useLogs).orderBy(asc(useLogs.id));
  return logs.map((log) => ({
    ...log,
    startedAt: iso(log.startedAt),
    entries: entries.filter(({ logId }) => logId === log.id).map(({ data }) => data),
  }));
}

/** In an order that no reference is in the way of. */
const EMPTIED = [
  weekPlans,
  reachTimes,
  plans,
  ownKinds,
  ownSchools,
  ownContainers,
  ownPositions,
  contentLists,
  useEvents,
  uses,
  useEntries,
  useLogs,
  orders,
  inspections,
  heatLogs,
  notices,
  loadouts,
  units,
  kits,
  lots,
  people,
  gtins,
  journal,
  settings,
];

/** Replaces everything by what the file holds, or throws 422 and changes nothing. The file's journal goes on as ours. */
export async function replaceAll(here: Installation, file: ExportFile): Promise<void> {
  const issues = referenceIssues(file);
  if (issues.length > 0) throw unacceptable(issues.slice(0, 100));
  await here.db.transaction(async (tx) => {
    for (const table of EMPTIED) await tx.delete(table);
    await insertAll(tx, ownKinds, file.ownKinds);
    await insertAll(tx, ownSchools, file.ownSchools);
    await insertAll(tx, contentLists, file.contentLists);
    await insertAll(tx, ownContainers, file.ownContainers);
    await insertAll(tx, ownPositions, file.ownPositions);
    await insertAll(tx, people, file.people);
    await insertAll(tx, lots, file.lots);
    await insertAll(tx, kits, file.kits);
    await insertAll(tx, units, file.units);
    await insertAll(tx, uses, file.uses);
    await insertAll(tx, useEvents, file.useEvents);
    await insertAll(tx, inspections, file.inspections);
    await insertAll(tx, heatLogs, file.heatLogs);
    await insertAll(tx, notices, file.notices);
    await insertAll(tx, loadouts, file.loadouts);
    await insertAll(tx, weekPlans, file.weekPlans);
    await insertAll(tx, reachTimes, file.reachTimes.map(toReachTimeRow));
    await insertAll(tx, plans, file.plans);
    await insertAll(
      tx,
      useLogs,
      file.useLogs.map(({ entries: _, ...log }) => log),
    );
    await insertAll(
      tx,
      useEntries,
      file.useLogs.flatMap(({ id: logId, entries }) => entries.map((data) => ({ id: data.id, logId, data }))),
    );
    await insertAll(tx, orders, file.orders);
    await insertAll(tx, gtins, file.gtins);
    await insertAll(tx, journal, file.journal);
    await insertAll(tx, settings, file.settings);
  });
  await here.catalog.load(here.db);
  await here.heat.load(here.db);
}

const ROWS_AT_ONCE = 500;

async function insertAll<T extends PgTable>(tx: Tx, table: T, rows: readonly T['$inferInsert'][]): Promise<void> {
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE)
    await tx.insert(table).values(rows.slice(at, at + ROWS_AT_ONCE) as T['$inferInsert'][]);
}

export const transferRoutes = (here: Installation): Served[] => [
  serve(contract.exportAll, () => readAll(here.db)),
  serve(contract.importAll, async ({ body }) => {
    await replaceAll(here, body);
    return { kits: body.kits.length, units: body.units.length, lots: body.lots.length };
  }),
];
