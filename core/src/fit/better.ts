import type { FitProblem, FitResult } from './problem.ts';

/** By reach class: what lies in front of a thing of class 1 is worst. */
const FRONT_WEIGHTS = { 1: 8, 2: 4, 3: 1 } as const;

/** How good a packing is, in the order that counts: what stays out, thickness in mm, weighted things in front. */
function standing(problem: FitProblem, { unplaced, thicknessMm, blockedBy }: FitResult): readonly number[] {
  const out = new Set(unplaced);
  const missing = problem.items.reduce((sum, { id, keep = 1 }) => sum + (out.has(id) ? keep : 0), 0);
  const fronts = problem.items.reduce((sum, { id, reach }) => sum + FRONT_WEIGHTS[reach] * (blockedBy[id]?.length ?? 0), 0);
  return [missing, thicknessMm, fronts];
}

/** The better of the packings of one problem; of equals the first, so that the same results give the same choice. */
export function bestFit(problem: FitProblem, results: readonly [FitResult, ...FitResult[]]): FitResult {
  return results.reduce((best, result) => {
    const was = standing(problem, best);
    const is = standing(problem, result);
    const at = is.findIndex((value, index) => value !== was[index]);
    return at >= 0 && (is[at] as number) < (was[at] as number) ? result : best;
  });
}
