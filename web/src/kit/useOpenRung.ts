import { RUNGS, type Rung } from '@ivrak/core/model';
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/** The opened rung stands in the address, so that a link shows the same. */
export function useOpenRung(): { rung: Rung | null; open: (rung: Rung) => void; close: () => void } {
  const [params, setParams] = useSearchParams();
  const said = params.get('rung');
  const rung = RUNGS.find((candidate) => candidate === said) ?? null;
  const write = useCallback(
    (next: Rung | null) =>
      setParams(
        (before) => {
          const after = new URLSearchParams(before);
          if (next === null) after.delete('rung');
          else after.set('rung', next);
          return after;
        },
        { replace: true },
      ),
    [setParams],
  );
  const open = useCallback((next: Rung) => write(next === rung ? null : next), [write, rung]);
  const close = useCallback(() => write(null), [write]);
  return { rung, open, close };
}
