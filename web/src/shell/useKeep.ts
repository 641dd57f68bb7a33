import { useState } from 'react';
import { keepFailure } from '../api/client.ts';
import { useRefresh } from '../api/queries.ts';

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
  return { error, keep };
}
