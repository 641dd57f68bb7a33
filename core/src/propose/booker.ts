import { type Demand, EVERY, type Profile, type Slot, slotsOf, type Use } from '../coverage/booking.ts';
import { GRADES } from '../coverage/bookingNet.ts';
import { isBarred } from '../coverage/grades.ts';
import { demandsOf } from '../coverage/prepare.ts';
import type { AskedNeed } from '../coverage/problem.ts';
import { Profiles } from '../coverage/profiles.ts';
import { Table } from '../coverage/table.ts';
import type { Kind } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import type { ProposeQuestion } from './question.ts';

/** Pieces that one unit of a kind brings, part by part. */
export interface Bringing {
  profile: Profile;
  pieces: number;
}

/** What is asked, and what kinds bring to it: books any counts of them. */
export class Booker {
  readonly demands: readonly Demand[];
  readonly slots: readonly Slot[];
  private readonly brought = new Map<Kind, readonly Bringing[]>();

  constructor(
    readonly needs: readonly AskedNeed[],
    question: Pick<ProposeQuestion, 'school' | 'skills' | 'isChecked' | 'isInTime'>,
    kinds: readonly Kind[],
  ) {
    const profiles = new Profiles({
      needs,
      school: question.school,
      ...(question.skills === undefined ? {} : { skills: question.skills }),
    });
    for (const kind of kinds) {
      if (question.isChecked === true && isBarred(kind)) continue;
      const isAsked = ({ demand }: Use): boolean => {
        const asked = needs[demand] as AskedNeed; // demands are those of the needs
        return Math.max(asked.least, asked.ideal) > 0 && question.isInTime?.(kind, asked) !== false;
      };
      const parts = profiles.of(kind).map(({ profile, piecesPerUnit, scale }) => ({
        profile: { ...profile, uses: profile.uses.filter(isAsked) },
        pieces: Math.min(EVERY, piecesPerUnit * scale),
      }));
      this.brought.set(
        kind,
        parts.filter(({ profile }) => profile.uses.length > 0 || profile.provides.length > 0),
      );
    }
    this.demands = demandsOf(needs, profiles);
    this.slots = slotsOf(this.demands);
  }

  bringing(kind: Kind): readonly Bringing[] {
    return this.brought.get(kind) ?? [];
  }

  /** What a kind is wanted for soonest; null: nothing that it serves here has a window. */
  windowOf(kind: Kind): { need: NeedId; windowS: number } | null {
    let soonest: { need: NeedId; windowS: number } | null = null;
    for (const { profile } of this.bringing(kind))
      for (const { demand } of profile.uses) {
        const { need, windowS = null } = this.needs[demand] as AskedNeed; // demands are those of the needs
        if (windowS !== null && (soonest === null || windowS < soonest.windowS)) soonest = { need, windowS };
      }
    return soonest;
  }

  /** How far each step of the order is met by so many of each kind. */
  met(chosen: readonly { kind: Kind; count: number }[]): number[] {
    const suppliers = chosen.flatMap(({ kind, count }) =>
      count === 0 ? [] : this.bringing(kind).map(({ profile, pieces }) => ({ profile, pieces: Math.min(EVERY, pieces * count) })),
    );
    return new Table(this.demands, suppliers).stepsMet();
  }

  /** Pieces of each grade and better by demand (`demand * GRADES + grade`), where steps are met so far. */
  byGrade(steps: readonly number[], parts: 'all' | 'least' = 'all'): Float64Array {
    const sums = new Float64Array(this.demands.length * GRADES);
    for (const [step, value] of steps.entries()) {
      const { demand, grade, part } = this.slots[step] as Slot; // steps are those of the slots
      if (part === 'ideal' && parts === 'least') continue;
      for (let code = grade; code <= 3; code += 1) sums[demand * GRADES + code] = (sums[demand * GRADES + code] as number) + value;
    }
    return sums;
  }
}
