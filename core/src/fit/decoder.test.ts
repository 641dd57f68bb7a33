import { describe, expect, it } from 'vitest';
import { decode } from './decoder.ts';
import { LEFT_OUT, startGenome, WEIGHT_PRESETS, type Weights } from './genome.ts';
import { type Box, isInFrontOf, prepareFit, settleBack } from './prepare.ts';
import { type FitProblem, FitProblemSchema } from './problem.ts';
import { Random } from './random.ts';

const box = (more: Partial<Box>): Box => ({ item: 0, room: 0, x: 0, y: 0, z: 0, w: 100, h: 100, d: 100, lay: 0, ...more });
const FIRST = WEIGHT_PRESETS[0] as Weights;

function problemOf(
  sizes: readonly (readonly [number, number, number])[],
  more: { reach?: 1 | 2 | 3; access?: 'front' | 'top'; d?: number } = {},
): FitProblem {
  return FitProblemSchema.parse({
    container: { make: 'soft', compartments: [{ id: 'main', wMm: 100, hMm: 100, dMm: more.d ?? 100, access: more.access ?? 'front' }] },
    items: sizes.map(([wMm, hMm, tMm], index) => ({ id: `i${index}`, wMm, hMm, tMm, shape: 'brick', reach: more.reach ?? 3 })),
  });
}

describe('isInFrontOf', () => {
  it('under front access asks for overlapping footprints and a later beginning', () => {
    expect(isInFrontOf(box({ z: 100 }), box({}), false)).toBe(true);
    expect(isInFrontOf(box({ z: 99 }), box({}), false)).toBe(false);
    expect(isInFrontOf(box({ z: 100, x: 100 }), box({}), false)).toBe(false);
    expect(isInFrontOf(box({ z: 100, room: 1 }), box({}), false)).toBe(false);
  });

  it('under top access asks for what lies above', () => {
    expect(isInFrontOf(box({ y: 100 }), box({}), true)).toBe(true);
    expect(isInFrontOf(box({ z: 100 }), box({}), true)).toBe(false);
    expect(isInFrontOf(box({ y: 100, z: 100 }), box({}), true)).toBe(false);
  });
});

describe('settleBack', () => {
  it('pulls things to the wall or onto what lies behind them, and leaves locked ones', () => {
    const [a, b, c, locked] = settleBack(
      [box({ item: 0, z: 40 }), box({ item: 1, z: 300 }), box({ item: 2, x: 100, z: 500 }), box({ item: 3, x: 300, z: 700 })],
      new Set([3]),
    );
    expect([a?.z, b?.z, c?.z, locked?.z]).toEqual([0, 100, 0, 700]);
  });

  it('never moves anything forward', () => {
    const random = new Random(8);
    for (let round = 0; round < 200; round += 1) {
      let z = 0;
      const stack = Array.from({ length: 5 }, (_, item) => {
        z += 100 + random.below(60);
        return box({ item, x: random.below(150), y: random.below(150), z });
      });
      for (const settled of settleBack(stack, new Set()))
        expect(settled.z).toBeLessThanOrEqual(stack.find(({ item }) => item === settled.item)?.z ?? 0);
    }
  });
});

