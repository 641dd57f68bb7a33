// Packing beside two general-purpose packers on the same instances, with a small budget of decodes; the bench measures by time.
import { describe, expect, it } from 'vitest';
import { checkPlacement } from '../core/src/fit/check.ts';
import { packFit } from '../core/src/fit/createFit.ts';
import { FitProblemSchema } from '../core/src/fit/problem.ts';
import { rounds, SEED } from '../core/testing/rounds.ts';
import { D, H, referenceCover, referenceDepth, W } from './bench-fit.mjs';
import { cutBox, random } from './cutBoxes.mjs';

const problemOf = (room, items) =>
  FitProblemSchema.parse({
    container: { make: 'soft', compartments: [{ id: 'main', access: 'front', ...room }] },
    items,
    seed: 7,
    decodes: 6000,
  });

describe('packing', () => {
  it.each([6, 10, 15])('of %i boxes is never thicker than a general-purpose packer in three dimensions', (n) => {
    for (let round = 0; round < rounds(3); round += 1) {
      const boxes = cutBox(random(SEED + 1000 * n + round), n, W, H, D);
      const items = boxes.map(([wMm, hMm, tMm], index) => ({ id: `b${index}`, wMm, hMm, tMm, shape: 'brick' }));
      const problem = problemOf({ wMm: W, hMm: H, dMm: 4 * D }, items);
      const { thicknessMm, placed } = packFit(problem);
      expect(checkPlacement(problem, placed)).toEqual([]);
      expect(thicknessMm, `seed ${SEED}, round ${round}`).toBeLessThanOrEqual(referenceDepth(boxes));
    }
  });

  it('of one layer never covers less than a packer of rectangles', () => {
    for (let round = 0; round < rounds(5); round += 1) {
      const rectangles = cutBox(random(SEED + 5000 + round), 12, 200, 150, 8);
      const items = rectangles.map(([wMm, hMm], index) => ({
        id: `r${index}`,
        wMm,
        hMm,
        tMm: 8,
        shape: 'flat',
        keep: (wMm * hMm) / 30,
      }));
      const { placed } = packFit(problemOf({ wMm: 200, hMm: 150, dMm: 8 }, items));
      const covered = placed.reduce((sum, box) => sum + box.wMm * box.hMm, 0) / (200 * 150);
      expect(covered, `seed ${SEED}, round ${round}`).toBeGreaterThanOrEqual(referenceCover(rectangles, 200, 150) - 1e-9);
    }
  });
});
