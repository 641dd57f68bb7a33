/** A sum of variables that must reach at least so much. */
export interface Row {
  /** By variable; none twice. */
  at: readonly number[];
  by: readonly number[];
  least: number;
}

/**
 * An integer programme in counts: least cost, every row reached, each variable from 0 to its most. Costs are whole numbers and not
 * negative. The variables before `counts` are whole numbers; those behind only tell how counts are shared out, and need not be.
 */
export interface Programme {
  costs: readonly number[];
  most: readonly number[];
  counts: number;
  rows: readonly Row[];
}
