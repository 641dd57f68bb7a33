import type { Loadout } from '@ivrak/core';
import { useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { api } from '../api/client.ts';
import { loadoutDraft } from './loadoutDraft.ts';
import type { StoredLoadout } from './told.ts';

export interface LoadoutDraft {
  loadout: Loadout;
  version: () => number;
  change: (next: Partial<Loadout>) => void;
  error: string | null;
  isSaved: boolean;
  /** Null: nothing to undo, or to do again. */
  undo: (() => void) | null;
  redo: (() => void) | null;
}

/** The draft of the loadout that is open; what is left of it is sent when the page or the tab is left. */
export function useLoadoutDraft(stored: StoredLoadout, changed: () => Promise<unknown>): LoadoutDraft {
  const latest = useRef(changed);
  latest.current = changed;
  const path = `/api/loadouts/${stored.id}`;
  const [draft] = useState(() =>
    loadoutDraft(stored, {
      nowMs: () => performance.now(),
      put: async (version, data) => {
        const kept = await api.put<StoredLoadout>(path, { version, data });
        void latest.current();
        return kept.version;
      },
    }),
  );
  useEffect(() => {
    const leave = () => {
      const left = draft.leftover();
      if (left === null) return;
      const headers = { 'content-type': 'application/json' };
      void fetch(path, { method: 'PUT', keepalive: true, headers, body: JSON.stringify(left) });
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      void draft.flush();
    };
  }, [draft, path]);
  const { loadout, isSaved, error } = useStore(draft.store);
  const { pastStates, futureStates } = useStore(draft.store.temporal);
  return {
    loadout,
    version: draft.version,
    change: draft.change,
    error,
    isSaved,
    undo: pastStates.length === 0 ? null : draft.undo,
    redo: futureStates.length === 0 ? null : draft.redo,
  };
}
