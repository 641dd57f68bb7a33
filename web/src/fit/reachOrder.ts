import type { FitProblem, FitResult } from '@ivrak/core/fit';

export interface ReachEntry {
  id: string;
  name: string;
  /** 1 comes out first. */
  place: number;
  /** Names of what lies in front of it. */
  before: string[];
}

/** Packed things in the order in which they can be had: fewest in front first, then those that are needed sooner. */
export function reachOrder(result: FitResult, problem: FitProblem | null, nameOf: (id: string) => string): ReachEntry[] {
  const reach = new Map(problem?.items.map((item) => [item.id, item.reach]) ?? []);
  const blockers = (id: string) => result.blockedBy[id] ?? [];
  return [...result.placed]
    .sort(
      (a, b) => blockers(a.id).length - blockers(b.id).length || (reach.get(a.id) ?? 3) - (reach.get(b.id) ?? 3) || (a.id < b.id ? -1 : 1),
    )
    .map(({ id }, index) => ({ id, name: nameOf(id), place: index + 1, before: blockers(id).map(nameOf) }));
}
