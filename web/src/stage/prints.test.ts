import { describe, expect, it } from 'vitest';
import { splitByLines } from './PocketCard.tsx';

describe('two columns of a card', () => {
  const lines = (list: readonly number[]) => list.reduce((sum, value) => sum + value, 0);

  it('keep the order, lose nothing, and are about as long as each other', () => {
    const list = [4, 3, 1, 5, 2, 2, 6];
    const [left, right] = splitByLines(list, (value) => value);
    expect([...left, ...right]).toEqual(list);
    // Never further apart than the longest entry.
    expect(Math.abs(lines(left) - lines(right))).toBeLessThanOrEqual(6);
  });

  it('leave the second one empty where there is one entry only, and both for none', () => {
    expect(splitByLines([3], (value) => value)).toEqual([[3], []]);
    expect(splitByLines([], () => 1)).toEqual([[], []]);
  });
});
