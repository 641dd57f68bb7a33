import { problemOf } from '@ivrak/core/coverage';
import {
  type CarryWorld,
  type LoadoutView,
  leaveAtHome,
  loadoutProblem,
  loadoutView,
  type Scenario,
  type Spares,
} from '@ivrak/core/loadout';
import { isAtHand, type Loadout } from '@ivrak/core/model';
import { expose } from 'comlink';
import { type CarryData, type KnownThings, worldOf } from './carryData.ts';

let world: CarryWorld | null = null;
/** Kits that are meant to be grabbed alone. */
let alone: readonly string[] = [];

/** Works loadouts out beside the page: every one of them again whenever somebody moves a kit. */
const carryWorker = {
  know(carryData: Pick<CarryData, 'today' | 'kits' | 'plan' | 'times'>, known: KnownThings): void {
    world = worldOf(carryData, known);
    alone = carryData.kits.filter(({ standsAlone }) => standsAlone).map(({ id }) => id);
  },
  views: (loadouts: readonly Loadout[]): (LoadoutView | null)[] =>
    loadouts.map((loadout) => (world === null ? null : loadoutView(loadout, world))),
  /** What can stay at home of the kits that are at hand in these loadouts, with nothing lost in any of them, nor in a kit that stands alone. */
  spares(loadouts: readonly Loadout[]): Spares {
    if (world === null) return { units: [], massG: 0, proven: true };
    const { kits, catalog, on } = world;
    const scenarios: Scenario[] = [];
    for (const loadout of loadouts) {
      const asked = loadoutProblem(loadout, world);
      if (asked !== null) scenarios.push({ id: loadout.id, problem: asked.problem, catalog: asked.catalog });
    }
    const movable = new Set(loadouts.flatMap(({ kits: own }) => own.filter(isAtHand).map(({ kitId }) => kitId as string)));
    for (const id of alone) {
      const kit = kits.get(id);
      if (kit === undefined || !movable.has(id)) continue;
      scenarios.push({ id, catalog, problem: problemOf(kit, on) });
    }
    return leaveAtHome(scenarios, movable, catalog);
  },
};
export type CarryWorker = typeof carryWorker;

expose(carryWorker);
