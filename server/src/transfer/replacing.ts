import { and, eq, gt, inArray, max, sql } from 'drizzle-orm';
import { CHANGES_CHANNEL, type Tx } from '../db/database.ts';
import { journal, useEntries, useLogs } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';
import { type Insert, insertIn } from '../records/record.ts';

/** How far what only grows had grown when the replacing began. */
interface Marks {
  entry: number;
  note: number;
  putAside: ReadonlySet<string>;
}

interface Replacing<T> {
  /** Fills the new tables; whatever it throws, nothing has changed. */
  fill: (insert: Insert) => Promise<T>;
  /** Called when the new ones are full and before they take their place, while no writer comes between. */
  before: () => Promise<void>;
}

/**
 * Gathers everything in tables beside the present ones, in short transactions that let others have their turn, and lets these take their
 * place in one that is short, too. What was logged of a use meanwhile goes along: it is never lost for somebody's import.
 */
export async function replaceTables<T>(here: Installation, { fill, before }: Replacing<T>): Promise<T> {
  const beside = `${here.schema}_incoming`;
  return here.exclusively('replacing', async (transaction) => {
    const marks = await transaction(marksNow);
    await here.layOut(beside);
    try {
      const inNew = <R>(work: (tx: Tx) => Promise<R>) => transaction((tx) => within(tx, beside, () => work(tx)));
      const filled = await fill(insertIn(inNew, here.letPass));
      await here.exclusively('writing', async () => {
        await before();
        await transaction((tx) => takePlace(tx, here.schema, beside, marks));
      });
      return filled;
    } finally {
      await transaction((tx) => tx.execute(sql`drop schema if exists ${sql.identifier(beside)} cascade`)).catch(() => undefined); // the next one drops it
    }
  });
}

/** Queries name no schema: which tables they mean is a matter of where is looked first. */
async function within<T>(tx: Tx, schema: string, work: () => Promise<T>): Promise<T> {
  await tx.execute(sql`set local search_path to ${sql.identifier(schema)}`);
  return work();
}

async function marksNow(tx: Tx): Promise<Marks> {
  const [entry] = await tx.select({ last: max(useEntries.position) }).from(useEntries);
  const [noted] = await tx.select({ last: max(journal.id) }).from(journal);
  const logs = await tx.select({ putAside: useLogs.putAside }).from(useLogs).where(sql`${useLogs.putAside} <> '[]'`);
  return {
    entry: entry?.last ?? 0,
    note: noted?.last ?? 0,
    putAside: new Set(logs.flatMap(({ putAside }) => putAside.map(({ id }) => id))),
  };
}

async function takePlace(tx: Tx, place: string, beside: string, marks: Marks): Promise<void> {
  // Whoever is writing an entry now ends first, and whoever comes now waits for the new tables.
  await tx.execute(sql`lock table ${useLogs}, ${useEntries}, ${journal} in exclusive mode`);
  const late = await lateOf(tx, marks);
  await within(tx, beside, () => addLate(tx, late));
  await tx.execute(sql`drop schema ${sql.identifier(place)} cascade`);
  await tx.execute(sql`alter schema ${sql.identifier(beside)} rename to ${sql.identifier(place)}`);
  await tx.execute(sql`select pg_notify(${CHANGES_CHANNEL}, ${place})`);
}

type Late = Awaited<ReturnType<typeof lateOf>>;

async function lateOf(tx: Tx, marks: Marks) {
  const entries = await tx.select().from(useEntries).where(gt(useEntries.position, marks.entry)).orderBy(useEntries.position);
  const aside = (await tx.select().from(useLogs).where(sql`${useLogs.putAside} <> '[]'`)).filter(({ putAside }) =>
    putAside.some(({ id }) => !marks.putAside.has(id)),
  );
  const ids = [...new Set([...entries.map(({ logId }) => logId), ...aside.map(({ id }) => id)])];
  if (ids.length === 0) return { entries, logs: [], notes: [] };
  const logs = await tx.select().from(useLogs).where(inArray(useLogs.id, ids));
  // Of everything else that was noted meanwhile nothing is carried over, and so neither is the note.
  const notes = await tx
    .select()
    .from(journal)
    .where(and(gt(journal.id, marks.note), inArray(journal.what, ['use begun', 'use logged']), inArray(journal.subject, ids)))
    .orderBy(journal.id);
  return { entries, logs, notes };
}

async function addLate(tx: Tx, { entries, logs, notes }: Late): Promise<void> {
  for (const log of logs) {
    const [there] = await tx.select().from(useLogs).where(eq(useLogs.id, log.id));
    if (there === undefined) await tx.insert(useLogs).values(log);
    else {
      const known = new Set(there.putAside.map(({ id }) => id));
      const putAside = [...there.putAside, ...log.putAside.filter(({ id }) => !known.has(id))];
      await tx
        .update(useLogs)
        .set({
          isOpen: true,
          putAside,
          kitIds: [...new Set([...there.kitIds, ...log.kitIds])],
          version: Math.max(there.version, log.version) + 1,
        })
        .where(eq(useLogs.id, log.id));
    }
  }
  for (const { position: _, ...entry } of entries) await tx.insert(useEntries).values(entry).onConflictDoNothing();
  for (const { id: _, ...noted } of notes) await tx.insert(journal).values(noted);
}
