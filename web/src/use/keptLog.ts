import { mergeEntries, type UseEntry, type UseLog } from '@ivrak/core/incident';

/** The log that this browser is writing, with the ids of what the server has of it. */
export interface KeptLog extends UseLog {
  sent: string[];
  /** Of these, what the server could not read as an entry and put aside. */
  unread?: string[];
}

const KEY = 'ivrak.use.log';

export function readKept(): KeptLog | null {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as KeptLog | null;
    return kept !== null && typeof kept.id === 'string' && Array.isArray(kept.entries) && Array.isArray(kept.sent) ? kept : null;
  } catch {
    return null;
  }
}

/** Writes down what another tab of this browser added meanwhile, too; gives what is kept now. */
export function keep(log: KeptLog): KeptLog {
  const there = readKept();
  const kept = there?.id === log.id ? mergeLogs(there, log) : log;
  localStorage.setItem(KEY, JSON.stringify(kept));
  return kept;
}

export const clearLog = (): void => localStorage.removeItem(KEY);

/** Two copies of one log: every entry once, and what either knows to be sent. */
export const mergeLogs = (known: KeptLog, more: KeptLog): KeptLog => ({
  ...known,
  entries: mergeEntries(known.entries, more.entries),
  sent: [...new Set([...known.sent, ...more.sent])],
  unread: [...new Set([...(known.unread ?? []), ...(more.unread ?? [])])],
});

export const unsentOf = ({ entries, sent }: KeptLog): UseEntry[] => {
  const known = new Set(sent);
  return entries.filter(({ id }) => !known.has(id));
};

/** Takes over what the server says it has, entries that it could not read among them: these need not be sent again. */
export const withServer = (kept: KeptLog, entries: readonly UseEntry[], unread: readonly string[] = []): KeptLog => ({
  ...kept,
  entries: mergeEntries(kept.entries, entries),
  sent: [...new Set([...kept.sent, ...entries.map(({ id }) => id), ...unread])],
  unread: [...new Set([...(kept.unread ?? []), ...unread])],
});
