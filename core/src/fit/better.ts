import type { FitProblem, FitResult } from './problem.ts';
import { isBetter, type Standing } from './standing.ts';
import { limitTenths } from './wishes.ts';

/** By reach class: what lies in front of a thing of class 1 is worst. */
const FRONT_WEIGHTS = { 1: 8, 2: 4, 3: 1 } as const;

/** How good a packing is, in the order that counts: what stays out, what is over the limits, what is wished for, thickness, things in front. */
function standing(problem: FitProblem, { unplaced, thicknessMm, blockedBy, wishes, outer }: FitResult): Standing {
  const out = new Set(unplaced);
  const missing = problem.items.reduce((sum, { id, keep = 1 }) => sum + (out.has(id) ? keep : 0), 0);
  const fronts = problem.items.reduce((sum, { id, reach }) => sum + FRONT_WEIGHTS[reach] * (blockedBy[id]?.length ?? 0), 0);
  const thickness = thicknessMm;
  const outside = outlineOver(outer, problem.placeBounds);
  if (wishes === undefined) return { missing, over: outside, buried: 0, apart: 0, exit: 0, thickness, fronts };
  return { missing, over: outside + Math.max(0, thickness - limitTenths(problem) / 10), thickness, ...wishes };
}

/** What of an outline is outside its place, turned the better way, mm. */
function outlineOver(outer: FitResult['outer'], place: FitProblem['placeBounds']): number {
  if (outer === undefined || place === undefined) return 0;
  const over = (w: number, h: number) => Math.max(0, outer.wMm - w) + Math.max(0, outer.hMm - h);
  return Math.min(over(place.wMm, place.hMm), over(place.hMm, place.wMm));
}

/** The better of the packings of one problem; of equals the first, so that the same results give the same choice. */
export function bestFit(problem: FitProblem, results: readonly [FitResult, ...FitResult[]]): FitResult {
  return results.reduce((best, result) => (isBetter(standing(problem, result), standing(problem, best)) ? result : best));
}
