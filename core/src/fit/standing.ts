/** How good a packing is, in the order that counts; of all of them less is better. */
export interface Standing {
  /** How much hurts what stays out. */
  missing: number;
  /** Thickness over what is allowed; where nothing is wished for but thinness, all of it. */
  over: number;
  buried: number;
  apart: number;
  exit: number;
  thickness: number;
  fronts: number;
}

const LEVELS: readonly (keyof Standing)[] = ['missing', 'over', 'buried', 'apart', 'exit', 'thickness', 'fronts'];
/** Sums of the same shares in another order. */
const SAME = 1e-9;

export function isBetter(one: Standing, other: Standing): boolean {
  for (const level of LEVELS) if (Math.abs(one[level] - other[level]) > SAME) return one[level] < other[level];
  return false;
}

/** What a wish that is not met weighs while annealing, beside a tenth of a millimetre of thickness over what is allowed. */
const WEIGHS = { buried: 40, apart: 40, exit: 8, fronts: 0.2, thickness: 0.01, over: 5 } as const;

/** One figure for how far a packing is from what is wished for. @param over tenths of a millimetre over what is allowed */
export const disorderOf = ({ buried, exit, apart, fronts, thickness }: Omit<Standing, 'missing' | 'over'>, over: number): number =>
  WEIGHS.buried * buried +
  WEIGHS.exit * exit +
  WEIGHS.apart * apart +
  WEIGHS.fronts * fronts +
  WEIGHS.thickness * thickness +
  WEIGHS.over * over;
