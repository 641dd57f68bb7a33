import { describe, expect, it } from 'vitest';
import { type CornerBox, fillCorners } from './corners.ts';
import { laysOf, type Orientation } from './lays.ts';
import { FitProblemSchema } from './problem.ts';
import { Random } from './random.ts';

const laysFor = (sizes: readonly (readonly [number, number, number])[]): (readonly Orientation[])[] =>
  FitProblemSchema.parse({
    container: { make: 'soft', compartments: [{ id: 'main', wMm: 1, hMm: 1, dMm: 1, access: 'front' }] },
    items: sizes.map(([wMm, hMm, tMm], index) => ({ id: `i${index}`, wMm, hMm, tMm, shape: 'brick' })),
  }).items.map((item) => laysOf(item, 0));

/** Cuts a room of whole tenths by guillotine cuts; all of it is filled by the parts. */
function cut(random: Random, n: number, room: readonly [number, number, number]): [number, number, number][] {
  const parts: [number, number, number][] = [[...room]];
  while (parts.length < n) {
    const at = random.below(parts.length);
    const part = parts[at] as [number, number, number];
    const axis = random.below(3) as 0 | 1 | 2;
    if (part[axis] < 20) continue;
    const length = 8 + random.below(part[axis] - 15);
    const [one, other]: [number, number, number][] = [[...part], [...part]] as [[number, number, number], [number, number, number]];
    one[axis] = length;
    other[axis] -= length;
    parts.splice(at, 1, one, other);
  }
  return parts;
}

const ROOM = { w: 1600, h: 1200, d: 600 };

/** Inside the room, and no two in one place. */
function holdsTogether(boxes: readonly CornerBox[], lays: readonly (readonly Orientation[])[], where: string): void {
  const placed = boxes.map(({ item, lay, x, y, z }) => ({ x, y, z, ...(lays[item]?.[lay] as Orientation) }));
  for (const [index, a] of placed.entries()) {
    expect(a.x + a.w <= ROOM.w && a.y + a.h <= ROOM.h && a.z + a.d <= ROOM.d, where).toBe(true);
    for (const b of placed.slice(index + 1)) {
      const apart = a.x + a.w <= b.x || b.x + b.w <= a.x || a.y + a.h <= b.y || b.y + b.h <= a.y || a.z + a.d <= b.z || b.z + b.d <= a.z;
      expect(apart, where).toBe(true);
    }
  }
}

describe('filling a room corner by corner', () => {
  it('lays down at least 57 of 60 rooms cut by guillotine without waste, inside and without overlap', () => {
    // Construction: a room that was cut up can be put together again (100 % fill exists).
    const random = new Random(20);
    let filled = 0;
    for (let round = 0; round < 60; round += 1) {
      const lays = laysFor(cut(random, 4 + (round % 9), [160, 120, 60]));
      let boxes: ReturnType<typeof fillCorners>['boxes'] = null;
      for (let attempt = 0; attempt < 40 && boxes === null; attempt += 1) boxes = fillCorners({ lays, ...ROOM }, random, 2000).boxes;
      if (boxes === null) continue;
      filled += 1;
      expect(boxes).toHaveLength(lays.length);
      holdsTogether(boxes, lays, `round ${round}`);
    }
    expect(filled).toBeGreaterThanOrEqual(57);
  });

  it('gives up a corner where some room may be wasted', () => {
    // Two blocks of 100 x 60 x 60 beside each other leave a strip of 40 x 120 x 60.
    const lays = laysFor([
      [100, 60, 60],
      [100, 60, 60],
      [60, 100, 60],
    ]);
    const found = Array.from({ length: 20 }, (_, seed) => fillCorners({ lays, ...ROOM }, new Random(seed), 500).boxes);
    expect(found.some((boxes) => boxes !== null)).toBe(true);
  });

  it('keeps things apart where room is left over, too, on 300 seeded rooms', () => {
    const random = new Random(41);
    let filled = 0;
    for (let round = 0; round < 300; round += 1) {
      // Each part of a cut room shrinks a little by itself: the rest is waste.
      const parts = cut(random, 4 + (round % 6), [160, 120, 60]).map((part) => part.map((mm) => Math.max(4, mm - random.below(4))));
      const lays = laysFor(parts as [number, number, number][]);
      const { boxes } = fillCorners({ lays, ...ROOM }, random, 1500);
      if (boxes === null) continue;
      filled += 1;
      holdsTogether(boxes, lays, `round ${round}`);
    }
    expect(filled).toBeGreaterThan(100);
  });

  it('says at once that things of more volume than the room do not go in', () => {
    const lays = laysFor([
      [160, 120, 40],
      [160, 120, 30],
    ]);
    expect(fillCorners({ lays, ...ROOM }, new Random(1), 1000)).toEqual({ boxes: null, nodes: 0 });
  });

  it('stops after the nodes it was given, and gives the same for the same seed', () => {
    const lays = laysFor(cut(new Random(3), 12, [160, 120, 60]));
    const run = () => fillCorners({ lays, ...ROOM }, new Random(8), 60);
    expect(run()).toEqual(run());
    expect(run().nodes).toBeLessThanOrEqual(61);
  });
});
