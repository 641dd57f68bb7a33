import type { AskedNeed, CoverageProblem } from '../coverage/problem.ts';
import type { Container, Position } from '../model/container.ts';
import type { Kind } from '../model/kind.ts';
import type { NeedId, Skill } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import type { ReachPlan } from '../reach/plan.ts';

/** What is put first among proposals that hold the same; soonest: what is wanted within seconds is out of its wrapping soonest. */
export const FIRSTS = ['cheapest', 'lightest', 'thinnest', 'fewest', 'soonest', 'longest'] as const;
export type First = (typeof FIRSTS)[number];

/** Things of one kind that lie in stores, at no cost. */
export interface InStock {
  id: string;
  kind: string;
  count: number;
  expiresOn?: PlainDate | null;
}
export interface ProposeLimits {
  /** Minor units of money. */
  money?: number;
  massG?: number;
  /** Of the packed container, mm. */
  thicknessMm?: number;
  container?: Container;
  /** Where it is carried. */
  position?: Position;
}
/** What to put in: the most in the order of booking, within limits. */
export interface ProposeQuestion {
  /** In the school's order. */
  needs: readonly AskedNeed[];
  school: School;
  on: PlainDate;
  kinds: readonly Kind[];
  skills?: readonly Skill[];
  isChecked?: boolean;
  stock?: readonly InStock[];
  limits: ProposeLimits;
  goal?: 'least' | 'ideal';
  /** What counts among equals, the first most; what is not named follows in the usual order. */
  first?: readonly First[];
  /** The last need that is asked; absent: all. */
  upTo?: NeedId;
  locked?: readonly { kind: string; count: number }[];
  barred?: readonly string[];
  /** What others hold that are carried as one with it: it counts, and is not packed here. */
  beside?: readonly InStock[];
  /** Whether a kind counts for a need where it would lie; absent: everywhere. */
  isInTime?: (kind: Kind, need: AskedNeed) => boolean;
  /** Nothing is bought: only what lies in stores is chosen from. */
  isOwnOnly?: boolean;
  /** Planning values of reach; absent: those that are shipped. */
  reach?: ReachPlan;
  seed?: number;
  /** Work that may be spent: 1 is what a page waits for. */
  effort?: number;
}

/** What counts here of the needs: to the last one asked, and no more than the least where that is the goal. */
export function askedOf({ needs, upTo, goal = 'least' }: Pick<ProposeQuestion, 'needs' | 'upTo' | 'goal'>): AskedNeed[] {
  const last = upTo === undefined ? needs.length - 1 : needs.findIndex(({ need }) => need === upTo);
  return needs.map((asked, index) => {
    if (index > last) return { ...asked, least: 0, ideal: 0 };
    return goal === 'least' ? { ...asked, ideal: asked.least } : asked;
  });
}

export const problemFor = (
  { school, on, skills, isChecked }: Pick<ProposeQuestion, 'school' | 'on' | 'skills' | 'isChecked'>,
  needs: readonly AskedNeed[],
  units: CoverageProblem['kits'][number]['units'],
): CoverageProblem => ({
  needs,
  school,
  on,
  ...(skills === undefined ? {} : { skills }),
  ...(isChecked === undefined ? {} : { isChecked }),
  kits: [{ id: 'proposed', units }],
});
