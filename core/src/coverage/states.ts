import type { Grade } from '../model/kind.ts';
import type { HeldLine, NeedId } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';

/** `elsewhere`: asked of another kit, or outside of what this one is for. */
export type NeedState = 'off' | 'elsewhere' | 'gap' | 'thin' | 'held' | 'full';
/** Whether a need is asked of this kit at all. */
export const isAsked = (state: NeedState): boolean => state !== 'off' && state !== 'elsewhere';

export interface ServedBy {
  unitId: string;
  kind: string;
  grade: Grade;
  /** Pieces. */
  count: number;
  /** The part of the unit, where it is not the first. */
  part?: string;
}
/** What could stand in where a need is open; never added up. */
export interface IfNeedBe {
  unitId: string;
  grade: Grade;
  /** The first need that it would leave open; null: it is spare. */
  leavesOpen: NeedId | null;
}
export interface NeedCoverage {
  need: NeedId;
  least: number;
  ideal: number;
  /** Within how many seconds it is to be in hand; null: no window. */
  windowS: number | null;
  /** Pieces that serve it, at most `ideal`. */
  have: number;
  state: NeedState;
  /** First day on which it becomes a gap if nothing is done; null: never, or a gap already. */
  lapsesOn: PlainDate | null;
  /** Pieces that are there but outside the window. */
  late: number;
  /** A single unit whose loss would open a gap here. */
  singlePoint: boolean;
  by: ServedBy[];
  /** Where it is asked line by line: each with what there is of it. */
  lines?: HeldLine[];
  ifNeedBe: IfNeedBe[];
}
/** The state of a need from figures alone; the one place where states are defined. */
export function needState(least: number, ideal: number, have: number, makeshift: number): NeedState {
  if (ideal === 0 && least === 0) return 'off';
  if (have < least) return 'gap';
  if (makeshift > 0) return 'thin';
  return have >= ideal ? 'full' : 'held';
}

export type HeldNow = Pick<NeedCoverage, 'need' | 'least' | 'ideal' | 'have' | 'state' | 'by'>;
