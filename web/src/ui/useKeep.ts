import { useRef, useState } from 'react';
import { keepFailure } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';

/**
 * Sends a change, takes the catalogue in anew, goes on with `done`, and says in words what went wrong. Changes go one after another: one
 * that reads the record it changes when it is sent (`received`) stands on the change before it, however fast the hand is.
 */
export function useKeep() {
  const refresh = useRefresh();
  const [error, setError] = useState<string | null>(null);
  const [sending, setSending] = useState(0);
  const last = useRef<Promise<void>>(Promise.resolve());
  const send = async (act: () => Promise<unknown>, done?: () => unknown): Promise<void> => {
    try {
      await act();
      setError(null);
      await refresh();
      await done?.();
    } catch (failure) {
      setError(keepFailure(failure));
    }
  };
  const keep = (act: () => Promise<unknown>, done?: () => unknown): Promise<void> => {
    setSending((count) => count + 1);
    last.current = last.current.then(() => send(act, done)).finally(() => setSending((count) => count - 1));
    return last.current;
  };
  /** Leads on after a change, unless the person has gone elsewhere while it was on its way. */
  const keepAndGo = (act: () => Promise<unknown>, go: () => unknown): Promise<void> => {
    const { href } = window.location;
    return keep(act, () => (window.location.href === href ? go() : undefined));
  };
  return { error, isSending: sending > 0, keep, keepAndGo };
}
