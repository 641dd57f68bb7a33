import { STAGED_FAMILIES } from '../model/family.ts';
import { type Kind, measuresOf } from '../model/kind.ts';
import type { Condition, OwnTraits } from '../model/unit.ts';

/** Planning value: under this share of the usual price, from a seller not known as authorised, a thing is suspect. */
export const SUSPECT_BELOW_SHARE = 0.6;

export interface Provenance {
  /** Per unit, minor units of money; null: not known. */
  priceMinor: number | null;
  authorised: boolean | null;
  /** What is known of the very thing. */
  own?: OwnTraits | undefined;
}

/** How much of the usual thing it is, by its measured size: a short strip is not judged as a full packet. */
function shareOf(kind: Kind, { measured }: OwnTraits): number {
  if (measured === undefined) return 1;
  const usual = measuresOf(kind, measured.state);
  return Math.min(1, (measured.wMm * measured.hMm * measured.tMm) / (usual.wMm * usual.hMm * usual.tMm));
}

/** Whether a price is too good to be trusted, for kinds where the seller matters (windlasses snap, stitching fails). */
export function isSuspect(kind: Kind, { priceMinor, authorised, own = {} }: Provenance): boolean {
  if (!kind.sellerMatters || authorised === true || priceMinor === null) return false;
  return priceMinor < kind.priceMinor * shareOf(kind, own) * SUSPECT_BELOW_SHARE;
}

/** The condition in which a thing is taken in: what is staged before it is carried comes wrapped, and counts as not staged yet. */
export function intakeCondition(kind: Kind, provenance: Provenance): Condition {
  if (isSuspect(kind, provenance)) return 'suspect';
  return STAGED_FAMILIES.includes(kind.family) ? 'notStaged' : 'ready';
}
