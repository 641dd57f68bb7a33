import { gradeOf, isAllowed } from '@ivrak/core/coverage';
import type { LoadoutView } from '@ivrak/core/loadout';
import type { Loadout, NeedId, Skill } from '@ivrak/core/model';
import { useMemo } from 'react';
import { containerOf, useCatalog } from '../data/catalog.ts';
import { useStores } from '../data/queries.ts';
import type { CarryData } from './carryData.ts';

export interface Helper {
  need: NeedId;
  kind: string;
  kitId: string;
  /** Seconds to the quickest thing now; null: there is none. */
  beforeS: number | null;
  afterS: number;
  massG: number;
}

const MOST_SHOWN = 3;

/**
 * Spares that would bring a need into its window if they lay in the kit that is nearest to the hand: as quick as the quickest
 * thing of that kit, since they would lie in front. The lightest of the best grade, for the most urgent needs. Nothing goes into what is
 * carried bare.
 */
export function helpersFor(
  carryData: CarryData,
  loadout: Loadout,
  view: LoadoutView,
  spares: readonly { kind: string; condition: string }[],
  grades: (kind: string, need: NeedId) => { grade: string; massG: number } | null,
): Helper[] {
  const nearest = [...view.kits]
    .filter(({ kitId, why, firstS }) => why === null && firstS !== null && hasRoom(carryData.kits.find(({ id }) => id === kitId)))
    .sort((a, b) => (a.firstS ?? 0) - (b.firstS ?? 0))[0];
  if (nearest === undefined || nearest.firstS === null || !loadout.kits.some(({ kitId }) => kitId === nearest.kitId)) return [];
  const afterS = nearest.firstS;
  const isKnown = carryData.kits.some(({ id }) => id === nearest.kitId);
  const gaps = view.coverage.needs.filter(({ state, least }) => state === 'gap' && least > 0);
  const helpers = gaps.flatMap(({ need, windowS }): Helper[] => {
    if (!isKnown || (windowS !== null && afterS > windowS)) return [];
    const fit = spares
      .filter(({ condition }) => condition === 'ready' || condition === 'notStaged')
      .flatMap(({ kind }) => {
        const found = grades(kind, need);
        return found === null || found.grade === 'improvised' ? [] : [{ kind, ...found }];
      })
      .sort((a, b) => (a.grade === b.grade ? a.massG - b.massG : a.grade === 'primary' ? -1 : 1))[0];
    if (fit === undefined) return [];
    const beforeS = view.needs.find((one) => one.need === need)?.lanes[0]?.s ?? null;
    return [{ need, kind: fit.kind, kitId: nearest.kitId, beforeS, afterS, massG: fit.massG }];
  });
  return helpers.slice(0, MOST_SHOWN);
}

const skillsIn = ({ kits }: CarryData, loadout: Loadout): Skill[] => [
  ...new Set(kits.filter(({ id }) => loadout.kits.some(({ kitId }) => kitId === id)).flatMap(({ skills }) => skills)),
];

const hasRoom = (kit: CarryData['kits'][number] | undefined): boolean =>
  kit === undefined || containerOf(kit.containerId)?.opening !== 'none';

export function useHelpers(carryData: CarryData, loadout: Loadout, view: LoadoutView): Helper[] {
  const stores = useStores().data?.units;
  const catalog = useCatalog((state) => state.catalog);
  const schools = useCatalog((state) => state.schools);
  return useMemo(() => {
    const schoolId = carryData.kits.find(({ id }) => id === loadout.kits[0]?.kitId)?.schoolId;
    const school = schools.find(({ id }) => id === schoolId);
    if (stores === undefined || school === undefined) return [];
    const allowance = { skills: skillsIn(carryData, loadout), isChecked: loadout.passesSecurity };
    return helpersFor(carryData, loadout, view, stores, (id, need) => {
      const kind = catalog.get(id);
      // What a check would take is no help beyond it, and what nobody of the loadout is trained for helps nobody.
      if (kind === undefined || !isAllowed(kind, need, allowance)) return null;
      const grade = gradeOf(kind, need, school);
      return grade === null ? null : { grade, massG: kind.massG };
    });
  }, [carryData, loadout, view, stores, catalog, schools]);
}
