import { STAGED_FAMILIES } from '../model/family.ts';
import type { Kind } from '../model/kind.ts';
import type { Condition } from '../model/unit.ts';

/** Planning value: under this share of the usual price, from a seller not known as authorised, a thing is suspect. */
export const SUSPECT_BELOW_SHARE = 0.6;

export interface Provenance {
  /** Per unit, minor units of money; null: not known. */
  priceMinor: number | null;
  authorised: boolean | null;
}

/** Whether a price is too good to be trusted, for kinds where the seller matters (windlasses snap, stitching fails). */
export function isSuspect(kind: Kind, { priceMinor, authorised }: Provenance): boolean {
  if (!kind.sellerMatters || authorised === true || priceMinor === null) return false;
  return priceMinor < kind.priceMinor * SUSPECT_BELOW_SHARE;
}

/** The condition in which a thing is taken in: what is staged before it is carried comes wrapped, and counts as not staged yet. */
export function intakeCondition(kind: Kind, provenance: Provenance): Condition {
  if (isSuspect(kind, provenance)) return 'suspect';
  return STAGED_FAMILIES.includes(kind.family) ? 'notStaged' : 'ready';
}
