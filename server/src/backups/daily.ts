import type { Logger } from 'pino';
import type { Installation } from '../installation/installation.ts';
import { backUp, listBackups } from './store.ts';

const dayOf = (at: string): string => at.slice(0, 10);

/** Makes the backup of the day where it is missing; gives its name, or null. */
export async function backUpDaily(here: Installation, now = new Date()): Promise<string | null> {
  const day = dayOf(now.toISOString());
  if (here.backupFolder === null || listBackups(here).some(({ before, at }) => before === 'daily' && dayOf(at) === day)) return null;
  return backUp(here, 'daily');
}

/** Soon, but behind whoever opens the first page. */
const FIRST_AFTER_MS = 60_000;
const LOOK_EVERY_MS = 3_600_000;

/** Backs up daily as long as the server runs; one that fails is said in the log, and by Settings once it has been too long. */
export function keepBackingUp(here: Installation, log: Logger): void {
  const look = () => void backUpDaily(here).catch((error: unknown) => log.error({ err: error }, 'the daily backup failed'));
  setTimeout(look, FIRST_AFTER_MS).unref();
  setInterval(look, LOOK_EVERY_MS).unref();
}
