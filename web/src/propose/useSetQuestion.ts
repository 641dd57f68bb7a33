import { emptyBook, offeredPrices } from '@ivrak/core/buying';
import { ownKit } from '@ivrak/core/loadout';
import type { KitView } from '@ivrak/core/model';
import type { KitOfSet, SetAsk } from '@ivrak/core/propose';
import { fetchS, reachPlan } from '@ivrak/core/reach';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useOffers } from '../buying/queries.ts';
import { type CarryData, type StoredLoadout, useCarryData } from '../carry/carryData.ts';
import { catalogNow, schoolOf, useCatalog } from '../data/catalog.ts';
import { kitQuery, type StoredSet, useStores } from '../data/queries.ts';
import { draftOf } from '../kit/draftStore.ts';
import type { AskedOfSet } from './useProposing.ts';

/** Loadouts that carry a kit of the set, those that carry most of them first. */
export function carrying(set: StoredSet, { loadouts }: Pick<CarryData, 'loadouts'>): StoredLoadout[] {
  const carried = ({ data }: StoredLoadout) => data.kits.filter(({ kitId }) => set.data.kitIds.includes(kitId)).length;
  return loadouts.filter((one) => carried(one) > 0).sort((a, b) => carried(b) - carried(a));
}

/** The kits of a set as they are stored; null: they are on the way, or one of them cannot be had. */
export function useKitsOf(set: StoredSet): { kits: readonly KitView[] | null; error: unknown } {
  const queries = useQueries({ queries: set.data.kitIds.map((id) => kitQuery(id)) });
  const failed = queries.find(({ isLoadingError }) => isLoadingError);
  const versions = queries.map(({ data }) => `${data?.id} ${data?.version}`).join();
  const kits = useMemo(() => {
    const all = queries.flatMap(({ data }) => data ?? []);
    return all.length === queries.length ? all : null;
  }, [versions]);
  return { kits, error: failed?.error ?? null };
}

/** What is asked for the set, carried as in a loadout: the contents of its kits, the way to each, and all there is to choose from. */
export function useSetQuestion(set: StoredSet, kits: readonly KitView[] | null, loadoutId: string | null, ask: SetAsk): AskedOfSet | null {
  const carry = useCarryData().data;
  const stores = useStores().data;
  const book = useOffers().data?.data;
  const { kinds, containers, positions } = useCatalog();
  const about = useMemo(() => {
    if (carry === undefined || kits === null) return null;
    const plan = reachPlan(carry.plan.data);
    const loadout = carry.loadouts.find(({ id }) => id === loadoutId)?.data;
    const asked = kits.map((kit): KitOfSet => {
      const carried = loadout?.kits.find(({ kitId }) => kitId === kit.id);
      const draft = draftOf(kit);
      return {
        id: kit.id,
        draft: { ...draft, units: kit.units, planned: [], positionId: carried?.positionId ?? draft.positionId },
        alone: set.data.alone[kit.id] ?? [],
        fetchS: carried === undefined ? 0 : fetchS(carried, plan),
      };
    });
    const [first, ...others] = asked;
    if (first === undefined) return null;
    const spares = (stores?.units ?? [])
      .filter(({ place, condition, piecesUsed }) => place === 'stores' && condition === 'ready' && piecesUsed === 0)
      .map(({ id, kind, count, expiresOn }) => ({ id: id as string, kind, count, expiresOn }));
    const { offers, suppliers } = book ?? emptyBook();
    const offered = offeredPrices({ offers, suppliers }, (id) => catalogNow().get(id)?.sellerMatters === true, carry.today);
    const world = {
      kinds,
      containers,
      positions,
      school: schoolOf(first.draft),
      today: carry.today,
      spares,
      offered,
      plan,
      own: ownKit(set.data.own),
      ...(loadout === undefined ? {} : { conditions: loadout.conditions }),
    };
    return { kits: [first, ...others] as const, world };
  }, [carry, stores, book, kinds, containers, positions, kits, loadoutId, set]);
  return useMemo(() => (about === null ? null : { ...about, ask }), [about, ask]);
}
