import { type Demand, EVERY, type Profile, type Slot, slotsOf } from '../coverage/booking.ts';
import { isBarred } from '../coverage/grades.ts';
import type { AskedNeed } from '../coverage/problem.ts';
import { type PartProfile, Profiles } from '../coverage/profiles.ts';
import { Table } from '../coverage/table.ts';
import type { Kind } from '../model/kind.ts';
import { circleOf } from '../model/need.ts';
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
    question: Pick<ProposeQuestion, 'school' | 'skills' | 'isChecked'>,
    kinds: readonly Kind[],
  ) {
    const profiles = new Profiles({
      needs,
      school: question.school,
      ...(question.skills === undefined ? {} : { skills: question.skills }),
    });
    const isOut = (kind: Kind) => question.isChecked === true && isBarred(kind);
    const asked = (index: number) => Math.min(EVERY, Math.max(needs[index]?.least ?? 0, needs[index]?.ideal ?? 0));
    const wanted = ({ profile }: PartProfile): Profile => ({ ...profile, uses: profile.uses.filter(({ demand }) => asked(demand) > 0) });
    for (const kind of kinds)
      this.brought.set(
        kind,
        isOut(kind)
          ? []
          : profiles.of(kind).flatMap((part) => {
              const profile = wanted(part);
              if (profile.uses.length === 0 && profile.provides.length === 0) return [];
              return [{ profile, pieces: Math.min(EVERY, part.piecesPerUnit * part.scale) }];
            }),
      );
    this.demands = needs.map(
      ({ need, least }, index): Demand => ({
        least: Math.min(EVERY, least),
        ideal: asked(index),
        circle: circleOf(need),
        caps: profiles.capsOf(index),
      }),
    );
    this.slots = slotsOf(this.demands);
  }

  bringing(kind: Kind): readonly Bringing[] {
    return this.brought.get(kind) ?? [];
  }

  /** What the whole of it would be, step by step, were every least and ideal met by what is made for it. */
  get full(): readonly number[] {
    const given = new Set<string>();
    return this.slots.map(({ demand, part }) => {
      const own = this.demands[demand];
      const isFirst = !given.has(`${demand}/${part}`);
      given.add(`${demand}/${part}`);
      if (own === undefined || !isFirst) return 0;
      return part === 'least' ? own.least : own.ideal - own.least;
    });
  }

  /** How far each step of the order is met by so many of each kind. */
  met(chosen: readonly { kind: Kind; count: number }[]): number[] {
    const suppliers = chosen.flatMap(({ kind, count }) =>
      count === 0 ? [] : this.bringing(kind).map(({ profile, pieces }) => ({ profile, pieces: Math.min(EVERY, pieces * count) })),
    );
    return new Table(this.demands, suppliers).stepsMet();
  }
}
