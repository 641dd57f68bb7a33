import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { nothingMadeReady } from '@ivrak/core/model';
import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { rowsOf } from '../src/db/migrate.ts';
import { openDb } from '../src/db/open.ts';
import { findKit } from '../src/kits/store.ts';
import { MIGRATIONS_FOLDER } from '../src/paths.ts';

describe('a database of an earlier version', () => {
  it.each([
    ['the first', ['0000_start.sql']],
    ['the second', ['0000_start.sql', '0001_own_catalog.sql']],
  ])('is brought forward from %s: kits keep what they hold, and new questions take their defaults', async (_, files) => {
    const folder = mkdtempSync(join(tmpdir(), 'ivrak-old-'));
    try {
      // The migrations as they were, up to the one before.
      const first = join(folder, 'migrations');
      mkdirSync(join(first, 'meta'), { recursive: true });
      for (const file of files) cpSync(join(MIGRATIONS_FOLDER, file), join(first, file));
      const journal = JSON.parse(readFileSync(join(MIGRATIONS_FOLDER, 'meta/_journal.json'), 'utf8'));
      writeFileSync(join(first, 'meta/_journal.json'), JSON.stringify({ ...journal, entries: journal.entries.slice(0, files.length) }));
      const data = join(folder, 'data');
      const old = await openDb(data, { migrationsFolder: first });
      await old.db.execute(
        sql`insert into kits (id, name, layer, container_id, position_id, school_id, brief)
            values ('old', 'Old kit', 'pocket', 'belt-pouch', 'belt-side', 'remote', '{"persons": 3, "training": "trauma"}')`,
      );
      await old.db.execute(
        sql`insert into units (id, kind, count, condition, place, kit_id) values ('u1', 'gloves', 2, 'ready', 'kit', 'old')`,
      );
      await old.close();
      const now = await openDb(data);
      const kit = await findKit(now.db, 'old');
      expect(kit).toMatchObject({ name: 'Old kit', setAside: [], units: [{ id: 'u1', count: 2 }], ...nothingMadeReady() });
      expect(kit.brief).toMatchObject({ persons: 3, training: 'trauma', phoneCover: true, threats: [], carers: [], overrides: {} });
      await now.close();
      // What it was is kept, whole: the version that wrote it would open it again.
      const copies = readdirSync(data).filter((name) => name.startsWith('pg.before-'));
      expect(copies).toHaveLength(1);
      rmSync(join(data, 'pg'), { recursive: true });
      renameSync(join(data, copies[0] as string), join(data, 'pg'));
      rmSync(join(data, 'ivrak.json'));
      const back = await openDb(data, { migrationsFolder: first });
      expect(rowsOf(await back.db.execute(sql`select id, kit_id from units`))).toEqual([{ id: 'u1', kit_id: 'old' }]);
      await back.close();
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
