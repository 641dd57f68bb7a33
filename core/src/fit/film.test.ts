import { describe, expect, it } from 'vitest';
import { checkPlacement } from './check.ts';
import { createFit, packFit } from './createFit.ts';
import { type FitItem, type FitProblem, FitProblemSchema } from './problem.ts';

type Row = readonly [id: string, w: number, h: number, t: number, shape: FitItem['shape'], solidity: number, give?: number];
const quart = { make: 'flatBag', compartments: [{ id: 'bag', wMm: 178, hMm: 203, dMm: 90, access: 'front' }] };
const problemOf = (rows: readonly Row[], container: unknown = quart, more: object = {}): FitProblem =>
  FitProblemSchema.parse({
    container,
    items: rows.map(([id, wMm, hMm, tMm, shape, solidity, give = 0]) => ({ id, wMm, hMm, tMm, shape, solidity, give })),
    ...more,
  });
const pack = (problem: FitProblem) => {
  const result = packFit(problem);
  expect(checkPlacement(problem, result.placed)).toEqual([]);
  return result;
};

// Box sizes of the catalogue; how much of its box a thing fills and what it gives are planning values.
const STRAP: Row = ['strap', 165, 60, 36, 'brick', 0.55];
const SHEARS: Row = ['shears', 190, 95, 12, 'brick', 0.35];
const SMALL_SHEARS: Row = ['shears', 140, 75, 10, 'brick', 0.35];
const BANDAGE: Row = ['bandage', 100, 65, 38, 'brick', 0.8, 0.25];
const GAUZE: Row = ['gauze', 85, 60, 28, 'brick', 0.8, 0.25];
const GLOVES: Row = ['gloves', 100, 70, 12, 'flat', 0.5, 0.6];

describe('film closes slice by slice', () => {
  it('over a windlass tourniquet and full-size shears in a quart bag', () => {
    const result = pack(problemOf([STRAP, SHEARS]));
    expect(result.verdict).toBe('fits');
    expect(result.spare?.alongMm).toBeGreaterThan(0);
  });

  it.each([
    ['full-size', SHEARS],
    ['small', SMALL_SHEARS],
  ])('over tourniquet, bar bandage, plain gauze, gloves and %s shears', (_, shears) => {
    for (const seed of [1, 2]) expect(pack(problemOf([STRAP, BANDAGE, GAUZE, shears, GLOVES], quart, { seed })).verdict).toBe('fits');
  });

  it('has a packing at every moment, that holds and only gets better: whoever stops early has the best so far', () => {
    for (const rows of [
      [STRAP, SHEARS, GAUZE],
      [STRAP, BANDAGE, GAUZE, SHEARS, GLOVES],
    ]) {
      const problem = problemOf(rows, quart, { decodes: 6000 });
      const run = createFit(problem);
      let out = rows.length;
      for (let share = 0; share < 1; ) {
        share = run.step(300);
        const now = run.result();
        expect(checkPlacement(problem, now.placed), `at ${share}`).toEqual([]);
        expect(now.unplaced.length).toBeLessThanOrEqual(out);
        if (now.feasible) expect(now.thicknessMm).toBeGreaterThanOrEqual(now.bound.valueMm);
        out = now.unplaced.length;
      }
    }
  });

  it('says cannot only of what hands do not press in either', () => {
    // A pad of 190 x 150 x 20 asks for 210 of 203 mm of film; pressed to half, for 200.
    const pad = (give: number): Row => ['pad', 190, 150, 20, 'flat', 1, give];
    expect(pack(problemOf([pad(0)], quart, { decodes: 600 })).reasons).toMatchObject([{ code: 'tooLarge', overMm: 7 }]);
    expect(pack(problemOf([pad(0.5)], quart, { decodes: 600 }))).toMatchObject({ verdict: 'fits', pressed: 1 });
  });
});
