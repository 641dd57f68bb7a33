/** Why a backup was made: a day has passed, or something was about to be replaced. */
export type BackupReason = 'daily' | 'clear' | 'import' | 'restore';

export interface Backup {
  /** File name within the folder of backups. */
  name: string;
  at: string;
  bytes: number;
  before: BackupReason;
}

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
