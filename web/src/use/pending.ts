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

export const withTap = (pending: PendingUse, unitId: string, at: string): PendingUse => ({
  ...pending,
  taps: [...pending.taps, { at, unitId, count: 1 }],
});

/** Takes the last tap of a unit back; the same reference where there was none. */
export function withoutLastTap(pending: PendingUse, unitId: string): PendingUse {
  const last = pending.taps.findLastIndex((entry) => entry.unitId === unitId);
  return last < 0 ? pending : { ...pending, taps: pending.taps.filter((_, index) => index !== last) };
}

/** What the browser kept; a fresh one where nothing was kept or it cannot be read. */
export function readPending(kitId: string): PendingUse {
  try {
    const stored = JSON.parse(localStorage.getItem(keyOf(kitId)) ?? 'null') as PendingUse | null;
    return stored !== null && typeof stored.id === 'string' && Array.isArray(stored.taps) ? stored : fresh();
  } catch {
    return fresh();
  }
}

export function keepPending(kitId: string, pending: PendingUse): void {
  if (pending.taps.length === 0) localStorage.removeItem(keyOf(kitId));
  else localStorage.setItem(keyOf(kitId), JSON.stringify(pending));
}

export function usePendingUse(kitId: string) {
  const [pending, setPending] = useState<PendingUse>(() => readPending(kitId));
  const write = useCallback(
    (next: PendingUse) => {
      setPending(next);
      keepPending(kitId, next);
    },
    [kitId],
  );
  const tap = useCallback((unitId: string) => write(withTap(pending, unitId, new Date().toISOString())), [pending, write]);
  const untap = useCallback((unitId: string) => write(withoutLastTap(pending, unitId)), [pending, write]);
  const clear = useCallback(() => write(fresh()), [write]);
  return { pending, tap, untap, clear };
}
