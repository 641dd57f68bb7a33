import { type CarryWorld, loadoutProblem } from '../loadout/loadout.ts';
import type { Drill } from '../model/drill.ts';
import type { Loadout } from '../model/loadout.ts';
import type { Conditions } from '../model/reach.ts';
import type { KitId } from '../model/unit.ts';

/** Planning value: after so many uses a practice unit is looked at, since what is worn teaches what a new one does not do. */
export const PRACTICE_USES = 30;

/** How often a practice unit was used in drills. */
export const usesOf = (drills: readonly Drill[], practiceId: string): number =>
  drills.filter((drill) => drill.way === 'hands' && drill.practiceId === practiceId).length;

/** Seconds to the hand by planning values alone, whatever was measured, with the kit where it is carried; null: not in reach, or not in it. */
export function plannedHandS(kitId: string, kind: string, conditions: Conditions, world: CarryWorld): number | null {
  const loadout: Loadout = {
    ...{ id: 'hands', name: 'hands', situation: '', personId: null, bearers: null, own: [], passesSecurity: false, conditions },
    // Of the world.
    kits: [{ kitId: kitId as KitId, distanceM: 0, minutes: null, by: 'foot', isBrought: false, positionId: null }],
  };
  const problem = loadoutProblem(loadout, { ...world, measured: new Map() });
  const times = (world.kits.get(kitId)?.units ?? []).flatMap((unit) => {
    const answer = problem?.reach.get(unit.id);
    return unit.kind === kind && answer?.inReach === true ? [answer.s] : [];
  });
  return times.length === 0 ? null : Math.min(...times);
}
