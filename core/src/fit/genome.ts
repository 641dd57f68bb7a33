import type { Prepared } from './prepare.ts';

/** A lay gene that leaves the thing out, for kits that cannot go in whole. */
export const LEFT_OUT = -2;

/** What the search varies: the order, a forced lay (-1: free, or left out) and room (-1: any) per thing, and the weights. */
export interface Genome {
  order: number[];
  lay: number[];
  room: number[];
  weights: Weights;
  /** Puts things of class 1 against the access side first and fills in behind them, instead of laying them on last. */
  frontFirst: boolean;
  /** Classes 2 and 3 in the genome's own order, instead of class 2 after class 3. */
  mixed: boolean;
}

/** Growth of the top, height of the top, least and largest residual, distance from the corner, far wall, depth left over. */
export type Weights = readonly [p0: number, p1: number, p2: number, p3: number, p4: number, p5: number, p6: number];

export const WEIGHT_PRESETS: readonly Weights[] = [
  [1, 0.3, 0.1, 0.02, 0.001, 0, 0],
  [1, 1, 0.02, 0, 0.001, 1, 0],
  [2, 0.1, 0.5, 0.02, 0.001, 0, 0],
  [1, 0.3, 0.1, 0, 0.02, 0, 0.2],
  [1, 0.05, 0.2, 0.05, 0.001, 1, 0],
];

export const startGenome = (prepared: Prepared, order: number[], weights: Weights, frontFirst: boolean): Genome => ({
  order,
  lay: prepared.lays.map(() => -1),
  room: prepared.lays.map(() => -1),
  weights,
  frontFirst,
  mixed: false,
});
