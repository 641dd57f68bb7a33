import { createFit } from '../fit/createFit.ts';
import type { FitProblem, FitResult } from '../fit/problem.ts';
import { type CarryCheck, fitsThere } from './carryCheck.ts';

/** Enough to tell what a change does; the packing itself is worked out again once it is made. */
const TRY_DECODES = 1500;
const TRY_STEP = 250;
/** Steps after the first packing that fits, for a thinner one. */
const STEPS_BEYOND = 2;

/** Packs until it fits, and a little further; no longer where that is proven not to be. */
export function packForPlace(problem: FitProblem, carryOf: (packed: FitResult) => CarryCheck | null, decodes = TRY_DECODES): FitResult {
  const run = createFit({ ...problem, decodes });
  for (let share = 0, left = Number.POSITIVE_INFINITY; share < 1 && left > 0; left -= 1) {
    share = run.step(TRY_STEP);
    const now = run.result();
    const carry = carryOf(now);
    const fits = carry === null ? now.feasible : fitsThere(now, carry);
    if (fits) left = Math.min(left, STEPS_BEYOND);
    const least = carryOf({ ...now, thicknessMm: now.bound.valueMm });
    if (least !== null && !least.isMeasured && least.overMm > 0) break;
  }
  return run.result();
}
