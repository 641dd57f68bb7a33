import { create, type StoreApi, type UseBoundStore } from 'zustand';
import { ApiError } from '../data/client.ts';

interface Waiting<T> {
  /** In the order in which it was done. */
  waiting: readonly T[];
  /** By id, what the machine said against one; it stays until somebody drops it. */
  refused: Readonly<Record<string, string>>;
}

export interface Outbox<T> {
  use: UseBoundStore<StoreApi<Waiting<T>>>;
  add: (one: T) => void;
  /** Lets go of one that was refused. */
  drop: (id: string) => void;
  /** Sends what waits, one after another; what the machine knows is not written twice there. */
  send: () => Promise<void>;
}

const AGAIN_MS = 15_000;
const UNPAIRED = 401;
const TOO_MANY = 429;
/** Another time it may be taken: the server is away or busy, or this device is to be paired again. */
const mayPass = (failure: unknown): boolean =>
  !(failure instanceof ApiError) || failure.status >= 500 || failure.status === TOO_MANY || failure.status === UNPAIRED;

/** What is done here while the machine is away: kept in this browser under `key` until the machine has it. */
export function createOutbox<T extends { id: string }>(key: string, sendOne: (one: T) => Promise<void>): Outbox<T> {
  const read = (): T[] => {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
      return Array.isArray(kept) ? (kept as T[]) : []; // written here only
    } catch {
      return [];
    }
  };
  const use = create<Waiting<T>>()(() => ({ waiting: read(), refused: {} }));
  // Another tab may have written: what is kept in this browser is what counts.
  const change = (next: (waiting: readonly T[]) => readonly T[]): void => {
    const waiting = next(read());
    localStorage.setItem(key, JSON.stringify(waiting));
    use.setState({ waiting });
  };
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isSending = false;
  const toSend = (): T[] => read().filter(({ id }) => use.getState().refused[id] === undefined);
  const send = async (): Promise<void> => {
    if (isSending) return;
    isSending = true;
    for (let one = toSend()[0]; one !== undefined; one = toSend()[0]) {
      const { id } = one;
      try {
        await sendOne(one);
        change((waiting) => waiting.filter((other) => other.id !== id));
      } catch (failure) {
        if (mayPass(failure)) break;
        use.setState(({ refused }) => ({ refused: { ...refused, [id]: (failure as ApiError).message } })); // see mayPass
      }
    }
    isSending = false;
    clearTimeout(timer);
    if (toSend().length > 0) timer = setTimeout(() => void send(), AGAIN_MS);
  };
  window.addEventListener('online', () => void send());
  window.addEventListener('storage', () => use.setState({ waiting: read() }));
  if (read().length > 0) void send();
  return {
    use,
    add: (one) => {
      change((waiting) => [...waiting.filter(({ id }) => id !== one.id), one]);
      void send();
    },
    drop: (id) => {
      change((waiting) => waiting.filter((one) => one.id !== id));
      use.setState(({ refused: { [id]: _, ...refused } }) => ({ refused }));
    },
    send,
  };
}
