import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openDb } from '../src/db/open.ts';
import { kits } from '../src/db/schema.ts';
import { isNewDatabase, seedDemo } from '../src/demo/seed.ts';
import { createInstallation } from '../src/installation/installation.ts';
import { TODAY } from './today.ts';

let folder = '';
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ivrak-open-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe('a new database', () => {
  it('is laid out beside its place, moved there whole, and empty', async () => {
    const { db, close } = await openDb(folder);
    expect(await isNewDatabase(db)).toBe(true);
    expect(await db.select().from(kits)).toEqual([]);
    await close();
    expect(readdirSync(folder).filter((name) => name.startsWith('pg'))).toEqual(['pg']);
  });

  it('does not take over what a start left that was ended half-way', async () => {
    mkdirSync(join(folder, 'pg.new'));
    writeFileSync(join(folder, 'pg.new', 'PG_VERSION'), 'half of it');
    const { db, close } = await openDb(folder);
    expect(await db.execute(sql`select 1 as one`)).toMatchObject({ rows: [{ one: 1 }] });
    await close();
    expect(existsSync(join(folder, 'pg.new'))).toBe(false);
  });

  it('holds what was written when it is opened again', async () => {
    const first = await openDb(folder);
    await seedDemo(await createInstallation(first, () => TODAY));
    const there = await first.db.select({ id: kits.id }).from(kits).orderBy(kits.id);
    await first.close();
    const again = await openDb(folder);
    expect(await isNewDatabase(again.db)).toBe(false);
    expect(await again.db.select({ id: kits.id }).from(kits).orderBy(kits.id)).toEqual(there);
    expect(there.length).toBeGreaterThan(5);
    await again.close();
  });
});
