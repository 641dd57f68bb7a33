import type { CarryKit, LoadoutView, Spares } from '@ivrak/core/loadout';
import type { Loadout } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import type { CarryData } from './carryData.ts';
import { spareLines } from './spareLines.ts';
import { helpersFor } from './useHelpers.ts';
import { LEAST_TIME_S, watch } from './watch.ts';

describe('the stopwatch', () => {
  it('starts, stops in tenths, and keeps its time until it is set back', () => {
    const running = watch({ is: 'ready' }, { do: 'press', atMs: 1000 });
    expect(running).toEqual({ is: 'running', sinceMs: 1000 });
    const stopped = watch(running, { do: 'press', atMs: 7840 });
    expect(stopped).toEqual({ is: 'stopped', seconds: 6.8 });
    expect(watch(stopped, { do: 'press', atMs: 9000 })).toBe(stopped);
    expect(watch(running, { do: 'press', atMs: 1090 })).toMatchObject({ seconds: 0.1 });
    expect(LEAST_TIME_S).toBeGreaterThan(0.1);
  });
});

describe('what is carried twice', () => {
  it('stands beside how much is carried, heaviest first: "three shears, 210 g: two are spare"', () => {
    const kits = [
      { id: 'a', units: [{ kind: 'shears', count: 2 }] },
      {
        id: 'b',
        units: [
          { kind: 'shears', count: 1 },
          { kind: 'gloves', count: 4 },
        ],
      },
      { id: 'c', units: [{ kind: 'shears', count: 5 }] },
    ] as unknown as CarryKit[]; // only what is read
    const one = { count: 1, massG: 70, priceMinor: 500, volumeCm3: 216, kind: 'shears' };
    const spares: Spares = {
      massG: 164,
      proven: true,
      units: [
        { ...one, unitId: 'u1', kitId: 'a' },
        { unitId: 'g', kitId: 'b', kind: 'gloves', count: 2, massG: 24, priceMinor: 68, volumeCm3: 168 },
        { ...one, unitId: 'u2', kitId: 'b' },
      ],
    };
    expect(spareLines(spares, kits, ['a', 'b'])).toEqual([
      { kind: 'shears', have: 3, massG: 210, volumeCm3: 432, priceMinor: 1000, spare: 2, from: ['a', 'b'] },
      { kind: 'gloves', have: 4, massG: 48, volumeCm3: 168, priceMinor: 68, spare: 2, from: ['b'] },
    ]);
    expect(spareLines(spares, kits, null)[0]?.have).toBe(8);
  });
});

describe('what would help', () => {
  const carryData = { kits: [{ id: 'vest' }, { id: 'box' }] } as unknown as CarryData; // only what is read
  const loadout = { kits: [{ kitId: 'vest' }, { kitId: 'box' }] } as unknown as Loadout;
  const view = (windowS: number | null) =>
    ({
      kits: [
        { kitId: 'box', why: null, firstS: 20 },
        { kitId: 'vest', why: null, firstS: 5 },
        { kitId: 'gone', why: 'needs belt', firstS: null },
      ],
      coverage: { needs: [{ need: 'R.breath', state: 'gap', least: 1, windowS }] },
      needs: [{ need: 'R.breath', lanes: [{ s: 300 }] }],
    }) as unknown as LoadoutView;
  const spares = ['pocket-mask', 'breath-barrier', 'waste-bag'].map((kind) => ({ kind, condition: 'ready' }));
  const grades = (kind: string) =>
    ({
      'pocket-mask': { grade: 'primary', massG: 130 },
      'breath-barrier': { grade: 'primary', massG: 10 },
      'waste-bag': { grade: 'improvised', massG: 5 },
    })[kind] ?? null;

  it('is the lightest good spare in the kit that is nearest to the hand', () => {
    expect(helpersFor(carryData, loadout, view(240), spares, grades)).toEqual([
      { need: 'R.breath', kind: 'breath-barrier', kitId: 'vest', beforeS: 300, afterS: 5, massG: 10 },
    ]);
  });

  it('is nothing where even that kit is too slow, or no spare serves', () => {
    expect(helpersFor(carryData, loadout, view(4), spares, grades)).toEqual([]);
    expect(helpersFor(carryData, loadout, view(240), [{ kind: 'breath-barrier', condition: 'practice' }], grades)).toEqual([]);
  });
});
