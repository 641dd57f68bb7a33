import type { Family } from '../model/family.ts';
import type { AskedLine, NeedId, Skill } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import type { Condition } from '../model/unit.ts';

export interface AskedNeed {
  need: NeedId;
  least: number;
  ideal: number;
  windowS?: number | null;
  /** It is asked line by line, and each line by itself. */
  lines?: readonly AskedLine[];
  /** What is made for it elsewhere and only stands in here: foil where it is cold or wet. */
  secondBest?: Family[];
  /** Asked of another kit, or outside of what this one is for. */
  elsewhere?: boolean;
}
export interface StockUnit {
  id: string;
  kind: string;
  count: number;
  piecesUsed?: number;
  expiresOn?: PlainDate | null;
  condition: Condition;
  /** Seconds until this thing is in the hand, where it differs from its kit's. */
  reachS?: number;
}
export interface StockKit {
  id: string;
  /** Seconds until a thing of this kit is in the hand; null or absent: not judged against windows. */
  reachS?: number | null;
  units: readonly StockUnit[];
}
export interface CoverageProblem {
  /** In the school's order. */
  needs: readonly AskedNeed[];
  school: School;
  on: PlainDate;
  kits: readonly StockKit[];
  /** Skills that are there; absent: all. */
  skills?: readonly Skill[];
  /** The kit has to pass security checks: what is barred there does not count. */
  isChecked?: boolean;
}
