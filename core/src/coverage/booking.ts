import type { Circle } from '../model/need.ts';

/** More pieces than anybody carries: amounts are cut off here, so that sums of them stay whole numbers. */
export const EVERY = 1_000_000;

/** Grades by number, so that the solver knows nothing of names: 1 primary, 2 substitute, 3 improvised. */
export type GradeCode = 1 | 2 | 3;

/** What a thing may do for one demand. */
export interface Use {
  demand: number;
  grade: GradeCode;
  /** Of which sort it is, where a demand counts sorts apart (`caps`); -1 where it does not. */
  key: number;
  /** The companion that must come with it, by number; -1: it serves alone. */
  companion: number;
}
/** Things alike in all that matters share one profile, by identity. */
export interface Profile {
  uses: readonly Use[];
  /** Companions that a piece can be. */
  provides: readonly number[];
  /** Not used up: serves every demand at once, and companions of it are free. */
  isTool: boolean;
}
export interface Supplier {
  profile: Profile;
  pieces: number;
}
export interface Demand {
  least: number;
  ideal: number;
  circle: Circle;
  /** Most pieces of each sort that count; null: sorts are not told apart. */
  caps: readonly number[] | null;
}
/** Pieces that may go: by group, and of which group each supplier is; -1: none of it is known to be spare. */
export interface Spare {
  groupOf: Int32Array;
  left: Int32Array;
}
export interface Serving {
  supplier: number;
  demand: number;
  grade: GradeCode;
  /** Pieces that count toward the least, and those beyond it toward the ideal. */
  towardLeast: number;
  towardIdeal: number;
}
export interface Booking {
  servings: Serving[];
  /** Pieces toward the least, and beyond, one entry a demand. */
  least: number[];
  extra: number[];
  /** Pieces that are used up beside others, one entry a supplier. */
  companions: number[];
}

/** A step of the order: most of a demand's least or ideal with pieces of one grade. */
export interface Slot {
  demand: number;
  part: 'least' | 'ideal';
  grade: GradeCode;
}

const LEAST_GRADES: Record<Circle, readonly GradeCode[]> = { 0: [1, 2], 1: [1, 2, 3], 2: [1, 2, 3] };
const IDEAL_GRADES: readonly GradeCode[] = [1, 2];

/**
 * The order of booking. Circle by circle, each to its least before the next one starts: need by need with what is made for it, then
 * need by need with substitutes, then, but in the first circle, need by need with what is improvised. After all circles need by need
 * the ideal, primary before substitute. Demands stand in the order in which they are asked.
 */
export function slotsOf(demands: readonly Demand[], parts: 'all' | 'least' = 'all', lastCircle: Circle = 2): Slot[] {
  const slots: Slot[] = [];
  for (const circle of ([0, 1, 2] as const).slice(0, lastCircle + 1))
    for (const grade of LEAST_GRADES[circle])
      for (const [demand, { least, circle: own }] of demands.entries())
        if (own === circle && least > 0) slots.push({ demand, part: 'least', grade });
  if (parts === 'least') return slots;
  for (const [demand, { least, ideal }] of demands.entries())
    if (ideal > least) for (const grade of IDEAL_GRADES) slots.push({ demand, part: 'ideal', grade });
  return slots;
}
