import highsLoader from 'highs';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import { Search } from './leastCost.ts';
import type { Programme } from './programme.ts';
import { Relaxation } from './simplex.ts';

/** Up to 5 counts and 4 rows, some of which ask and some of which limit. */
function randomProgramme(random: Random, variables: number, rows: number): Programme {
  return {
    costs: Array.from({ length: variables }, () => random.below(9)),
    most: Array.from({ length: variables }, () => 1 + random.below(3)),
    counts: variables,
    rows: Array.from({ length: rows }, () => {
      const at = Array.from({ length: variables }, (_, index) => index).filter(() => random.next() < 0.7);
      const isLimit = random.next() < 0.25;
      return { at, by: at.map(() => (isLimit ? -1 : 1) * (1 + random.below(4))), least: isLimit ? -6 - random.below(9) : random.below(7) };
    }),
  };
}

function* allCounts(most: readonly number[]): Generator<number[]> {
  const counts = most.map(() => 0);
  for (;;) {
    yield [...counts];
    let at = 0;
    while (at < counts.length && counts[at] === most[at]) {
      counts[at] = 0;
      at += 1;
    }
    if (at === counts.length) return;
    counts[at] = (counts[at] as number) + 1;
  }
}

const costOf =
  ({ costs }: Programme) =>
  (counts: readonly number[]) =>
    counts.reduce((sum, count, at) => sum + count * (costs[at] as number), 0);
const isWithin = ({ rows }: Programme, counts: readonly number[]): boolean =>
  rows.every(
    ({ at, by, least }) => at.reduce((sum, variable, index) => sum + (counts[variable] as number) * (by[index] as number), 0) >= least,
  );

describe('the relaxation', () => {
  // HiGHS solves the same with broken counts.
  it('has the least cost of broken counts, again and again while bounds and rows change', async () => {
    const highs = await highsLoader();
    const random = new Random(seeded(20_261_210));
    for (let round = 0; round < rounds(25); round += 1) {
      const programme = randomProgramme(random, 3 + random.below(5), 2 + random.below(4));
      const relaxation = new Relaxation(programme);
      const bounds = programme.most.map((most) => [0, most] as [number, number]);
      const leasts = programme.rows.map(({ least }) => least);
      for (let change = 0; change < 6; change += 1) {
        const at = random.below(bounds.length);
        const most = programme.most[at] as number;
        const low = random.below(most + 1);
        bounds[at] = random.next() < 0.5 ? [0, most] : [low, low + random.below(most - low + 1)];
        relaxation.bound(at, ...(bounds[at] as [number, number]));
        const row = random.below(leasts.length);
        leasts[row] = (programme.rows[row]?.least ?? 0) - random.below(3);
        relaxation.require(row, leasts[row] as number);
        const state = relaxation.solve(Number.POSITIVE_INFINITY);
        const rows = programme.rows.map(
          ({ at: variables, by }, index) =>
            `r${index}: ${by.map((each, one) => `${each < 0 ? '-' : '+'} ${Math.abs(each)} x${variables[one]}`).join(' ') || '0 x0'} >= ${leasts[index]}`,
        );
        const solved = highs.solve(
          `Minimize\n obj: ${programme.costs.map((cost, one) => `${cost} x${one}`).join(' + ')}\nSubject To\n ${rows.join('\n ')}\nBounds\n ${bounds.map(([from, to], one) => `${from} <= x${one} <= ${to}`).join('\n ')}\nEnd`,
          { output_flag: false },
        );
        const where = `round ${round}, change ${change}`;
        expect(state, where).toBe(solved.Status === 'Optimal' ? 'solved' : 'impossible');
        if (solved.Status === 'Optimal') expect(relaxation.cost, where).toBeCloseTo(solved.ObjectiveValue, 5);
      }
    }
  });
});

describe('the search for least cost', () => {
  it('is the least of all counts that pass, whatever the judge lets through', () => {
    const random = new Random(seeded(20_261_211));
    let refused = 0;
    for (let round = 0; round < rounds(150); round += 1) {
      const programme = randomProgramme(random, 2 + random.below(4), 1 + random.below(4));
      const cost = costOf(programme);
      // Of what the rows allow, most is refused by chance; or all that holds as much of some things as one that does not go in.
      const share = pickShare(random);
      const salt = random.below(1000);
      const isOut = (counts: readonly number[]) => counts.reduce((hash, count) => (hash * 31 + count + salt) % 1009, 7) / 1009 > share;
      const cut = programme.most.map((most) => random.below(most + 1));
      const holdsCut = (counts: readonly number[]) =>
        cut.some((count) => count > 0) && counts.every((count, at) => count >= (cut[at] as number));
      const isCut = random.next() < 0.4;
      const passes = (counts: readonly number[]) => isWithin(programme, counts) && (isCut ? !holdsCut(counts) : !isOut(counts));
      let least = Number.POSITIVE_INFINITY;
      for (const counts of allCounts(programme.most)) if (passes(counts)) least = Math.min(least, cost(counts));
      const search = new Search(programme, cost, (counts) => {
        if (passes(counts)) return 'passes';
        refused += 1;
        if (!isCut || !holdsCut(counts) || !isWithin(programme, counts)) return 'fails';
        // As the packer says it: whatever holds as many of these will not pass either.
        return counts.flatMap((count, at) => (count > 0 ? [at] : []));
      });
      const found = search.run({ effort: 100_000 });
      expect(found.counts === null ? Number.POSITIVE_INFINITY : found.cost, `round ${round}`).toBe(least);
      expect(found.proven).toBe(true);
      // Nothing under what is not of interest, and the first that passes where any will do.
      if (least < Number.POSITIVE_INFINITY) expect(search.run({ effort: 100_000, under: least }).counts, `round ${round}`).toBeNull();
      const any = search.run({ effort: 100_000, isAnyGood: true });
      expect(any.counts === null, `round ${round}`).toBe(least === Number.POSITIVE_INFINITY);
      if (any.counts !== null) expect(passes(any.counts)).toBe(true);
    }
    expect(refused).toBeGreaterThan(100);
  });

  it('says what is the least at best where it may not go on', () => {
    const programme: Programme = {
      costs: [3, 4, 5],
      most: [3, 3, 3],
      counts: 3,
      rows: [{ at: [0, 1, 2], by: [2, 3, 4], least: 7 }],
    };
    const found = new Search(programme, costOf(programme), () => 'passes').run({ effort: 1 });
    expect(found.proven).toBe(false);
    expect(found.bound).toBeLessThanOrEqual(9);
    expect(found.bound).toBeGreaterThan(7);
  });
});

const pickShare = (random: Random): number => [0.1, 0.5, 0.9][random.below(3)] as number;
