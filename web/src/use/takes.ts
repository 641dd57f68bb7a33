import type { KitId, UnitId } from '@ivrak/core/model';
import { create } from 'zustand';
import { keptDeeds } from '../away/keptDeeds.ts';
import { ApiError, addressOf, api, personHeader } from '../data/client.ts';
import { queryClient, refreshAll } from '../data/queries.ts';

/** One piece that somebody took, without a casualty. */
export interface Take {
  id: string;
  kitId: KitId;
  unitId: UnitId;
  kind: string;
  at: string;
  /** `held`: it can be taken back; `left`: the page was left meanwhile, and it may be sent; `sent`: the server has it. */
  is: 'held' | 'left' | 'sent';
}

const KEY = 'ivrak.took';
/** So long it can be taken back; then it is written down. */
export const HOLD_MS = 6000;
const WAIT_MS = 10_000;
const MOST_SHOWN = 12;

function readTakes(): Take[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(kept) ? (kept as Take[]).filter(({ id, unitId }) => typeof id === 'string' && typeof unitId === 'string') : [];
  } catch {
    return [];
  }
}

interface TakesState {
  takes: Take[];
  /** What the server said against the last one. */
  refusal: string | null;
  take: (of: Pick<Take, 'kitId' | 'unitId' | 'kind'>) => void;
  takeBack: (id: string) => void;
}

export const useTakes = create<TakesState>()((set) => ({
  takes: readTakes(),
  refusal: null,
  take: (of) => {
    change((takes) => [...takes, { ...of, id: crypto.randomUUID(), at: new Date().toISOString(), is: 'held' }]);
    set({ refusal: null });
    setTimeout(() => void sendTakes(), HOLD_MS);
  },
  takeBack: (id) => change((takes) => takes.filter((one) => one.id !== id || one.is !== 'held')),
}));

/** What is kept in this browser is what counts: another tab may have written. */
function change(next: (takes: Take[]) => Take[]): void {
  const takes = next(readTakes());
  localStorage.setItem(KEY, JSON.stringify(takes));
  useTakes.setState({ takes });
}

const bodyOf = ({ id, at, unitId }: Take) => ({ id, at, events: [{ at, unitId, count: 1 }] });
const marked = (id: string, is: Take['is']) => (takes: Take[]) => {
  const all = takes.map((one) => (one.id === id ? { ...one, is } : one));
  const sent = all.filter((one) => one.is === 'sent');
  return all.filter((one) => one.is !== 'sent' || sent.indexOf(one) >= sent.length - MOST_SHOWN);
};

let isSending = false;
/** Sends what was not taken back in time; one that the server has is not written twice there. */
export async function sendTakes(): Promise<void> {
  if (isSending) return;
  isSending = true;
  try {
    const isDue = ({ at, is }: Take) => is === 'left' || (is === 'held' && Date.now() - Date.parse(at) >= HOLD_MS - 100);
    for (let due = readTakes().find(isDue); due !== undefined; due = readTakes().find(isDue)) {
      const { id, kitId } = due;
      try {
        const { kit } = await api.post('/api/kits/:id/uses', { params: { id: kitId }, body: bodyOf(due) });
        // The kit without it and the mark that it is sent come together, or it would be counted twice or not at all for a moment.
        queryClient.setQueryData(['kit', kitId], kit);
        change(marked(id, 'sent'));
        await refreshAll();
      } catch (failure) {
        const isRefused = failure instanceof ApiError && failure.status < 500 && failure.status !== 429;
        if (!isRefused) {
          setTimeout(() => void sendTakes(), WAIT_MS);
          return;
        }
        // It was taken all the same: what was no longer there is for somebody to settle.
        keptDeeds.add({ id, at: due.at, do: 'took', kitId, unitId: due.unitId, kind: due.kind, count: 1 });
        change((takes) => takes.filter((one) => one.id !== id));
        useTakes.setState({ refusal: failure.message });
      }
    }
  } finally {
    isSending = false;
  }
}

/** Whoever leaves has not taken it back. Whether it arrives nobody will know: it is sent again on the next visit, and written once. */
function leave(): void {
  for (const take of readTakes().filter(({ is }) => is !== 'sent')) {
    change(marked(take.id, 'left'));
    void fetch(addressOf('/api/kits/:id/uses', { params: { id: take.kitId } }), {
      method: 'POST',
      keepalive: true,
      headers: { 'content-type': 'application/json', ...personHeader() },
      body: JSON.stringify(bodyOf(take)),
    }).catch(() => undefined);
  }
}

window.addEventListener('pagehide', leave);
window.addEventListener('online', () => void sendTakes());
window.addEventListener('storage', () => useTakes.setState({ takes: readTakes() }));
void sendTakes();
