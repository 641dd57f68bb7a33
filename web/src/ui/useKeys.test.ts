import { describe, expect, it } from 'vitest';
import { keyNames } from './useKeys.ts';

const BOUND = new Set(['?', 's', 'g s', 'g m', 'Z']);
const isBound = (name: string): boolean => BOUND.has(name);
/** Presses keys at times and gives what each is named. */
const press = (...keys: [key: string, atMs: number][]) => {
  const nameOf = keyNames();
  return keys.map(([key, atMs]) => nameOf(key, atMs, isBound));
};

describe('keys', () => {
  it('are what they are, also in the first second of a page', () => {
    expect(press(['?', 120])).toEqual(['?']);
    expect(press(['s', 0], ['Z', 10])).toEqual(['s', 'Z']);
    expect(press(['x', 5])).toEqual([null]);
  });

  it('are put together with g for a second', () => {
    expect(press(['g', 500], ['s', 900])).toEqual([null, 'g s']);
    expect(press(['g', 500], ['s', 1499])).toEqual([null, 'g s']);
    expect(press(['g', 500], ['s', 1500])).toEqual([null, 's']);
  });

  it('after a pair stand by themselves again at once', () => {
    expect(press(['g', 100], ['s', 200], ['?', 260])).toEqual([null, 'g s', '?']);
    expect(press(['g', 100], ['m', 200], ['g', 300], ['s', 400])).toEqual([null, 'g m', null, 'g s']);
  });

  it('that mean nothing after g are let go, and the pair can still be made', () => {
    expect(press(['g', 100], ['q', 200], ['s', 300])).toEqual([null, null, 'g s']);
  });
});
