import { existsSync, renameSync, rmSync } from 'node:fs';
import { readFile, statfs } from 'node:fs/promises';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { BLANK_DATABASE_FILE, MIGRATIONS_FOLDER } from '../paths.ts';
import type { Db, OpenDb } from './database.ts';
import { syncPath, syncTree } from './disk.ts';
import { compareTallies, damaged, isFresh, keepCopy, setAside, type Tally, tell, toldOf } from './folder.ts';
import { lockFolder } from './lock.ts';
import { BOOK, isBehind, layOut, migrateTo, type Place, pendingMigrations } from './migrate.ts';
import * as schema from './schema.ts';
import { inTurns, Turns } from './turns.ts';

interface OpenOptions {
  migrationsFolder?: string;
  /** In memory only: what the database holds at first, as a dump of another one. */
  contents?: Blob;
  /** A backup follows, so that a new database may begin where one was. */
  isRestoring?: boolean;
  /** Told of what makes opening take long. */
  say?: (text: string) => void;
}

const EMBEDDED: Place = { schema: 'public', book: 'drizzle' };

/** Log that has piled up since the last checkpoint before there is another one; the embedded database makes none by itself. */
const LOG_BEFORE_CHECKPOINT_BYTES = 32 * 1024 * 1024;
const LOOK_AT_LOG_EVERY_MS = 30_000;

/**
 * Opens the embedded database in `folder` (null: in memory), locked and migrated. What a write acknowledges is on the disk, whatever
 * happens to the power: each commit is synced, and a database that was stopped has nothing left to recover. Throws a `FolderError` or
 * `FolderInUseError` with a sentence for the person at the keyboard.
 */
export async function openDb(folder: string | null, options: OpenOptions = {}): Promise<OpenDb> {
  const { migrationsFolder = MIGRATIONS_FOLDER, contents, isRestoring = false, say = () => undefined } = options;
  const { drizzle } = await import('drizzle-orm/pglite');
  const lock = folder === null ? null : await lockFolder(folder, { say });
  let opened: Client | null = null;
  try {
    const aside = folder !== null && isRestoring ? setAside(folder, new Date()) : null;
    const client = folder === null ? await openInMemory(contents) : await openWhole(folder, { isRestoring, migrationsFolder, say });
    opened = client;
    const db: Db = drizzle({ client, schema });
    const raw = db.transaction.bind(db);
    const [turns, replacing] = [new Turns(), new Turns()];
    db.transaction = inTurns(raw, turns);
    const pending = await pendingMigrations(db, EMBEDDED, migrationsFolder, folder ?? 'memory');
    await migrateTo(db.transaction.bind(db), EMBEDDED, pending);
    const stopCheckpoints = folder === null ? () => undefined : keepLogShort(client);
    return {
      db,
      schema: EMBEDDED.schema,
      describe: 'embedded PostgreSQL',
      aside,
      atOnce: raw,
      exclusively: (what, work) => (what === 'writing' ? turns : replacing).run(() => work(raw)),
      layOut: async (beside) => {
        await layOut(db, raw, beside, migrationsFolder);
        // What the tables went through is written down in the book of the ones they will take the place of.
        await raw((tx) => tx.execute(sql`drop table ${sql.identifier(beside)}.${sql.identifier(BOOK)}`));
      },
      // No other server can have it open.
      onChangeElsewhere: () => undefined,
      onJournalElsewhere: () => undefined,
      freeBytes: async () => (folder === null ? null : freeBytesAt(folder)),
      close: async () => {
        stopCheckpoints();
        if (folder === null) await client.close();
        else await closeAndTell(folder, client);
        await lock?.release();
      },
    };
  } catch (error) {
    // What cannot be opened may not be closed either, and the first error says why.
    await opened?.close().catch(() => undefined);
    await lock?.release();
    throw error;
  }
}

type Client = InstanceType<typeof import('@electric-sql/pglite').PGlite>;

async function openInMemory(contents: Blob | undefined): Promise<Client> {
  const { PGlite } = await import('@electric-sql/pglite');
  return PGlite.create(contents === undefined ? await blank() : { loadDataDir: contents });
}

