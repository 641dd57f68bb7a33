import type { KitDraft, KitView, Unit, UnitId } from '@ivrak/core';
import { temporal } from 'zundo';
import { create } from 'zustand';
import { ApiError, api, messageOf } from '../api/client.ts';
import { queryClient } from '../api/queries.ts';

export type SaveState = 'saved' | 'dirty' | 'saving' | 'failed' | 'conflict';
type SentTo = Record<string, 'stores' | 'discarded' | 'practice'>;

interface DraftStore {
  kitId: string | null;
  /** The version on which the draft was made. */
  version: number;
  draft: KitDraft | null;
  save: SaveState;
  savedAt: string | null;
  error: string | null;
  /** With a conflict: the kit as somebody else saved it. */
  theirs: KitView | null;
  sentTo: SentTo;
  open(kit: KitView): void;
  edit(change: (draft: KitDraft) => KitDraft): void;
  sendTo(unitId: UnitId, place: SentTo[string]): void;
  takeTheirs(): void;
  keepMine(): void;
}

export function draftOf(kit: KitView): KitDraft {
  const { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules } = kit;
  const units = kit.units.map(
    ({ id, kind, count, piecesUsed, condition, state, lot, expiresOn }): Unit => ({
      id,
      kind,
      count,
      piecesUsed,
      condition,
      state,
      lot,
      expiresOn,
    }),
  );
  return { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules, units };
}

const SAVE_AFTER_MS = 350;
let timer: ReturnType<typeof setTimeout> | undefined;
/** The draft that the server holds; the same reference means that nothing is left to save. */
let saved: KitDraft | null = null;

export const useDraft = create<DraftStore>()(
  temporal(
    (set, get) => ({
      kitId: null,
      version: 0,
      draft: null,
      save: 'saved',
      savedAt: null,
      error: null,
      theirs: null,
      sentTo: {},
      open: (kit) => {
        const draft = draftOf(kit);
        saved = draft;
        set({ kitId: kit.id, version: kit.version, draft, save: 'saved', error: null, theirs: null, sentTo: {} });
        useDraft.temporal.getState().clear();
      },
      edit: (change) => {
        const before = get().draft;
        if (before === null) return;
        const draft = change(before);
        if (draft !== before) set({ draft });
      },
      sendTo: (unitId, place) => {
        set({ sentTo: { ...get().sentTo, [unitId]: place } });
        get().edit((draft) => ({ ...draft, units: draft.units.filter(({ id }) => id !== unitId) }));
      },
      takeTheirs: () => {
        const { theirs } = get();
        if (theirs !== null) get().open(theirs);
      },
      keepMine: () => {
        const { theirs } = get();
        if (theirs === null) return;
        set({ version: theirs.version, theirs: null, save: 'dirty' });
        schedule(0);
      },
    }),
    { partialize: ({ draft }) => ({ draft }), limit: 200, equality: (a, b) => a.draft === b.draft },
  ),
);

useDraft.subscribe((state, before) => {
  if (state.draft === before.draft || state.draft === null) return;
  if (state.save === 'conflict') return;
  if (state.save !== 'saving') useDraft.setState({ save: state.draft === saved ? 'saved' : 'dirty' });
  if (state.draft === saved) return;
  schedule(SAVE_AFTER_MS);
});

function schedule(delayMs: number): void {
  clearTimeout(timer);
  timer = setTimeout(() => void saveNow(), delayMs);
}

/** Saves what differs from the server; called again for whatever was typed while a save was under way. */
export async function saveNow(): Promise<void> {
  const { kitId, draft, version, save, sentTo } = useDraft.getState();
  if (kitId === null || draft === null || draft === saved || save === 'saving' || save === 'conflict') return;
  useDraft.setState({ save: 'saving' });
  try {
    const kit = await api.put<KitView>(`/api/kits/${kitId}`, { version, draft, sentTo });
    if (useDraft.getState().kitId !== kitId) return;
    saved = draft;
    const isDone = useDraft.getState().draft === draft;
    useDraft.setState({ version: kit.version, save: isDone ? 'saved' : 'dirty', savedAt: clockNow(), error: null });
    queryClient.setQueryData(['kit', kitId], kit);
    void queryClient.invalidateQueries({ queryKey: ['kits'] });
    if (!isDone) schedule(0);
  } catch (error) {
    if (error instanceof ApiError && error.status === 409 && isKit(error.current))
      useDraft.setState({ save: 'conflict', theirs: error.current });
    else useDraft.setState({ save: 'failed', error: messageOf(error) });
  }
}

const isKit = (value: unknown): value is KitView => typeof value === 'object' && value !== null && 'units' in value && 'version' in value;

// Made once: making a format takes several milliseconds, and this is asked at every save.
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const clockNow = (): string => CLOCK.format(new Date());

/** The tab is going: what is not saved yet is sent with it. */
export function flushOnLeave(): void {
  const { kitId, draft, version, save, sentTo } = useDraft.getState();
  if (kitId === null || draft === null || draft === saved || save === 'conflict') return;
  void fetch(`/api/kits/${kitId}`, {
    method: 'PUT',
    keepalive: true,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ version, draft, sentTo }),
  });
}

export const undo = (): void => useDraft.temporal.getState().undo();
export const redo = (): void => useDraft.temporal.getState().redo();
