import type { Loadout } from '@ivrak/core/model';
import { useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { addressOf, api } from '../data/client.ts';
import { createDraft } from '../draft/createDraft.ts';
import type { StoredLoadout } from './carryData.ts';

export interface LoadoutDraft {
  loadout: Loadout;
  version: () => number;
  change: (next: Partial<Loadout>) => void;
  error: string | null;
  isSaved: boolean;
  /** Somebody else saved it meanwhile: which of the two stands is to be chosen. */
  conflict: { takeTheirs: () => void; keepMine: () => void } | null;
  /** Null: nothing to undo, or to do again. */
  undo: (() => void) | null;
  redo: (() => void) | null;
}

/** Fields that are typed into; all others are pressed. */
const TYPED: readonly string[] = ['name', 'situation', 'kits', 'own'];

const isStoredLoadout = (value: unknown): value is StoredLoadout =>
  typeof value === 'object' && value !== null && 'data' in value && 'version' in value;

/** A loadout without a name is not sent, and its field says so. */
const createLoadoutDraft = (put: (id: string, version: number, data: Loadout) => Promise<StoredLoadout>, onSaved: () => void) =>
  createDraft<Loadout, StoredLoadout>({
    path: (id) => addressOf('/api/loadouts/:id', { params: { id } }),
    body: (version, data) => ({ version, data }),
    put,
    toDraft: ({ data }) => data,
    canSend: ({ name }) => name.trim() !== '',
    isStored: isStoredLoadout,
    onSaved,
    nowMs: () => performance.now(),
  });

/** The draft of the loadout that is open; what is left of it is sent when the page or the tab is left. */
export function useLoadoutDraft(stored: StoredLoadout, changed: () => Promise<unknown>): LoadoutDraft {
  const latest = useRef(changed);
  latest.current = changed;
  const [draft] = useState(() => {
    const made = createLoadoutDraft(
      (id, version, data) => api.put('/api/loadouts/:id', { params: { id }, body: { version, data } }),
      () => void latest.current(),
    );
    made.open(stored);
    return made;
  });
  useEffect(() => {
    window.addEventListener('pagehide', draft.leave);
    return () => {
      window.removeEventListener('pagehide', draft.leave);
      void draft.saveNow();
    };
  }, [draft]);
  const { draft: loadout, save, error } = draft.use();
  const { pastStates, futureStates } = useStore(draft.use.temporal);
  return {
    loadout: loadout ?? stored.data,
    version: () => draft.use.getState().version,
    change: (next) => {
      const field = Object.keys(next).join();
      draft.edit((before) => ({ ...before, ...next }), TYPED.includes(field) ? field : '');
    },
    error,
    isSaved: save === 'saved',
    conflict: save === 'conflict' ? { takeTheirs: draft.takeTheirs, keepMine: draft.keepMine } : null,
    undo: pastStates.length === 0 ? null : draft.undo,
    redo: futureStates.length === 0 ? null : draft.redo,
  };
}
