import type { Loadout } from '@ivrak/core';
import { temporal } from 'zundo';
import { createStore } from 'zustand/vanilla';
import { keepFailure } from '../api/client.ts';
import type { StoredLoadout } from './told.ts';

/** While somebody types on, nothing is sent. */
export const KEEP_AFTER_MS = 350;
/** What is typed within this time is one step: a name is undone as a whole, not letter by letter. */
export const ONE_STEP_MS = 1200;
/** Fields that are typed into; all others are pressed. */
const TYPED: readonly string[] = ['name', 'situation', 'kits', 'own'];

interface DraftState {
  loadout: Loadout;
  isSaved: boolean;
  error: string | null;
}
interface Means {
  /** Writes it on a version and gives the next one. */
  put: (version: number, data: Loadout) => Promise<number>;
  nowMs: () => number;
}

/** A loadout as it is being changed: shown at once, undone step by step, kept a moment later, one write after the other. */
export function loadoutDraft(stored: StoredLoadout, { put, nowMs }: Means) {
  let version = stored.version;
  let kept = stored.data;
  let last: Promise<void> = Promise.resolve();
  let isSending = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let before = { field: '', atMs: Number.NEGATIVE_INFINITY };
  let isSameStep = false;
  const store = createStore<DraftState>()(
    temporal((): DraftState => ({ loadout: stored.data, isSaved: true, error: null }), {
      partialize: ({ loadout }) => ({ loadout }),
      limit: 100,
      equality: (a, b) => a.loadout === b.loadout,
      handleSet: (record) => (past, replace) => {
        if (!isSameStep) record(past, replace as false); // zundo hands its own argument on
      },
    }),
  );
  /** What the server does not have; a loadout without a name is not sent, and the field says so. */
  const unsent = (): Loadout | null => {
    const { loadout } = store.getState();
    return loadout === kept || loadout.name.trim() === '' ? null : loadout;
  };
  const send = async (): Promise<void> => {
    const data = unsent();
    if (data === null) return;
    isSending = true;
    try {
      version = await put(version, data);
      kept = data;
      store.setState({ error: null, isSaved: unsent() === null });
    } catch (failure) {
      store.setState({ error: keepFailure(failure) });
    }
    isSending = false;
  };
  const flush = (): Promise<void> => {
    clearTimeout(timer);
    // Each write goes out on the version that the one before has made.
    last = last.then(send);
    return last;
  };
  store.subscribe((now, was) => {
    if (now.loadout === was.loadout) return;
    store.setState({ isSaved: unsent() === null });
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), KEEP_AFTER_MS);
  });
  return {
    store,
    flush,
    version: () => version,
    change(next: Partial<Loadout>): void {
      const field = Object.keys(next).join();
      isSameStep = TYPED.includes(field) && before.field === field && nowMs() - before.atMs < ONE_STEP_MS;
      before = { field, atMs: nowMs() };
      store.setState({ loadout: { ...store.getState().loadout, ...next } });
      isSameStep = false;
    },
    undo(): void {
      before = { field: '', atMs: Number.NEGATIVE_INFINITY };
      store.temporal.getState().undo();
    },
    redo(): void {
      store.temporal.getState().redo();
    },
    /** The tab is going: what is left to send, and the version that it goes on once a write under way has come through. */
    leftover: (): { version: number; data: Loadout } | null => {
      const data = unsent();
      return data === null ? null : { version: isSending ? version + 1 : version, data };
    },
  };
}
