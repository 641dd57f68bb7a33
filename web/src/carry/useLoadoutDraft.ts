import type { Loadout } from '@ivrak/core';
import { useEffect, useRef, useState } from 'react';
import { api, keepFailure } from '../api/client.ts';
import { back, forth, noSteps, type Steps, withStep } from './steps.ts';
import type { StoredLoadout } from './told.ts';

/** While somebody types on, nothing is sent. */
const KEEP_AFTER_MS = 350;

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

/** Fields that are typed into; all others are pressed. */
const TYPED: readonly string[] = ['name', 'situation', 'kits', 'own'];

/** A loadout as it is being changed: shown at once, kept a moment later, one write after the other. */
export function useLoadoutDraft(stored: StoredLoadout, changed: () => Promise<unknown>): LoadoutDraft {
  const [loadout, setLoadout] = useState(stored.data);
  const [error, setError] = useState<string | null>(null);
  const [isSaved, setSaved] = useState(true);
  const version = useRef(stored.version);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const last = useRef<Promise<void>>(Promise.resolve());
  const unsent = useRef<Loadout | null>(null);
  const flush = () => {
    clearTimeout(timer.current);
    const data = unsent.current;
    if (data === null) return;
    unsent.current = null;
    // One after the other: each write goes out on the version that the one before has made.
    last.current = last.current.then(async () => {
      try {
        const kept = await api.put<StoredLoadout>(`/api/loadouts/${stored.id}`, { version: version.current, data });
        version.current = kept.version;
        setError(null);
        if (unsent.current === null) setSaved(true);
        await changed();
      } catch (failure) {
        setError(keepFailure(failure));
      }
    });
  };
  const leave = useRef(flush);
  leave.current = flush;
  useEffect(() => () => leave.current(), []);
  const [steps, setSteps] = useState<Steps<Loadout>>(noSteps);
  const take = (data: Loadout) => {
    setLoadout(data);
    // A loadout without a name is not sent; the field says so.
    if (data.name.trim() === '') return;
    setSaved(false);
    unsent.current = data;
    clearTimeout(timer.current);
    timer.current = setTimeout(flush, KEEP_AFTER_MS);
  };
  const change = (next: Partial<Loadout>) => {
    const field = Object.keys(next).join();
    setSteps(withStep(steps, loadout, { field, isTyped: TYPED.includes(field), atMs: performance.now() }));
    take({ ...loadout, ...next });
  };
  const step = (to: ReturnType<typeof back<Loadout>>) =>
    to === null
      ? null
      : () => {
          setSteps(to.steps);
          take(to.now);
        };
  return {
    loadout,
    version: () => version.current,
    change,
    error,
    isSaved,
    undo: step(back(steps, loadout)),
    redo: step(forth(steps, loadout)),
  };
}
