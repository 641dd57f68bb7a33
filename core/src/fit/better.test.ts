import { describe, expect, it } from 'vitest';
import { bestFit } from './better.ts';
import { packFit } from './createFit.ts';
import { FitProblemSchema, type FitResult } from './problem.ts';

const problem = FitProblemSchema.parse({
  container: { make: 'soft', compartments: [{ id: 'main', wMm: 100, hMm: 100, dMm: 60, access: 'front' }] },
  items: [
    { id: 'strap', wMm: 90, hMm: 90, tMm: 20, shape: 'flat', reach: 1, keep: 10 },
    { id: 'wipe', wMm: 90, hMm: 90, tMm: 10, shape: 'flat', reach: 3, keep: 1 },
  ],
  decodes: 100,
});
const base = packFit(problem);
const like = (more: Partial<FitResult>): FitResult => ({ ...base, ...more });

describe('the better of two packings', () => {
  it('holds what hurts most to leave out, even where it is thicker', () => {
    const withoutStrap = like({ unplaced: ['strap'], thicknessMm: 10 });
    const withoutWipe = like({ unplaced: ['wipe'], thicknessMm: 20 });
    expect(bestFit(problem, [withoutStrap, withoutWipe])).toBe(withoutWipe);
    expect(bestFit(problem, [withoutWipe, base])).toBe(base);
  });

  it('is thinner, then has less in front of what is needed first', () => {
    expect(bestFit(problem, [base, like({ thicknessMm: base.thicknessMm - 1 })]).thicknessMm).toBe(base.thicknessMm - 1);
    const strapBehind = like({ blockedBy: { strap: ['wipe'], wipe: [] } });
    const wipeBehind = like({ blockedBy: { strap: [], wipe: ['strap'] } });
    expect(bestFit(problem, [strapBehind, wipeBehind])).toBe(wipeBehind);
    expect(bestFit(problem, [wipeBehind, strapBehind])).toBe(wipeBehind);
  });

  it('is the first of equals', () => {
    const same = like({});
    expect(bestFit(problem, [base, same])).toBe(base);
  });
});
