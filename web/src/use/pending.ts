import { useCallback, useState } from 'react';

/** A tap: so many pieces of a unit, at a time. */
export interface Tap {
  at: string;
  unitId: string;
  count: number;
}

/** What is written down but not sent yet. It stays in the browser until the server has it; the id makes sending twice harmless. */
export interface PendingUse {
  id: string;
  taps: Tap[];
}

const keyOf = (kitId: string): string => `ivrak.use.${kitId}`;
const fresh = (): PendingUse => ({ id: crypto.randomUUID(), taps: [] });

function read(kitId: string): PendingUse {
  try {
    const stored = JSON.parse(localStorage.getItem(keyOf(kitId)) ?? 'null') as PendingUse | null;
    return stored !== null && typeof stored.id === 'string' && Array.isArray(stored.taps) ? stored : fresh();
  } catch {
    return fresh();
  }
}

export function usePendingUse(kitId: string) {
  const [pending, setPending] = useState<PendingUse>(() => read(kitId));
  const write = useCallback(
    (next: PendingUse) => {
      setPending(next);
      if (next.taps.length === 0) localStorage.removeItem(keyOf(kitId));
      else localStorage.setItem(keyOf(kitId), JSON.stringify(next));
    },
    [kitId],
  );
  const tap = useCallback(
    (unitId: string) => write({ ...pending, taps: [...pending.taps, { at: new Date().toISOString(), unitId, count: 1 }] }),
    [pending, write],
  );
  const untap = useCallback(
    (unitId: string) => {
      const last = pending.taps.findLastIndex((entry) => entry.unitId === unitId);
      if (last >= 0) write({ ...pending, taps: pending.taps.toSpliced(last, 1) });
    },
    [pending, write],
  );
  const clear = useCallback(() => write(fresh()), [write]);
  return { pending, tap, untap, clear };
}
