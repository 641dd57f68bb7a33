import { kindCatalog } from '@ivrak/core/catalog';
import { type CarryWorld, type LoadoutKit, loadoutKitOf } from '@ivrak/core/loadout';
import type { Container, Kind, Position, School } from '@ivrak/core/model';
import { measuredTimes, reachPlan } from '@ivrak/core/reach';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { type Answer, api } from '../data/client.ts';

export type StoredLoadout = CarryData['loadouts'][number];
export type StoredWeek = CarryData['weeks'][number];
/** Everything that loadouts are worked out from, as the server tells it. */
export type CarryData = Answer<'get', '/api/carry'>;
export interface KnownThings {
  kinds: readonly Kind[];
  schools: readonly School[];
  containers: readonly Container[];
  positions: readonly Position[];
}

export const carryQuery = queryOptions({ queryKey: ['carry'], queryFn: () => api.get('/api/carry') });
export const useCarryData = () => useQuery(carryQuery);

export function worldOf(carryData: Pick<CarryData, 'today' | 'kits' | 'plan' | 'times'>, known: KnownThings): CarryWorld {
  const kits = carryData.kits.flatMap((kit): LoadoutKit[] => {
    const own = loadoutKitOf(
      kit,
      (id) => known.schools.find((school) => school.id === id),
      (id) => known.containers.find((container) => container.id === id),
    );
    return own === null ? [] : [own];
  });
  return {
    kits: new Map(kits.map((kit) => [kit.id, kit])),
    positions: new Map(known.positions.map((position) => [position.id, position])),
    catalog: kindCatalog(known.kinds),
    plan: reachPlan(carryData.plan.data),
    measured: measuredTimes(carryData.times),
    on: carryData.today,
  };
}
