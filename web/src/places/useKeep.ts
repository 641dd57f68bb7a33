import { useState } from 'react';
import { ApiError, messageOf } from '../api/client.ts';
import { useRefresh } from '../api/queries.ts';

/** Sends a change, takes the catalogue in anew, and says in words what went wrong. */
export function useKeep(done: () => void) {
  const refresh = useRefresh();
  const [error, setError] = useState<string | null>(null);
  const keep = async (act: () => Promise<unknown>): Promise<void> => {
    try {
      await act();
      await refresh();
      done();
    } catch (failure) {
      setError(
        failure instanceof ApiError && failure.status === 409 ? 'It was changed in another window: open it again.' : messageOf(failure),
      );
    }
  };
  return { error, keep };
}
