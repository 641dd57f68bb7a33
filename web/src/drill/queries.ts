import type { Drill } from '@ivrak/core/model';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { keptDrills } from '../away/keptDrills.ts';
import { type Answer, api, whoAmI } from '../data/client.ts';
import { useMe } from '../sharing/queries.ts';

export type Drills = Answer<'get', '/api/drills'>;

export const useDrills = () => useQuery({ queryKey: ['drills', 'all'], queryFn: () => api.get('/api/drills') });

/** How much is due for whom, which is little; all sittings are fetched only where they are looked at. */
export const useDrillsDue = () => useQuery({ queryKey: ['drills', 'due'], queryFn: () => api.get('/api/drills/due') });

/** With what waits here for the machine, each once. */
export function useSittings(known: readonly Drill[] | undefined): readonly Drill[] {
  const waiting = keptDrills.use((state) => state.waiting);
  return useMemo(() => {
    const ids = new Set(known?.map(({ id }) => id));
    return [...(known ?? []), ...waiting.filter(({ id }) => !ids.has(id))];
  }, [known, waiting]);
}

/** Who drills: whose phone it is, or who is chosen at the machine; null: not said. */
export function useWho(): string | null {
  const me = useMe();
  const said = me.isHere ? whoAmI() : me.personId;
  return said === 'local' ? null : said;
}
