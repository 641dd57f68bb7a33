import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { keepPutBacks } from '../away/keptDeeds.ts';
import { useAway } from '../data/away.ts';
import { api, messageOf, OfflineError } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import type { Moved } from './RestockLines.tsx';

/** Moves spares into a kit, one after the other; while the machine is away what comes out of stores waits for it here. */
export function usePutBack(kitId: string) {
  const refresh = useRefresh();
  const client = useQueryClient();
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const putBack = async (taken: readonly Moved[]) => {
    setBusy(true);
    setError(null);
    // A stack that serves two needs changes its version with the first move.
    const moved = new Map<string, number>();
    for (const [index, { unitId, take, version }] of taken.entries()) {
      const deed = crypto.randomUUID();
      try {
        if (useAway.getState().isAway) throw new OfflineError();
        const body = { version: version + (moved.get(unitId) ?? 0), to: 'kit' as const, kitId, count: take, deed };
        await api.post('/api/units/:id/move', { params: { id: unitId }, body });
        moved.set(unitId, (moved.get(unitId) ?? 0) + 1);
      } catch (failure) {
        if (failure instanceof OfflineError) setError(keepPutBacks(kitId, deed, taken.slice(index)) ? null : FROM_KITS);
        else setError(messageOf(failure));
        break;
      }
    }
    await Promise.all([refresh(), client.invalidateQueries({ queryKey: ['kit'] })]);
    setBusy(false);
  };
  return { putBack, isBusy, error };
}

const FROM_KITS = 'The machine is away: what lies in another kit cannot be taken out of it until it is back.';
