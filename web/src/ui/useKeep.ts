import { useState } from 'react';
import { keepFailure } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';

/** Sends a change, takes the catalogue in anew, goes on with `done`, and says in words what went wrong. */
export function useKeep() {
  const refresh = useRefresh();
  const [error, setError] = useState<string | null>(null);
  const keep = async (act: () => Promise<unknown>, done?: () => unknown): Promise<void> => {
    try {
      await act();
      setError(null);
      await refresh();
      await done?.();
    } catch (failure) {
      setError(keepFailure(failure));
    }
  };
  /** Leads on after a change, unless the person has gone elsewhere while it was on its way. */
  const keepAndGo = (act: () => Promise<unknown>, go: () => unknown): Promise<void> => {
    const { href } = window.location;
    return keep(act, () => (window.location.href === href ? go() : undefined));
  };
  return { error, keep, keepAndGo };
}
