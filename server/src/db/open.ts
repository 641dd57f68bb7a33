import { existsSync, renameSync, rmSync } from 'node:fs';
import { readFile, statfs } from 'node:fs/promises';
import { join } from 'node:path';
import type { ExtractTablesWithRelations } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT, PgTransaction } from 'drizzle-orm/pg-core';
import { BLANK_DATABASE_FILE, MIGRATIONS_FOLDER } from '../paths.ts';
import type { BeforeSync } from './durable.ts';
import { lockFolder } from './lock.ts';
import * as schema from './schema.ts';

type PGliteClass = typeof import('@electric-sql/pglite').PGlite;

/** Repositories take only this, so that the driver stays a matter of this file. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;
export type Tx = PgTransaction<PgQueryResultHKT, typeof schema, ExtractTablesWithRelations<typeof schema>>;

export interface OpenDb {
  db: Db;
  describe: string;
  /** Room on the disk that the data lies on; null: not to be told, as for a database in memory. */
  freeBytes(): Promise<number | null>;
  close(): Promise<void>;
}

interface OpenOptions {
  migrationsFolder?: string;
  /** In memory only: what the database holds at first, as a dump of another one. */
  contents?: Blob;
  /** Told of each file before it is forced onto the disk; for trying what a power cut leaves. */
  beforeSync?: BeforeSync;
  /** Told of what makes opening take long. */
  say?: (text: string) => void;
}

/** Log that has piled up since the last checkpoint before there is another one; the embedded database makes none by itself. */
const LOG_BEFORE_CHECKPOINT_BYTES = 32 * 1024 * 1024;
const LOOK_AT_LOG_EVERY_MS = 30_000;

/**
 * Opens the embedded database in `folder` (null: in memory), locked and migrated. What a write acknowledges is on the disk, whatever
 * happens to the power: each commit is synced, and a database that was stopped has nothing left to recover.
 */
export async function openDb(
  folder: string | null,
  { migrationsFolder = MIGRATIONS_FOLDER, contents, beforeSync, say = () => undefined }: OpenOptions = {},
): Promise<OpenDb> {
  const { PGlite } = await import('@electric-sql/pglite');
  const { durable, syncPath, syncTree } = await import('./durable.ts');
  const { drizzle } = await import('drizzle-orm/pglite');
  const { migrate } = await import('drizzle-orm/pglite/migrator');
  const lock = folder === null ? null : await lockFolder(folder, { say });
  try {
    if (folder !== null && !existsSync(join(folder, 'pg'))) {
      await layOut(PGlite, join(folder, 'pg.new'));
      syncTree(join(folder, 'pg.new'));
      renameSync(join(folder, 'pg.new'), join(folder, 'pg'));
      syncPath(folder);
    }
    const client =
      folder === null
        ? await PGlite.create(contents === undefined ? await blank() : { loadDataDir: contents })
        : await PGlite.create({ ...durable(join(folder, 'pg'), beforeSync), relaxedDurability: false });
    const db = drizzle({ client, schema });
    await migrate(db, { migrationsFolder });
    const checkpoints =
      folder === null ? undefined : setInterval(() => void checkpointIfDue(client).catch(giveToNextWrite), LOOK_AT_LOG_EVERY_MS).unref();
    const close = async () => {
      clearInterval(checkpoints);
      await client.close();
      await lock?.release();
    };
    const freeBytes = async () => (folder === null ? null : freeBytesAt(folder));
    return { db, describe: 'embedded PostgreSQL', freeBytes, close };
  } catch (error) {
    await lock?.release();
    throw error;
  }
}

/** The build's blank database; without a build one is laid out anew. */
const blank = async () => (existsSync(BLANK_DATABASE_FILE) ? { loadDataDir: new Blob([await readFile(BLANK_DATABASE_FILE)]) } : {});

/** Lays out a new database beside its place, to be moved there when it is whole: a start that is killed leaves no half of one. */
async function layOut(PGlite: PGliteClass, beside: string): Promise<void> {
  rmSync(beside, { recursive: true, force: true });
  const client = await PGlite.create({ dataDir: beside, ...(await blank()) });
  await client.close();
}

async function freeBytesAt(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}

/** A checkpoint that fails loses nothing, and what hinders it hinders the next write, which says so to somebody. */
const giveToNextWrite = (): void => undefined;

/** Writes out what the log holds, so that the log ends and a start after a power cut is short. */
async function checkpointIfDue(client: InstanceType<PGliteClass>): Promise<void> {
  if (client.closed) return;
  const { rows } = await client.query<{ bytes: number }>(
    'select pg_wal_lsn_diff(pg_current_wal_lsn(), redo_lsn)::float8 as bytes from pg_control_checkpoint()',
  );
  if ((rows[0]?.bytes ?? 0) > LOG_BEFORE_CHECKPOINT_BYTES) await client.exec('checkpoint');
}