/** The database of a folder, found to be as it was left; one of an earlier version is copied first. */
async function openWhole(folder: string, { isRestoring, migrationsFolder, say }: Required<Omit<OpenOptions, 'contents'>>): Promise<Client> {
  const { drizzle } = await import('drizzle-orm/pglite');
  let client = await openInFolder(folder, isRestoring);
  try {
    await compareWithClosing(folder, client);
    if (await isBehind(drizzle({ client, schema }), EMBEDDED, migrationsFolder, folder)) {
      await client.close();
      say(`The database is from an earlier version of Ivrak. It is kept as ${keepCopy(folder, new Date())}, and brought forward.`);
      client = await openInFolder(folder);
    }
    // From here on it may hold something else than when it was closed.
    tell(folder, { madeOn: toldOf(folder)?.madeOn ?? new Date().toISOString(), closedWith: null });
    return client;
  } catch (error) {
    if (!client.closed) await client.close().catch(() => undefined); // the first error says why
    throw error;
  }
}

async function openInFolder(folder: string, isRestoring = false): Promise<Client> {
  const { PGlite } = await import('@electric-sql/pglite');
  const { durable } = await import('./durable.ts');
  const place = join(folder, 'pg');
  if (isFresh(folder, isRestoring)) {
    // Beside its place, and moved there when it is whole: a start that is killed leaves no half of one.
    const beside = `${place}.new`;
    rmSync(beside, { recursive: true, force: true });
    const client = await PGlite.create({ dataDir: beside, ...(await blank()) });
    await client.close();
    syncTree(beside);
    renameSync(beside, place);
    syncPath(folder);
  }
  const settings = durable(place);
  const client = await PGlite.create({ ...settings, relaxedDurability: false }).catch((error: unknown) => {
    throw damaged(folder, error);
  });
  settings.fs.isOpen = true;
  return client;
}

/** Makes checkpoints while serving; returns what stops that. */
function keepLogShort(client: Client): () => void {
  const timer = setInterval(() => void checkpointIfDue(client).catch(giveToNextWrite), LOOK_AT_LOG_EVERY_MS).unref();
  return () => clearInterval(timer);
}

/** Closes, and leaves what a next start compares with; what cannot be told hinders no closing. */
async function closeAndTell(folder: string, client: Client): Promise<void> {
  const closedWith = await tallyOf(client).catch(() => null);
  await client.close();
  const told = toldOf(folder);
  if (told !== null) tell(folder, { ...told, closedWith });
}

/** Rows of each table and what they add up to; the journal only grows, so that its rows and its last number say enough. */
async function tallyOf(client: Client): Promise<Tally> {
  const { rows: tables } = await client.query<{ name: string }>(
    "select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1",
  );
  const tally: Tally = {};
  for (const { name } of tables) {
    const sum = name === 'journal' ? 'max(id)' : 'sum(hashtextextended(t::text, 0))';
    const { rows } = await client.query<{ tally: string }>(
      `select count(*) || ' ' || coalesce(${sum}::text, '') as tally from "${name}" t`,
    );
    tally[name] = rows[0]?.tally ?? '';
  }
  return tally;
}

/** After a clean end every table holds what it held; a part of a folder that was copied, or a page that was lost, is found before anything is shown. */
async function compareWithClosing(folder: string, client: Client): Promise<void> {
  const closedWith = toldOf(folder)?.closedWith ?? null;
  if (closedWith === null) return;
  const now = await tallyOf(client).catch((error: unknown) => {
    throw damaged(folder, error);
  });
  compareTallies(folder, closedWith, now);
}

/** The build's blank database; without a build one is laid out anew. */
const blank = async () => (existsSync(BLANK_DATABASE_FILE) ? { loadDataDir: new Blob([await readFile(BLANK_DATABASE_FILE)]) } : {});

async function freeBytesAt(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}

/** A checkpoint that fails loses nothing, and what hinders it hinders the next write, which says so to somebody. */
const giveToNextWrite = (): void => undefined;

/** Writes out what the log holds, so that the log ends and a start after a power cut is short. */
async function checkpointIfDue(client: Client): Promise<void> {
  if (client.closed) return;
  const { rows } = await client.query<{ bytes: number }>(
    'select pg_wal_lsn_diff(pg_current_wal_lsn(), redo_lsn)::float8 as bytes from pg_control_checkpoint()',
  );
  if ((rows[0]?.bytes ?? 0) > LOG_BEFORE_CHECKPOINT_BYTES) await client.exec('checkpoint');
}
