import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keepPending, type PendingUse, readPending, withoutLastTap, withTap } from './pending.ts';

const at = (minute: number) => `2026-11-25T14:0${minute}:00.000Z`;
const start: PendingUse = { id: 'use-1', taps: [] };
let kept: Map<string, string>;

beforeEach(() => {
  kept = new Map();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  });
});
afterEach(() => vi.unstubAllGlobals());

describe('tapping what was used', () => {
  it('keeps every tap with its time, in order', () => {
    const { taps } = withTap(withTap(start, 'tourniquet', at(2)), 'gauze', at(4));
    expect(taps).toEqual([
      { at: at(2), unitId: 'tourniquet', count: 1 },
      { at: at(4), unitId: 'gauze', count: 1 },
    ]);
  });

  it('takes the last tap of that unit back and leaves the others with their times', () => {
    const three = withTap(withTap(withTap(start, 'seal', at(1)), 'gauze', at(2)), 'seal', at(3));
    expect(withoutLastTap(three, 'seal').taps.map((tap) => [tap.unitId, tap.at])).toEqual([
      ['seal', at(1)],
      ['gauze', at(2)],
    ]);
    expect(withoutLastTap(three, 'nothing')).toBe(three);
  });

  it('never changes what it was given', () => {
    const one = withTap(start, 'seal', at(1));
    withTap(one, 'gauze', at(2));
    withoutLastTap(one, 'seal');
    expect(one.taps).toHaveLength(1);
    expect(start.taps).toHaveLength(0);
  });
});

describe('what the browser keeps', () => {
  it('is there again after the tab was closed, under the same id, so that sending it twice logs it once', () => {
    const one = withTap(start, 'seal', at(1));
    keepPending('vest', one);
    expect(readPending('vest')).toEqual(one);
    expect(readPending('other').taps).toEqual([]);
  });

  it('goes when nothing is left of it', () => {
    keepPending('vest', withTap(start, 'seal', at(1)));
    keepPending('vest', start);
    expect(kept.size).toBe(0);
  });

  it.each(['{', 'null', '[]', '{"id":7,"taps":[]}', '{"id":"x"}'])('does not fall over %s', (text) => {
    kept.set('ivrak.use.vest', text);
    const read = readPending('vest');
    expect(read.taps).toEqual([]);
    expect(read.id.length).toBeGreaterThan(8);
  });
});
