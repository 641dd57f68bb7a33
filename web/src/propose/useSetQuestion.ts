import { catalogWith, ownKit } from '@ivrak/core/loadout';
import type { KitView, NeedId } from '@ivrak/core/model';
import { needsOn } from '@ivrak/core/needs';
import type { KitOfSet, SetAsk } from '@ivrak/core/propose';
import { fetchS, reachPlan } from '@ivrak/core/reach';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { type CarryData, type StoredLoadout, useCarryData } from '../carry/carryData.ts';
import { schoolOf, useCatalog } from '../data/catalog.ts';
import { kitQuery, type StoredSet } from '../data/queries.ts';
import { draftOf } from '../kit/draftStore.ts';
import { useChoices } from './useChoices.ts';
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
export function useSetQuestion(
  set: StoredSet,
  kits: readonly KitView[] | null,
  loadoutId: string | null,
  ask: SetAsk,
): (AskedOfSet & { needs: readonly NeedId[] }) | null {
  const carry = useCarryData().data;
  const shipped = useCatalog((state) => state.catalog);
  const choices = useChoices(carry?.today);
  const about = useMemo(() => {
    if (carry === undefined || kits === null || choices === null) return null;
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
    const { own } = set.data;
    const school = schoolOf(first.draft);
    const kinds = [...catalogWith(shipped, own).values()];
    const conditions = loadout === undefined ? {} : { conditions: loadout.conditions };
    const needs = needsOn(first.draft.brief, school, choices.today).flatMap(({ need, ideal }) => (ideal > 0 ? [need] : []));
    return { kits: [first, ...others] as const, needs, world: { ...choices, kinds, school, plan, own: ownKit(own), ...conditions } };
  }, [carry, choices, shipped, kits, loadoutId, set]);
  return useMemo(() => (about === null ? null : { ...about, ask }), [about, ask]);
}
