import { temporal } from 'zundo';
import { create } from 'zustand';
import { ApiError, messageOf, personHeader } from '../data/client.ts';

export type SaveState = 'saved' | 'dirty' | 'saving' | 'failed' | 'conflict';

/** While somebody types on, nothing is sent. */
export const SAVE_AFTER_MS = 350;
/** What is typed into one field within this time is one step: a name is undone as a whole, not letter by letter. */
export const ONE_STEP_MS = 1200;

export interface DraftState<Draft, Stored> {
  id: string | null;
  /** The version that the next write is made on. */
  version: number;
  draft: Draft | null;
  save: SaveState;
  savedAt: string | null;
  error: string | null;
  /** With a conflict: the record as somebody else saved it. */
  theirs: Stored | null;
}

export interface DraftMeans<Draft, Stored extends { id: string; version: number }> {
  path: (id: string) => string;
  /** What a write sends: sent without waiting when the tab goes, and nobody hears the answer any more. */
  body: (version: number, draft: Draft) => unknown;
  put: (id: string, version: number, draft: Draft) => Promise<Stored>;
  toDraft: (stored: Stored) => Draft;
  /** Whether a draft may be sent as it is; one that may not waits, and its field says why. */
  canSend?: (draft: Draft) => boolean;
  isStored: (value: unknown) => value is Stored;
  onOpened?: () => void;
  onSaved?: (stored: Stored) => void;
  nowMs: () => number;
}

// Made once: making a format takes several milliseconds, and this is asked at every save.
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const NO_STEP = { name: '', atMs: Number.NEGATIVE_INFINITY };

/**
 * A record as it is being changed: shown at once, undone step by step, saved a moment later, one write after the other, each on the
 * version that the one before has made. A stale write keeps both versions until somebody chooses.
 */
export function createDraft<Draft, Stored extends { id: string; version: number }>(means: DraftMeans<Draft, Stored>) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** The draft that the server holds; the same reference means that nothing is left to save. */
  let saved: Draft | null = null;
  let isSending = false;
  let last: Promise<void> = Promise.resolve();
  let before = NO_STEP;
  let isSameStep = false;
  const use = create<DraftState<Draft, Stored>>()(
    temporal(
      (): DraftState<Draft, Stored> => ({
        id: null,
        version: 0,
        draft: null,
        save: 'saved',
        savedAt: null,
        error: null,
        theirs: null,
      }),
      {
        partialize: ({ draft }) => ({ draft }),
        limit: 200,
        equality: (a, b) => a.draft === b.draft,
        handleSet: (record) => (past, replace) => {
          if (!isSameStep) record(past, replace as false); // zundo hands its own argument on
        },
      },
    ),
  );

  /** What the server does not have and may have. */
  const unsent = (): { id: string; draft: Draft } | null => {
    const { id, draft, save } = use.getState();
    if (id === null || draft === null || draft === saved || save === 'conflict' || means.canSend?.(draft) === false) return null;
    return { id, draft };
  };

  const send = async (): Promise<void> => {
    const left = unsent();
    if (left === null) return;
    const { id, draft } = left;
    isSending = true;
    use.setState({ save: 'saving' });
    try {
      const stored = await means.put(id, use.getState().version, draft);
      if (use.getState().id === id) {
        saved = draft;
        const isDone = use.getState().draft === draft;
        use.setState({ version: stored.version, save: isDone ? 'saved' : 'dirty', savedAt: CLOCK.format(new Date()), error: null });
        if (!isDone) schedule(0);
      }
      means.onSaved?.(stored);
    } catch (error) {
      // What was opened meanwhile has nothing to do with it.
      if (use.getState().id === id) use.setState(refusalState(error));
    }
    isSending = false;
  };
  const refusalState = (error: unknown): Partial<DraftState<Draft, Stored>> =>
    error instanceof ApiError && error.status === 409 && means.isStored(error.current)
      ? { save: 'conflict', theirs: error.current }
      : { save: 'failed', error: messageOf(error) };

  /** Sends what is left; settles when it is saved or refused. */
  const saveNow = (): Promise<void> => {
    clearTimeout(timer);
    last = last.then(send);
    return last;
  };
  function schedule(delayMs: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void saveNow(), delayMs);
  }

  use.subscribe((state, was) => {
    if (state.draft === was.draft || state.draft === null || state.save === 'conflict') return;
    if (state.save !== 'saving') use.setState({ save: state.draft === saved ? 'saved' : 'dirty' });
    if (state.draft !== saved) schedule(SAVE_AFTER_MS);
  });

  function open(stored: Stored): void {
    saved = means.toDraft(stored);
    before = NO_STEP;
    means.onOpened?.();
    use.setState({ id: stored.id, version: stored.version, draft: saved, save: 'saved', error: null, theirs: null });
    use.temporal.getState().clear();
  }

  return {
    use,
    open,
    saveNow,
    /** `step` names the field that is typed into: what is typed into it without a rest is one step. */
    edit(change: (draft: Draft) => Draft, step = ''): void {
      const { draft: was } = use.getState();
      if (was === null) return;
      const draft = change(was);
      if (draft === was) return;
      isSameStep = step !== '' && before.name === step && means.nowMs() - before.atMs < ONE_STEP_MS;
      before = { name: step, atMs: means.nowMs() };
      use.setState({ draft });
      isSameStep = false;
    },
    undo(): void {
      before = NO_STEP;
      use.temporal.getState().undo();
    },
    redo(): void {
      use.temporal.getState().redo();
    },
    takeTheirs(): void {
      const { theirs } = use.getState();
      if (theirs !== null) open(theirs);
    },
    keepMine(): void {
      const { theirs } = use.getState();
      if (theirs === null) return;
      use.setState({ version: theirs.version, theirs: null, save: 'dirty' });
      schedule(0);
    },
    /** The tab is going: what is left is sent with it, on the version that a write under way will have made. */
    leave(): void {
      const left = unsent();
      if (left === null) return;
      const { version } = use.getState();
      void fetch(means.path(left.id), {
        method: 'PUT',
        keepalive: true,
        headers: { 'content-type': 'application/json', ...personHeader() },
        body: JSON.stringify(means.body(isSending ? version + 1 : version, left.draft)),
      });
    },
  };
}
