import { describe, expect, it } from 'vitest';
import { leastDepth } from './exact.ts';
import type { Orientation } from './lays.ts';
import { Random } from './random.ts';

const lay = (w: number, h: number, d: number): Orientation => ({ w, h, d, folded: false });
const turns = (w: number, h: number, d: number): Orientation[] => [
  lay(w, h, d),
  lay(h, w, d),
  lay(w, d, h),
  lay(d, w, h),
  lay(h, d, w),
  lay(d, h, w),
];

interface Corner {
  x: number;
  y: number;
  z: number;
}

/**
 * Least depth by trying every corner on a grid of whole units for every way of lying: shares nothing with the branch and
 * bound but the question.
 */
function bruteForce(lays: readonly (readonly Orientation[])[], w: number, h: number, most: number): number {
  let best = most;
  const placed: { at: Corner; size: Orientation }[] = [];
  const isFree = (at: Corner, size: Orientation): boolean =>
    placed.every(
      ({ at: other, size: own }) =>
        at.x + size.w <= other.x ||
        other.x + own.w <= at.x ||
        at.y + size.h <= other.y ||
        other.y + own.h <= at.y ||
        at.z + size.d <= other.z ||
        other.z + own.d <= at.z,
    );
  const place = (index: number, depth: number): void => {
    if (depth >= best) return;
    const options = lays[index];
    if (options === undefined) {
      best = depth;
      return;
    }
    for (const size of options)
      for (let z = 0; z + size.d < best; z += 1)
        for (let y = 0; y + size.h <= h; y += 1)
          for (let x = 0; x + size.w <= w; x += 1) {
            const at = { x, y, z };
            if (!isFree(at, size)) continue;
            placed.push({ at, size });
            place(index + 1, Math.max(depth, z + size.d));
            placed.pop();
          }
  };
  place(0, 0);
  return best;
}

describe('the exact least depth against trying everything', () => {
  it('is the same on 150 seeded lists of two to four small boxes', () => {
    const random = new Random(55);
    for (let round = 0; round < 150; round += 1) {
      const [w, h] = [3 + random.below(3), 3 + random.below(3)];
      const side = () => 1 + random.below(3);
      const count = 2 + random.below(3);
      const lays = Array.from({ length: count }, () => {
        const [a, b, c] = [side(), side(), side()];
        return random.next() < 0.5 ? turns(a, b, c) : [lay(a, b, c), lay(b, a, c)];
      });
      const most = 13;
      const exact = leastDepth({ lays, w, h, known: most, floor: 0 }, 1_000_000);
      expect(exact.isProven, `round ${round}`).toBe(true);
      expect(exact.depth, `round ${round}`).toBe(bruteForce(lays, w, h, most));
    }
  });

  it('keeps what is known where nothing is better, and stops at the floor', () => {
    const two = [[lay(3, 3, 2)], [lay(3, 3, 2)]];
    expect(leastDepth({ lays: two, w: 3, h: 3, known: 4, floor: 0 }, 1000)).toMatchObject({ isProven: true, depth: 4 });
    expect(leastDepth({ lays: two, w: 3, h: 3, known: 9, floor: 9 }, 1000)).toMatchObject({ isProven: true, depth: 9, nodes: 0 });
  });

  it('leaves the known depth standing where a thing does not go in at all', () => {
    expect(leastDepth({ lays: [[lay(9, 9, 1)]], w: 3, h: 3, known: 50, floor: 0 }, 1000).depth).toBe(50);
  });
});
