import type { Ladder } from '@ivrak/core/propose';
import { describe, expect, it } from 'vitest';
import { ladderOption } from './ladderOption.ts';

const colours = { step: '1', nested: '2', sum: '3', line: '4', ink: '5', muted: '6', card: '7', body: '8', mono: '9' };
const step = (need: 'M.limb' | 'M.pack', value: number) => ({ need, value, adds: [], drops: [], proven: true });
const ladder: Ladder = {
  steps: [step('M.limb', 100), step('M.pack', 250)],
  nested: [step('M.limb', 100), step('M.pack', 300)],
  regret: 50,
  never: [],
};
interface Series {
  data: unknown[];
  markLine?: { data: unknown[] };
}
const seriesOf = (one: Ladder, sum: number | null = null) =>
  ladderOption({ ladder: one, sum, at: null, show: String }, colours).series as Series[];

describe('the stair of needs', () => {
  it('rises by one need at what it takes, and beside it for whoever keeps everything, where that differs', () => {
    const [nested, free] = seriesOf(ladder) as [Series, Series]; // both differ
    expect(nested.data).toEqual([
      [0, 0],
      [100, 1],
      [300, 2],
    ]);
    expect((free.data as { value: number[] }[]).map(({ value }) => value)).toEqual([
      [0, 0],
      [100, 1],
      [250, 2],
    ]);
    expect(seriesOf({ ...ladder, nested: ladder.steps })).toHaveLength(1);
  });

  it('has the sum that was typed as a line, and keeps it within sight', () => {
    expect(seriesOf(ladder, 200).at(-1)?.markLine?.data).toEqual([{ xAxis: 200 }]);
    expect(seriesOf(ladder).at(-1)?.markLine).toBeUndefined();
    const { xAxis } = ladderOption({ ladder, sum: 900, at: null, show: String }, colours);
    expect((xAxis as { max: number }).max).toBeGreaterThanOrEqual(900);
  });
});
