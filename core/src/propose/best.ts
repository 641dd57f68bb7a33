import { type Best, type Chooser, type Kept, nextCost } from './chooser.ts';
import type { First } from './question.ts';

/** What follows where nothing else is put first. */
const USUAL_ORDER: readonly First[] = ['cheapest', 'lightest', 'fewest', 'thinnest'];

/** Packings that may be tried to change what was found for the better. */
const SWAPS = 16;

/** Of all that holds the same, the best by what is put first, then by what follows. */
export function bestOf(chooser: Chooser, held: Best, named: readonly First[]): Best {
  const order = orderOf(named);
  const kept = chooser.limits();
  const isSame = (met: readonly number[]) => met.every((value, step) => value === held.met[step]);
  let { counts, isProven, bound } = held;
  for (const [place, first] of order.entries()) {
    const ask = (isInRoom: boolean) => {
      const asking = chooser.search(chooser.sum(first), kept, isSame, isInRoom);
      asking.require(chooser.booker.byGrade(held.met));
      return asking.run({}, counts);
    };
    const found = ask(true);
    counts = found.counts ?? counts;
    if (!found.proven && chooser.packings !== null && place < Math.max(1, named.length))
      counts = swapped(chooser, counts, first, kept, isSame);
    if (place === 0) bound = found.proven || chooser.packings === null ? found.bound : ask(false).bound;
    // What goes in and is no worse than what would not have to is the best, however it was found.
    const isBest = found.proven || (place === 0 && chooser.sumOf(first, counts) <= bound);
    // What nobody asked for only keeps the answer from hanging on chance.
    if (place < Math.max(1, named.length)) isProven &&= isBest;
    kept.push({ first, most: chooser.sumOf(first, counts) });
  }
  return { counts, met: held.met, isProven, bound };
}

/**
 * What goes in, changed kind by kind for what is better and goes in as well, until nothing more does: what would be best by its sums
 * alone seldom goes in, and so is no place to begin.
 */
function swapped(
  chooser: Chooser,
  start: readonly number[],
  first: First,
  kept: readonly Kept[],
  isSame: (met: readonly number[]) => boolean,
): readonly number[] {
  const sum = chooser.sum(first);
  const costs = chooser.choices.map((_, at) => nextCost(sum, at, start[at] as number));
  const isWithin = (counts: readonly number[]) => kept.every((one) => chooser.sumOf(one.first, counts) <= one.most);
  chooser.allowPackings(SWAPS);
  let counts = start;
  for (let isBetter = true; isBetter; ) {
    isBetter = false;
    const dearest = [...counts.keys()]
      .filter((at) => isFree(chooser, counts, at))
      .sort((a, b) => (costs[b] as number) - (costs[a] as number));
    for (const from of dearest) {
      const cheaper = [...costs.keys()]
        .filter((at) => (costs[at] as number) < (costs[from] as number) && chooser.choices[at]?.isBeside !== true)
        .sort((a, b) => (costs[a] as number) - (costs[b] as number));
      const better = cheaper
        .map((to) => moved(chooser, counts, from, to))
        .find((one) => one !== null && isWithin(one) && isSame(chooser.met(one)) && chooser.goesIn(one) === 'passes');
      if (better == null) continue;
      counts = better;
      isBetter = true;
      break;
    }
  }
  return counts;
}

function isFree(chooser: Chooser, counts: readonly number[], at: number): boolean {
  return (counts[at] as number) > (chooser.choices[at]?.least ?? 0) && chooser.choices[at]?.isBeside !== true;
}

/** All that may go of one kind in another's place; null: there is no more of that one. */
function moved(chooser: Chooser, counts: readonly number[], from: number, to: number): number[] | null {
  const many = (counts[from] as number) - (chooser.choices[from]?.least ?? 0);
  const taken = Math.min(many, (chooser.choices[to]?.most ?? 0) - (counts[to] as number));
  if (taken <= 0) return null;
  const next = [...counts];
  next[from] = (counts[from] as number) - taken;
  next[to] = (counts[to] as number) + taken;
  return next;
}

/** Under 0 where the first is better by what is put first, then by what follows. */
export function compareBest(chooser: Chooser, a: Best, b: Best, named: readonly First[]): number {
  for (const first of orderOf(named)) {
    const difference = chooser.sumOf(first, a.counts) - chooser.sumOf(first, b.counts);
    if (difference !== 0) return difference;
  }
  return 0;
}

const orderOf = (named: readonly First[]): First[] => [...named, ...USUAL_ORDER.filter((first) => !named.includes(first))];
