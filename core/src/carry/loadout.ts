import { type AskedKit, type Coverage, coverage } from '../coverage/coverage.ts';
import { joinedNeeds } from '../coverage/joined.ts';
import type { KindCatalog } from '../model/kind.ts';
import type { Loadout } from '../model/loadout.ts';
import type { NeedId } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { fetchS } from '../reach/fetch.ts';

/** A kit as a loadout sees it. */
export interface LoadoutKit extends AskedKit {
  massG: number;
  /** Seconds to draw it at its carry position. Planning value. */
  drawS: number;
}

export interface LoadoutNeed {
  need: NeedId;
  /** Kits that hold it within its window, nearest first. */
  from: { kitId: string; reachS: number }[];
  /** Seconds to the nearest thing that serves it at all; null: there is none. */
  earliestS: number | null;
}
export interface LoadoutView {
  coverage: Coverage;
  needs: LoadoutNeed[];
  reach: { kitId: string; fetchS: number; drawS: number; reachS: number }[];
  massG: number;
}

/**
 * What the kits of a loadout hold together, each need within its window, and how soon. Of each need the most that one of the
 * kits asks, in the order of the first kit's school. Kits that are gone are left out. Null where none is left.
 */
export function loadoutView(
  loadout: Loadout,
  kits: ReadonlyMap<string, LoadoutKit>,
  on: PlainDate,
  catalog: KindCatalog,
): LoadoutView | null {
  const own = loadout.kits.flatMap((carried) => {
    const kit = kits.get(carried.kitId);
    return kit === undefined ? [] : [{ kit, reachS: fetchS(carried) + kit.drawS, fetchS: fetchS(carried) }];
  });
  const [first] = own;
  if (first === undefined) return null;
  const needs = joinedNeeds(own.map(({ kit }) => kit.needs));
  const skills = [...new Set(own.flatMap(({ kit }) => kit.skills))];
  const stock = own.map(({ kit, reachS }) => ({ id: kit.id, reachS, units: kit.units }));
  const problem = { school: first.kit.school, skills, on, kits: stock };
  const inTime = coverage({ ...problem, needs }, catalog);
  const atAll = coverage({ ...problem, needs: needs.map((need) => ({ ...need, windowS: null })) }, catalog);
  const kitOf = new Map(own.flatMap(({ kit, reachS }) => kit.units.map((unit) => [unit.id, { kitId: kit.id, reachS }] as const)));
  return {
    coverage: inTime,
    needs: inTime.needs.map(({ need, by }, index) => ({
      need,
      from: nearest(by, kitOf),
      earliestS: nearest(atAll.needs[index]?.by ?? [], kitOf)[0]?.reachS ?? null,
    })),
    reach: own.map(({ kit, reachS, fetchS: fetch }) => ({ kitId: kit.id, fetchS: fetch, drawS: kit.drawS, reachS })),
    massG: own.reduce((sum, { kit }) => sum + kit.massG, 0),
  };
}

function nearest(by: readonly { unitId: string }[], kitOf: ReadonlyMap<string, { kitId: string; reachS: number }>): LoadoutNeed['from'] {
  const found = new Map(
    by.flatMap(({ unitId }) => {
      const at = kitOf.get(unitId);
      return at === undefined ? [] : [[at.kitId, at] as const];
    }),
  );
  return [...found.values()].sort((a, b) => a.reachS - b.reachS || (a.kitId < b.kitId ? -1 : 1));
}

/** Kits that two loadouts of different people both hold: a kit is in one place at a time. */
export function sharedKits(loadouts: readonly Loadout[]): { kitId: string; loadouts: string[] }[] {
  const users = new Map<string, Loadout[]>();
  for (const loadout of loadouts) for (const { kitId } of loadout.kits) users.set(kitId, [...(users.get(kitId) ?? []), loadout]);
  return [...users].flatMap(([kitId, own]) => {
    const people = new Set(own.map(({ personId }) => personId));
    return people.size > 1 ? [{ kitId, loadouts: own.map(({ id }) => id) }] : [];
  });
}
