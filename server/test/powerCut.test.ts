import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, describe, expect, it } from 'vitest';
import { Random } from '../../core/src/fit/random.ts';
import { rounds, SEED } from '../../core/testing/rounds.ts';
import type { Db } from '../src/db/database.ts';
import { openDb } from '../src/db/open.ts';
import { journal, settings } from '../src/db/schema.ts';
import { Disk } from './powerCut.ts';

const places: string[] = [];
afterAll(() => {
  for (const place of places) rmSync(place, { recursive: true, force: true });
});
const place = (): string => {
  const made = mkdtempSync(join(tmpdir(), 'ivrak-power-'));
  places.push(made);
  return made;
};

const AT = '2026-11-25T10:00:00Z';
/** One write that is whole or not at all: a setting, and the entry of the journal that tells of it. */
const write = (db: Db, n: number) =>
  db.transaction(async (tx) => {
    await tx.insert(settings).values({ key: `write ${n}`, value: 'x'.repeat(300) });
    await tx
      .insert(journal)
      .values({ at: AT, who: '', what: 'setting changed', subject: `write ${n}`, before: null, after: 'y'.repeat(900) });
  });

const wholeTables = ['settings', 'journal', 'kits', 'units', 'lots', 'people'];

/** Which writes are there; every page of every table is read, so that a torn one would be found. */
async function writesIn(db: Db): Promise<number[]> {
  for (const table of wholeTables) await db.execute(sql.raw(`select count(t::text) from ${table} t`));
  const kept = (await db.select().from(settings)).flatMap(({ key }) => (key.startsWith('write ') ? [Number(key.slice(6))] : []));
  const told = (await db.select().from(journal)).flatMap(({ subject }) => (subject.startsWith('write ') ? [Number(subject.slice(6))] : []));
  const sorted = (list: number[]) => list.sort((a, b) => a - b);
  expect(sorted(told)).toEqual(sorted(kept));
  return kept;
}

/** Settings of a database, by name. */
async function shown(db: Db, names: readonly string[]): Promise<unknown[]> {
  const answers: unknown[] = [];
  for (const name of names) {
    const { rows } = (await db.execute(sql.raw(`show ${name}`))) as unknown as { rows: Record<string, unknown>[] }; // as both drivers answer
    answers.push(rows[0]?.[name]);
  }
  return answers;
}

interface Cut {
  folder: string;
  acknowledged: number;
}

/** Works on a database and cuts the power so many times: between writes, amid one, amid a checkpoint, and after it was stopped. */
async function cutsWhileWorking(seed: number, count: number): Promise<Cut[]> {
  const random = new Random(seed);
  const folder = place();
  const cuts: Cut[] = [];
  let acknowledged = 0;
  let syncsToCut = Number.POSITIVE_INFINITY;
  const disk = new Disk(join(folder, 'pg'), random);
  const cut = () => {
    const into = place();
    mkdirSync(join(into, 'data'));
    disk.cut(join(into, 'data', 'pg'));
    cuts.push({ folder: join(into, 'data'), acknowledged });
  };
  const open = await openDb(folder);
  expect(await shown(open.db, ['fsync', 'full_page_writes', 'synchronous_commit', 'data_checksums'])).toEqual(['on', 'on', 'on', 'on']);
  disk.settle();
  const stopWatching = disk.watch(() => {
    syncsToCut -= 1;
    if (syncsToCut === 0) cut();
  });
  while (cuts.length < count - 1) {
    const writes = 1 + random.below(12);
    for (let at = 0; at < writes; at += 1) {
      await write(open.db, acknowledged);
      acknowledged += 1;
    }
    const kind = random.below(3);
    if (kind === 0) cut();
    else {
      // Amid the syncs of a commit, or of a checkpoint.
      syncsToCut = kind === 1 ? 1 : 1 + random.below(40);
      if (kind === 1) {
        await write(open.db, acknowledged);
        acknowledged += 1;
      } else await open.db.execute(sql.raw('checkpoint'));
      syncsToCut = Number.POSITIVE_INFINITY;
    }
  }
  await open.close();
  cut();
  stopWatching();
  return cuts;
}

describe('a power cut', () => {
  const count = rounds(4);

  it(`takes no write that was acknowledged, and leaves a database that opens, ${count} times`, { timeout: 900_000 }, async () => {
    const cuts = await cutsWhileWorking(SEED, count);
    expect(cuts).toHaveLength(count);
    for (const { folder, acknowledged } of cuts) {
      const open = await openDb(folder);
      const there = await writesIn(open.db);
      expect(there.slice(0, acknowledged)).toEqual(Array.from({ length: acknowledged }, (_, n) => n));
      // One more may have come through: the one that was under way.
      expect(there.length).toBeLessThanOrEqual(acknowledged + 1);
      await write(open.db, 1_000_000);
      await open.close();
    }
  });

  it('is tried in earnest: without syncing, writes are lost or the database with them', { timeout: 300_000 }, async () => {
    const folder = place();
    const disk = new Disk(join(folder, 'pg'), new Random(SEED));
    const open = await openDb(folder);
    disk.settle();
    for (let n = 0; n < 30; n += 1) await write(open.db, n);
    // The disk is not watched: as if no sync had been made.
    const into = place();
    mkdirSync(join(into, 'data'));
    disk.cut(join(into, 'data', 'pg'));
    await open.close();
    const after = await openDb(join(into, 'data'))
      .then(async (opened) => {
        const there = await writesIn(opened.db).finally(() => opened.close());
        return there.length;
      })
      .catch(() => 'does not open');
    expect(after).not.toBe(30);
  });
});
