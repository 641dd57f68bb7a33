import { cpSync, existsSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { syncPath, syncTree } from './disk.ts';

/** Why a data folder is not opened, and what to do, for somebody who only sees this. Nothing was changed. */
export class FolderError extends Error {}

/** Of each table, how many rows it has and what they add up to. */
export type Tally = Record<string, string>;

interface Told {
  madeOn: string;
  /** What the database held when it was closed; null: it is open, or was not closed. */
  closedWith: Tally | null;
}

const FILE = 'ivrak.json';
/** Without these no database of this sort opens. */
const VITAL = ['PG_VERSION', join('global', 'pg_control'), 'pg_wal', 'base'];

/** What a folder says of itself; null: it never held a database, or one from before this was written. */
export function toldOf(folder: string): Told | null {
  try {
    return JSON.parse(readFileSync(join(folder, FILE), 'utf8')) as Told; // written by tell
  } catch {
    return null;
  }
}

export function tell(folder: string, told: Told): void {
  const beside = join(folder, `${FILE}.new`);
  writeFileSync(beside, JSON.stringify(told));
  syncPath(beside);
  renameSync(beside, join(folder, FILE));
  syncPath(folder);
}

/** Where the last backup lies; null: there is none. */
function lastBackup(folder: string): string | null {
  const backups = join(folder, 'backups');
  const names = existsSync(backups) ? readdirSync(backups).filter((name) => /\.json(\.gz)?$/.test(name)) : [];
  const last = names.sort().at(-1);
  return last === undefined ? null : join(backups, last);
}

/** Sets a database aside, so that another one can begin in its folder; gives where it lies now, null: there was none. */
export function setAside(folder: string, at: Date): string | null {
  if (lastBackup(folder) === null)
    throw new FolderError(`There is no backup in ${join(folder, 'backups')} to begin from. Nothing was changed.`);
  const place = join(folder, 'pg');
  rmSync(join(folder, FILE), { force: true });
  if (!existsSync(place)) return null;
  const aside = `${place}.aside-${at.toISOString().replace(/[:.]/g, '-')}`;
  renameSync(place, aside);
  return aside;
}

const COPY = /^pg\.before-/;

/**
 * Keeps a copy of a closed database as an earlier version left it, in place of the copy before it, and gives where. To go back to that
 * version the copy takes the place of the folder `pg`.
 */
export function keepCopy(folder: string, at: Date): string {
  const older = readdirSync(folder).filter((name) => COPY.test(name));
  const copy = join(folder, `pg.before-${at.toISOString().replace(/[:.]/g, '-')}`);
  const beside = `${copy}.new`;
  try {
    cpSync(join(folder, 'pg'), beside, { recursive: true });
    syncTree(beside);
    renameSync(beside, copy);
    syncPath(folder);
  } catch (error) {
    rmSync(beside, { recursive: true, force: true });
    throw new FolderError(
      `The database in ${folder} is from an earlier version of Ivrak, and no copy of it can be kept before it is brought forward: ${error instanceof Error ? error.message : error}. Nothing was changed. Is there room for it?`,
    );
  }
  for (const name of older) rmSync(join(folder, name), { recursive: true });
  return copy;
}

/** Takes back what `setAside` did, where nothing could take the database's place. */
export function putBack(folder: string, aside: string | null): void {
  rmSync(join(folder, 'pg'), { recursive: true, force: true });
  if (aside !== null) renameSync(aside, join(folder, 'pg'));
}

/** What to do about a folder that does not hold what it should. */
function wayOut(folder: string): string {
  const backup = lastBackup(folder);
  const restore =
    backup === null
      ? 'There is no backup in it. Put the missing files back if you have them'
      : `The last backup is ${backup}: “npm start -- --restore” sets the database aside and begins from it`;
  return `Nothing was changed. ${restore}, or choose another folder with IVRAK_DATA.`;
}

/** True where a new database may be laid out: the folder never held one. Throws where one was there and is gone or is not whole. */
export function isFresh(folder: string, isRestoring = false): boolean {
  const place = join(folder, 'pg');
  if (!existsSync(place)) {
    if (isRestoring || (toldOf(folder) === null && lastBackup(folder) === null)) return true;
    throw new FolderError(`The data folder ${folder} held a database, and it is gone. ${wayOut(folder)}`);
  }
  const missing = VITAL.filter((name) => !existsSync(join(place, name)));
  if (missing.length > 0)
    throw new FolderError(`The database in ${folder} is not whole: ${missing.join(', ')} is missing. ${wayOut(folder)}`);
  return false;
}

/** What the database itself says of damage is for the log only. */
export const damaged = (folder: string, cause: unknown): FolderError =>
  new FolderError(`The database in ${folder} cannot be opened: it is damaged. ${wayOut(folder)}`, { cause });

/** Throws where a table does not hold what it held when the database was closed. */
export function compareTallies(folder: string, closedWith: Tally, now: Tally): void {
  const other = Object.entries(closedWith).filter(([table, tally]) => now[table] !== tally);
  if (other.length === 0) return;
  const rows = (tally: string | undefined) => tally?.split(' ')[0] ?? 'no';
  const said = other.map(([table, tally]) => `${table} holds ${rows(now[table])} rows and held ${rows(tally)}`).join(', ');
  throw new FolderError(`The database in ${folder} is not as it was when it was closed: ${said}. ${wayOut(folder)}`);
}

/** Throws a sentence where a file call failed because nothing can be written there. */
export function unwritable(folder: string, error: unknown): unknown {
  const code = (error as NodeJS.ErrnoException).code ?? '';
  const why = {
    EROFS: 'its file system is read-only',
    EACCES: 'this user may not write there',
    EPERM: 'this user may not write there',
    ENOSPC: 'its disk is full',
  }[code];
  return why === undefined
    ? error
    : new FolderError(
        `The data folder ${folder} cannot be written to: ${why}. Nothing was changed. Make it writable, or choose another folder with IVRAK_DATA.`,
      );
}
