import type { AskedLine, NeedId } from '../model/need.ts';
import type { AskedNeed } from './problem.ts';

/**
 * The needs of several kits together: of each the most that one of them asks, in the order of the first; of what is asked line by line the
 * most of each line, and the shortest window. A thing stands in as second best only where all that ask say so, and a need is left to
 * another kit only where none asks and all leave it.
 */
export function joinedNeeds(all: readonly (readonly AskedNeed[])[]): AskedNeed[] {
  const asked = new Map<NeedId, AskedNeed>();
  for (const needs of all)
    for (const need of needs) {
      const before = asked.get(need.need);
      asked.set(need.need, before === undefined ? need : joined(before, need));
    }
  return [...asked.values()];
}

const isNothing = ({ least, ideal }: AskedNeed): boolean => least === 0 && ideal === 0;

function joined(one: AskedNeed, other: AskedNeed): AskedNeed {
  if (isNothing(other)) return isNothing(one) && other.elsewhere !== true ? other : one;
  if (isNothing(one)) return other;
  const lines = joinedLines(one.lines, other.lines);
  const least = Math.max(one.least, other.least, lines?.reduce((sum, line) => sum + line.least, 0) ?? 0);
  const secondBest = one.secondBest?.filter((family) => other.secondBest?.includes(family)) ?? [];
  const windows = [one.windowS, other.windowS].filter((windowS) => typeof windowS === 'number');
  return {
    need: one.need,
    least,
    ideal: Math.max(one.ideal, other.ideal, least),
    windowS: windows.length === 0 ? null : Math.min(...windows),
    ...(lines === undefined ? {} : { lines }),
    ...(secondBest.length === 0 ? {} : { secondBest }),
  };
}

function joinedLines(one: readonly AskedLine[] | undefined, other: readonly AskedLine[] | undefined): readonly AskedLine[] | undefined {
  if (one === undefined || other === undefined) return one ?? other;
  const bySort = new Map(one.map((line) => [line.sort, line]));
  for (const line of other) {
    const known = bySort.get(line.sort);
    if (known === undefined || line.least > known.least) bySort.set(line.sort, line);
  }
  return [...bySort.values()];
}
