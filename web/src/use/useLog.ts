import type { UseEntry, UseLog } from '@ivrak/core/incident';
import type { KitId } from '@ivrak/core/model';
import { create } from 'zustand';
import { type Answer, ApiError, api, OfflineError } from '../data/client.ts';
import { clearLog, type KeptLog, keep, readKept, unsentOf, withServer } from './keptLog.ts';

type Sending = 'sent' | 'sending' | 'waiting' | 'refused';

interface UseLogState {
  log: KeptLog | null;
  sending: Sending;
  /** What the server said against an entry. */
  refusal: string | null;
  add: (kitId: KitId, entry: NewEntry) => string;
  /** Goes on with a log that was begun on another device. */
  adopt: (log: UseLog) => void;
  /** Puts the log away in this browser; what is not sent stays until it is. */
  close: () => boolean;
}

type WithoutId<T> = T extends unknown ? Omit<T, 'id' | 'at'> & { at?: string } : never;
export type NewEntry = WithoutId<UseEntry>;

const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 20_000;
/** Each call is done before a slow line gives up. */
const MOST_AT_ONCE = 200;
let waitMs = FIRST_WAIT_MS;
let timer: ReturnType<typeof setTimeout> | undefined;
let isSending = false;

export const useUseLog = create<UseLogState>()((set, get) => ({
  log: readKept(),
  sending: 'waiting',
  refusal: null,
  add: (kitId, entry) => {
    const now = new Date().toISOString();
    const id = crypto.randomUUID();
    const log = get().log ?? { id: crypto.randomUUID(), kitId, startedAt: now, entries: [], sent: [] };
    const full = { at: now, ...entry, id } as UseEntry; // an entry with the two fields that every entry has
    set({ log: keep({ ...log, entries: [...log.entries, full] }) });
    waitMs = FIRST_WAIT_MS;
    void send();
    return id;
  },
  adopt: (log) => set({ log: keep({ ...log, sent: log.entries.map(({ id }) => id) }), sending: 'sent' }),
  close: () => {
    const { log } = get();
    if (log !== null && unsentOf(log).length > 0) return false;
    clearLog();
    set({ log: null, sending: 'waiting', refusal: null });
    return true;
  },
}));

/** What the server has beside what this browser wrote: entries of another device; or that somebody has closed the log meanwhile. */
export async function lookAgain(): Promise<void> {
  const { log } = useUseLog.getState();
  if (log === null || log.sent.length === 0) return;
  const stored = await api.get('/api/use-logs/:id', { params: { id: log.id } }).catch(() => null);
  const now = useUseLog.getState().log;
  if (stored === null || now?.id !== stored.id) return;
  if (!stored.isOpen && unsentOf(now).length === 0) useUseLog.getState().close();
  else useUseLog.setState({ log: keep(withServer(now, stored.entries)) });
}

const unreadOf = (results: Answer<'post', '/api/use-logs/:id/entries'>['results']): string[] =>
  results.flatMap(({ id, became }) => (id !== null && became === 'putAside' ? [id] : []));

/** Sends what the server has not got yet, and tries again by itself; an entry that was sent already is not written twice there. */
export async function send(): Promise<void> {
  clearTimeout(timer);
  const { log } = useUseLog.getState();
  if (log === null || isSending) return;
  const entries = unsentOf(log).slice(0, MOST_AT_ONCE);
  if (entries.length === 0) {
    useUseLog.setState({ sending: 'sent', refusal: null });
    return;
  }
  isSending = true;
  useUseLog.setState({ sending: 'sending' });
  try {
    const { kitId, startedAt } = log;
    const stored = await api.post('/api/use-logs/:id/entries', { params: { id: log.id }, body: { kitId, startedAt, entries } });
    waitMs = FIRST_WAIT_MS;
    const now = useUseLog.getState().log;
    if (now?.id === log.id) useUseLog.setState({ log: keep(withServer(now, stored.entries, unreadOf(stored.results))), refusal: null });
    isSending = false;
    void send();
  } catch (failure) {
    isSending = false;
    // A refusal does not get better by asking again at once, a server that is away comes back.
    const isRefused = failure instanceof ApiError && failure.status < 500 && failure.status !== 429;
    useUseLog.setState({
      sending: isRefused ? 'refused' : 'waiting',
      refusal: failure instanceof OfflineError || !(failure instanceof Error) ? null : failure.message,
    });
    timer = setTimeout(() => void send(), waitMs);
    waitMs = Math.min(waitMs * 2, LONGEST_WAIT_MS);
  }
}

window.addEventListener('online', () => void send());
// Another tab of this browser has written.
window.addEventListener('storage', () => {
  const kept = readKept();
  if (kept?.id === useUseLog.getState().log?.id) useUseLog.setState({ log: kept });
});
void send();
