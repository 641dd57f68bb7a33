import { describe, expect, it } from 'vitest';
import { kitLetters, laneShare, showSeconds, TICKS } from './lanes.ts';

describe('a lane', () => {
  it('runs from one second to an hour, each tenfold as wide', () => {
    expect(laneShare(1)).toBe(0);
    expect(laneShare(3600)).toBe(1);
    expect(laneShare(10) - laneShare(1)).toBeCloseTo(laneShare(100) - laneShare(10), 10);
    expect(laneShare(0)).toBe(0);
    expect(laneShare(90_000)).toBe(1);
    const shares = TICKS.map(({ s }) => laneShare(s));
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
  });
});

describe('seconds in words', () => {
  it.each([
    [3, '3 s'],
    [59.6, '1 min'],
    [160, '2 min 40 s'],
    [3600, '1 h'],
    [3900, '1 h 5 min'],
  ])('%d is %s', (seconds, words) => {
    expect(showSeconds(seconds).replaceAll('\u00a0', ' ')).toBe(words);
    // A number is never parted from its unit.
    expect(showSeconds(seconds)).not.toMatch(/\d [a-z]/);
  });
});

describe('letters of kits', () => {
  it('are never alike', () => {
    const kits = ['Belt pouch', 'Boat bag', 'Boat box', 'Back pocket', 'Boat bag'].map((name, index) => ({ id: `k${index}`, name }));
    const letters = [...kitLetters(kits).values()];
    expect(new Set(letters).size).toBe(kits.length);
    expect(letters[0]).toBe('B');
  });
});
