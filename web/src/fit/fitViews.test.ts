import { FitProblemSchema, type FitResult, type PlacedItem, packFit } from '@ivrak/core/fit';
import { describe, expect, it } from 'vitest';
import { reachOrder } from './reachOrder.ts';
import { backToFront, visibleSpot } from './visibleSpot.ts';

const box = (id: string, more: Partial<PlacedItem> = {}): PlacedItem => ({
  id,
  compartment: 'main',
  xMm: 0,
  yMm: 0,
  zMm: 0,
  wMm: 100,
  hMm: 60,
  dMm: 10,
  folded: false,
  ...more,
});

describe('visibleSpot', () => {
  it('is the middle of a thing with nothing in front', () => {
    expect(visibleSpot(box('a'), [])).toMatchObject({ y: 30, clear: 30 });
  });

  it('moves to the part that is not covered', () => {
    const spot = visibleSpot(box('a'), [box('b', { wMm: 60, zMm: 10 })]);
    expect(spot?.x).toBeGreaterThan(60);
    expect(spot?.clear).toBeGreaterThan(10);
  });

  it('is nowhere for a thing that is wholly hidden', () => {
    expect(visibleSpot(box('a'), [box('b', { zMm: 10 })])).toBeNull();
  });

  it('never lies on something in front', () => {
    for (const x of [0, 10, 25, 40, 70]) {
      const front = box('b', { xMm: x, wMm: 45, yMm: 10, hMm: 40 });
      const spot = visibleSpot(box('a'), [front]);
      if (spot === null) continue;
      const isOn = spot.x > x && spot.x < x + 45 && spot.y > 10 && spot.y < 50;
      expect(isOn).toBe(false);
    }
  });
});

describe('drawing order', () => {
  it('paints what lies farther back first and changes nothing', () => {
    const placed = [box('front', { zMm: 30 }), box('back'), box('middle', { zMm: 10 })];
    expect(backToFront(placed).map(({ id }) => id)).toEqual(['back', 'middle', 'front']);
    expect(placed[0]?.id).toBe('front');
  });
});

describe('reachOrder', () => {
  it('counts what is in front first, then how soon a thing is needed', () => {
    const items = ['a', 'b', 'c'].map((id, index) => ({ id, wMm: 90, hMm: 90, tMm: 10, shape: 'flat', reach: index === 2 ? 1 : 3 }));
    const problem = FitProblemSchema.parse({
      container: { make: 'soft', compartments: [{ id: 'main', wMm: 100, hMm: 100, dMm: 40, access: 'front' }] },
      items,
    });
    const result: FitResult = packFit(problem);
    const order = reachOrder(result, problem, (id) => id.toUpperCase());
    expect(order[0]).toMatchObject({ id: 'c', name: 'C', place: 1, before: [] });
    expect(order.map(({ before }) => before.length)).toEqual([0, 1, 2]);
    expect(order.map(({ place }) => place)).toEqual([1, 2, 3]);
  });
});
