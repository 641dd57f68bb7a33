import type { StockKit } from '../coverage/problem.ts';
import type { Brief } from '../model/brief.ts';
import type { NeedId } from '../model/need.ts';
import type { Unit } from '../model/unit.ts';

export interface JudgedKit {
  id: string;
  brief: Brief;
  units: readonly Unit[];
  /** What is carried as one with it; absent: it is by itself. */
  inSet?: Beside | null | undefined;
}

/** The rest of a set, as one of its kits sees it. */
export interface Beside {
  /** The other kits, and what their bearer has of his own. */
  beside: readonly StockKit[];
  /** Needs that this kit must hold by itself. */
  alone: readonly NeedId[];
}
