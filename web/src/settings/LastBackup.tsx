const MOST_DAYS = 3;
const DAY_MS = 86_400_000;

interface LastBackupProps {
  /** Null: there is none. */
  at: string | null;
  /** By the clock of this machine, as files are dated; not by the day that a demo may be fixed to. */
  nowMs: number;
}

/** What happens by itself, and that it has not happened for too long. */
export function LastBackup({ at, nowMs }: LastBackupProps) {
  const days = at === null ? 0 : Math.floor((nowMs - Date.parse(at)) / DAY_MS);
  const isLate = days >= MOST_DAYS;
  return (
    <p className={isLate ? 'small state-gap' : 'small muted'} role={isLate ? 'alert' : undefined}>
      {at === null && 'None yet. '}
      {isLate && `The last one is ${days} days old: is the disk full, or the folder not to be written to? `}
      One is made each day while Ivrak runs and before anything is replaced; seven days and four weeks are kept, as files in the folder
      “backups” beside the data. Copy one to a stick now and then.
    </p>
  );
}
