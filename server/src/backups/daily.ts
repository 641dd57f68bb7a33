import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import type { Installation } from '../installation/installation.ts';
import { type Backup, backUp, listBackups } from './store.ts';

const KEPT_DAYS = 7;
const KEPT_WEEKS = 4;
/** What was made before something was replaced undoes that; longer than anybody takes to notice. */
const KEPT_OTHERS = 20;

const DAY_MS = 86_400_000;
/** Weeks begin on Mondays; the first day that machines count is a Thursday. */
const weekOf = (at: string): number => Math.floor((Date.parse(at) / DAY_MS + 3) / 7);
const dayOf = (at: string): string => at.slice(0, 10);

/**
 * Those that may go, of a list with the latest first: daily ones but for the last of each of seven days and of four weeks, others but for the
 * latest twenty. The latest of all is never among them.
 */
export function outlived(backups: readonly Backup[]): Backup[] {
  const daily = backups.filter(({ before }) => before === 'daily');
  const lastOf = (keyOf: (at: string) => string | number, most: number): Backup[] => {
    const lasts = new Map<string | number, Backup>();
    for (const backup of daily) if (!lasts.has(keyOf(backup.at))) lasts.set(keyOf(backup.at), backup);
    return [...lasts.values()].slice(0, most);
  };
  const others = backups.filter(({ before }) => before !== 'daily').slice(0, KEPT_OTHERS);
  const kept = new Set([...lastOf(dayOf, KEPT_DAYS), ...lastOf(weekOf, KEPT_WEEKS), ...others]);
  return backups.filter((backup) => !kept.has(backup));
}

/** Makes the backup of the day where it is missing, and lets go of those that were outlived once it is whole. */
export async function backUpDaily(here: Installation, now = new Date()): Promise<string | null> {
  const { backupFolder } = here;
  const day = dayOf(now.toISOString());
  if (backupFolder === null || listBackups(here).some(({ before, at }) => before === 'daily' && dayOf(at) === day)) return null;
  const name = await backUp(here, 'daily');
  for (const old of outlived(listBackups(here))) rmSync(join(backupFolder, old.name), { force: true });
  return name;
}

/** Soon, but behind whoever opens the first page. */
const FIRST_AFTER_MS = 60_000;
const LOOK_EVERY_MS = 3_600_000;

/** Backs up daily while the server runs; one that fails is said in the log, and by Settings once it has been too long. Returns what stops it. */
export function keepBackingUp(here: Installation, log: Logger): () => void {
  const look = () => void backUpDaily(here).catch((error: unknown) => log.error({ err: error }, 'the daily backup failed'));
  const first = setTimeout(look, FIRST_AFTER_MS).unref();
  const each = setInterval(look, LOOK_EVERY_MS).unref();
  return () => {
    clearTimeout(first);
    clearInterval(each);
  };
}
