import { describe, expect, it } from 'vitest';
import { joinedNeeds } from './joined.ts';
import type { AskedNeed } from './problem.ts';

const line = (sort: string, least: number) => ({ sort, label: sort, least });
const only = (...kits: AskedNeed[]): AskedNeed | undefined => joinedNeeds(kits.map((need) => [need]))[0];

describe('what several kits ask together', () => {
  it('is of daily medicines the most of each substance, and enough for all of them', () => {
    const one = { need: 'D.meds', least: 16, ideal: 16, lines: [line('metformin', 16)] } as const;
    const other = { need: 'D.meds', least: 12, ideal: 12, lines: [line('metformin', 4), line('ramipril', 8)] } as const;
    const both = { need: 'D.meds', least: 24, ideal: 24, windowS: null, lines: [line('metformin', 16), line('ramipril', 8)] };
    expect(only(one, other)).toEqual(both);
    expect(only(other, one)).toEqual(both);
  });

  it('leaves a need to another kit only where all leave it, and takes foil for second best only where all do that ask', () => {
    const asks = { need: 'H.warm', least: 1, ideal: 2, windowS: 300, secondBest: ['foilBlanket'] } as const satisfies AskedNeed;
    const leaves: AskedNeed = { need: 'H.warm', least: 0, ideal: 0, elsewhere: true };
    const isOff: AskedNeed = { need: 'H.warm', least: 0, ideal: 0 };
    for (const kits of [
      [asks, leaves],
      [leaves, asks],
      [isOff, asks, leaves],
    ])
      expect(only(...kits)).toEqual(asks);
    expect(only(leaves, isOff)?.elsewhere).toBeUndefined();
    expect(only(isOff, leaves)?.elsewhere).toBeUndefined();
    expect(only(leaves, leaves)?.elsewhere).toBe(true);
    expect(only(asks, { need: 'H.warm', least: 1, ideal: 1, windowS: 60 })).toEqual({ need: 'H.warm', least: 1, ideal: 2, windowS: 60 });
  });
});
