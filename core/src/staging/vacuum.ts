import { BOTTOM_SEAL_MM, rollFootprintMm, SEAL_SLACK_MM, TOP_SEAL_MARGIN_MM } from '../fit/film.ts';
import type { FitItem, FitResult } from '../fit/problem.ts';

/** Depth of a tear slit. Planning value, mm. */
export const SLIT_MM = 4;

export interface VacuumPlan {
  rollWidthMm: number;
  /** What is sealed in, as packed. */
  bundle: { acrossMm: number; alongMm: number; thickMm: number };
  /** Cut off the roll: along + thickness + top margin + bottom seal. */
  cutLengthMm: number;
  terms: { label: string; valueMm: number }[];
  /** Film across that stays loose; negative: it does not go round. */
  spareAcrossMm: number;
  /** Distance of both slits from the top edge, in the margin outside of the seal. */
  slitFromTopMm: number;
  /** Turned end for end, so that what is needed first lies at the slits. */
  isTurned: boolean;
  fits: boolean;
}

/**
 * How a bag is cut from a roll for a packed bundle, and where it tears. Lengths in mm. The packing comes across x, along y, thick
 * z; what is needed first (reach 1) comes to lie at the slit end.
 */
export function vacuumPlan(result: FitResult, items: readonly FitItem[], rollWidthMm: number): VacuumPlan | null {
  const { outer } = result;
  if (outer === undefined || result.placed.length === 0) return null;
  const urgent = new Set(items.filter(({ reach }) => reach === 1).map(({ id }) => id));
  const first = result.placed.filter(({ id }) => urgent.has(id));
  const mean = first.reduce((sum, box) => sum + box.yMm + box.hMm / 2, 0) / Math.max(1, first.length);
  const terms = [
    { label: 'along the bag', valueMm: outer.hMm },
    { label: 'its thickness', valueMm: outer.tMm },
    { label: 'top margin for the machine', valueMm: TOP_SEAL_MARGIN_MM },
    { label: 'bottom seal', valueMm: BOTTOM_SEAL_MM },
    { label: 'slack before it', valueMm: SEAL_SLACK_MM },
  ];
  // The slack is film to spare; what eats into it is too wide.
  const spareAcrossMm = rollFootprintMm(rollWidthMm, outer.tMm) + 2 * SEAL_SLACK_MM - outer.wMm;
  return {
    rollWidthMm,
    bundle: { acrossMm: outer.wMm, alongMm: outer.hMm, thickMm: outer.tMm },
    cutLengthMm: Math.ceil(terms.reduce((sum, { valueMm }) => sum + valueMm, 0)),
    terms,
    spareAcrossMm,
    slitFromTopMm: TOP_SEAL_MARGIN_MM / 3,
    isTurned: first.length > 0 && mean < outer.hMm / 2,
    fits: spareAcrossMm >= 2 * SEAL_SLACK_MM - 1e-6,
  };
}
