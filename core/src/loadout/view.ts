import type { NeedChange } from '../coverage/changes.ts';
import type { Coverage } from '../coverage/coverage.ts';
import type { Grade } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import type { Reach } from '../reach/reach.ts';

export interface Lane {
  /** A kit's id, or `own` for things in no kit. */
  from: string;
  unitId: string;
  kind: string;
  grade: Grade;
  s: number;
  inTime: boolean;
}
export interface LoadoutNeed {
  need: NeedId;
  /** The quickest means of every kit that has one, quickest first; in the window or not. */
  lanes: Lane[];
}
export interface CarriedView {
  kitId: string;
  positionId: string;
  fetchS: number;
  /** Why it is not there, or cannot be reached; null: it is. */
  why: string | null;
  /** Seconds to its first thing in the hand; null: nothing of it is in reach. */
  firstS: number | null;
  onBody: boolean;
  massG: number;
}
export interface SecondCasualty {
  need: NeedId;
  isHeld: boolean;
  /** Seconds to the quickest thing that is left for it; null: nothing is. */
  s: number | null;
}
export interface SingleThing {
  need: NeedId;
  unitId: string;
  from: string;
  /** What would serve instead, though too late, or too little; null: nothing else does. */
  next: { from: string; s: number } | null;
}
export interface StaysBehind {
  from: string;
  unitId: string;
  name: string;
}
export interface LoadoutView {
  coverage: Coverage;
  needs: LoadoutNeed[];
  kits: CarriedView[];
  reach: Record<string, Reach>;
  second: SecondCasualty[];
  singles: SingleThing[];
  /** What a security check keeps back, and the needs that are worse for it. */
  security: { behind: StaysBehind[]; worse: NeedChange[] } | null;
  massG: number;
  bodyMassG: number;
}
