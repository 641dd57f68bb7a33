import { existsSync, renameSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { ExtractTablesWithRelations } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT, PgTransaction } from 'drizzle-orm/pg-core';
import { BLANK_DATABASE_FILE, MIGRATIONS_FOLDER } from '../paths.ts';
import { lockFolder } from './lock.ts';
import * as schema from './schema.ts';

/** Repositories take only this, so that the driver stays a matter of this file. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;
export type Tx = PgTransaction<PgQueryResultHKT, typeof schema, ExtractTablesWithRelations<typeof schema>>;

export interface OpenDb {
  db: Db;
  describe: string;
  close(): Promise<void>;
}

interface OpenOptions {
  migrationsFolder?: string;
  /** In memory only: what the database holds at first, as a dump of another one. */
  contents?: Blob;
}

/** Opens the embedded database in `folder` (null: in memory), locked and migrated. Every acknowledged write is on disk. */
export async function openDb(folder: string | null, { migrationsFolder = MIGRATIONS_FOLDER, contents }: OpenOptions = {}): Promise<OpenDb> {
  const { PGlite } = await import('@electric-sql/pglite');
  const { drizzle } = await import('drizzle-orm/pglite');
  const { migrate } = await import('drizzle-orm/pglite/migrator');
  const lock = folder === null ? null : await lockFolder(folder);
  try {
    if (folder !== null) await layOut(PGlite, folder);
    const client =
      folder === null
        ? await PGlite.create(contents === undefined ? await blank() : { loadDataDir: contents })
        : await PGlite.create({ dataDir: join(folder, 'pg'), relaxedDurability: false });
    const db = drizzle({ client, schema });
    await migrate(db, { migrationsFolder });
    const close = async () => {
      await client.close();
      await lock?.release();
    };
    return { db, describe: 'embedded PostgreSQL', close };
  } catch (error) {
    await lock?.release();
    throw error;
  }
}

/** The build's blank database; without a build one is laid out anew. */
const blank = async () => (existsSync(BLANK_DATABASE_FILE) ? { loadDataDir: new Blob([await readFile(BLANK_DATABASE_FILE)]) } : {});

/** Lays out a new database beside its place and moves it there when it is whole: a start that is killed leaves no half of one. */
async function layOut(PGlite: typeof import('@electric-sql/pglite').PGlite, folder: string): Promise<void> {
  const place = join(folder, 'pg');
  if (existsSync(place)) return;
  const beside = join(folder, 'pg.new');
  rmSync(beside, { recursive: true, force: true });
  const client = await PGlite.create({ dataDir: beside, ...(await blank()) });
  await client.close();
  renameSync(beside, place);
}