describe('decode', () => {
  it('lays eight cubes of half the side down without waste, whatever the weights', () => {
    const problem = problemOf(Array.from({ length: 8 }, () => [50, 50, 50] as const));
    const prepared = prepareFit(problem);
    for (const weights of WEIGHT_PRESETS) {
      const { boxes, unplaced } = decode(prepared, startGenome(prepared, [0, 1, 2, 3, 4, 5, 6, 7], weights, false), [1000]);
      expect(unplaced).toEqual([]);
      expect(Math.max(...boxes.map(({ z, d }) => z + d))).toBe(1000);
    }
  });

  it('keeps to a depth under the real one and says what stayed out', () => {
    const prepared = prepareFit(
      problemOf([
        [100, 100, 60],
        [100, 100, 30],
      ]),
    );
    const genome = startGenome(prepared, [0, 1], FIRST, false);
    expect(decode(prepared, genome, [900]).unplaced).toEqual([]);
    expect(decode(prepared, genome, [890]).unplaced).toEqual([1]);
  });

  it('leaves out what the genome leaves out', () => {
    const prepared = prepareFit(
      problemOf([
        [50, 50, 50],
        [50, 50, 50],
      ]),
    );
    const genome = { ...startGenome(prepared, [0, 1], FIRST, false), lay: [LEFT_OUT, -1] };
    expect(decode(prepared, genome, [1000]).unplaced).toEqual([0]);
  });

  it('lays a thing as the genome forces it', () => {
    const prepared = prepareFit(problemOf([[90, 40, 10]]));
    for (const lay of prepared.lays[0]?.keys() ?? []) {
      const [placed] = decode(prepared, { ...startGenome(prepared, [0], FIRST, false), lay: [lay] }, [1000]).boxes;
      expect(placed?.lay).toBe(lay);
    }
  });

  it('sets first things against the opening when told to, under front and under top access', () => {
    const items = [
      [100, 100, 20],
      [60, 60, 20],
    ] as const;
    const front = FitProblemSchema.parse({
      ...problemOf(items),
      items: problemOf(items).items.map((item, index) => ({ ...item, shape: 'flat', reach: index === 1 ? 1 : 3 })),
    });
    const prepared = prepareFit(front);
    const { boxes, unplaced } = decode(prepared, startGenome(prepared, [0, 1], FIRST, true), [400]);
    expect(unplaced).toEqual([]);
    // It is settled onto what lies behind it, and nothing lies before it.
    expect(boxes.find(({ item }) => item === 1)?.z).toBe(200);
  });

  it('never overlaps, for 300 random genomes', () => {
    const random = new Random(17);
    for (let round = 0; round < 300; round += 1) {
      const sizes = Array.from(
        { length: 3 + random.below(8) },
        () => [10 + random.below(60), 10 + random.below(60), 5 + random.below(40)] as const,
      );
      const prepared = prepareFit(problemOf(sizes, { d: 60 + random.below(40), access: random.next() < 0.5 ? 'front' : 'top' }));
      const order = sizes.map((_, index) => index).sort(() => random.next() - 0.5);
      const { boxes, unplaced } = decode(
        prepared,
        startGenome(prepared, order, WEIGHT_PRESETS[random.below(WEIGHT_PRESETS.length)] as Weights, random.next() < 0.5),
        [prepared.rooms[0]?.d ?? 0],
      );
      expect(boxes.length + unplaced.length).toBe(sizes.length);
      for (const [index, a] of boxes.entries()) {
        for (const b of boxes.slice(index + 1)) {
          const apart =
            a.x >= b.x + b.w || b.x >= a.x + a.w || a.y >= b.y + b.h || b.y >= a.y + a.h || a.z >= b.z + b.d || b.z >= a.z + a.d;
          expect(apart, `round ${round}`).toBe(true);
        }
      }
    }
  });
});

describe('Random', () => {
  it('gives the same numbers for the same seed, spread over the whole range', () => {
    const [a, b, c] = [new Random(5), new Random(5), new Random(6)];
    const draw = (random: Random) => Array.from({ length: 1000 }, () => random.next());
    const [first, second, other] = [draw(a), draw(b), draw(c)];
    expect(first).toEqual(second);
    expect(first).not.toEqual(other);
    expect(first.every((value) => value >= 0 && value < 1)).toBe(true);
    const counts = new Array<number>(10).fill(0);
    for (const value of first) counts[Math.floor(value * 10)] = (counts[Math.floor(value * 10)] ?? 0) + 1;
    expect(Math.min(...counts)).toBeGreaterThan(60);
  });
});
