import type { NeedChange, NeedFigures } from '@ivrak/core/coverage';
import { describe, expect, it } from 'vitest';
import { showChange } from './showChange.ts';

const change = (before: Partial<NeedFigures>, after: Partial<NeedFigures>): NeedChange => ({
  need: 'R.seal',
  before: { state: 'gap', have: 0, least: 2, ideal: 4, ...before },
  after: { state: 'held', have: 2, least: 2, ideal: 4, ...after },
});

describe('a change in words', () => {
  it('says the states where they differ, and what is there then', () => {
    expect(showChange(change({}, {}))).toBe('chest seals: gap → held, 2 of 2');
  });

  it('says the figures where the state stays', () => {
    expect(showChange(change({ state: 'held', have: 2 }, { have: 3 }))).toBe('chest seals: 2 of 2 → 3 of 2, held');
    expect(showChange(change({ have: 0 }, { state: 'gap', have: 1 }))).toBe('chest seals: 0 of 2 → 1 of 2, gap');
  });

  it('counts against the ideal where nothing is asked at least', () => {
    expect(showChange(change({ state: 'held', have: 0, least: 0, ideal: 1 }, { state: 'full', have: 1, least: 0, ideal: 1 }))).toBe(
      'chest seals: held → full, 1 of 1',
    );
  });
});
