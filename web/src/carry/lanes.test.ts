import { describe, expect, it } from 'vitest';
import { kitLetters, LEAST_APART, laneShare, limbHeadline, showSeconds, spread, TICKS } from './lanes.ts';

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

describe('the first words of Carry', () => {
  const words = (...means: [number, string][]) => limbHeadline(means.map(([s, name]) => ({ s, name }))).replaceAll('\u00a0', ' ');

  it('name only what is in hand in the seconds that they give', () => {
    expect(words([6, 'Shore wallet'], [66, 'Boathouse wall box'])).toBe(
      'A bleeding limb: in hand in 6 s, from Shore wallet; the next in 1 min 6 s, from Boathouse wall box.',
    );
    expect(words([6.2, 'Vest'], [6.4, 'Belt kit'], [9, 'Box'])).toBe(
      'A bleeding limb: in hand in 6 s, from Vest or Belt kit; the next in 9 s, from Box.',
    );
    expect(words([6, 'Vest'])).toBe('A bleeding limb: in hand in 6 s, only from Vest.');
    expect(words()).toBe('Nothing to stop a limb bleeding is in hand in time.');
  });
});

describe('marks on a lane', () => {
  it('stand at their times where there is room', () => {
    expect(spread([2, 60, 900])).toEqual([2, 60, 900].map(laneShare));
    expect(spread([])).toEqual([]);
  });

  it('keep their order and their distance where they would cover each other, and none stands before its time', () => {
    const seconds = [7, 7.2, 7.9, 8, 120, 121];
    const shares = spread(seconds);
    for (const [index, share] of shares.entries()) {
      expect(share).toBeGreaterThanOrEqual(laneShare(seconds[index] ?? 0));
      if (index > 0) expect(share - (shares[index - 1] ?? 0)).toBeGreaterThanOrEqual(LEAST_APART - 1e-9);
    }
    // A pause lets the next one stand at its own time again.
    expect(shares[4]).toBe(laneShare(120));
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
