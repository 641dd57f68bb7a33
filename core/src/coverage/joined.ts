import type { NeedId } from '../model/need.ts';
import type { AskedNeed } from './prepare.ts';

/** The needs of several kits together: of each the most that one of them asks, in the order of the first. */
export function joinedNeeds(all: readonly (readonly AskedNeed[])[]): AskedNeed[] {
  const asked = new Map<NeedId, AskedNeed>();
  for (const needs of all)
    for (const need of needs) {
      const before = asked.get(need.need);
      if (before === undefined) asked.set(need.need, need);
      else if (need.least > before.least || need.ideal > before.ideal)
        asked.set(need.need, { ...before, least: Math.max(before.least, need.least), ideal: Math.max(before.ideal, need.ideal) });
    }
  return [...asked.values()];
}
