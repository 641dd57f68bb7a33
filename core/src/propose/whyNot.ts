import { GRADES } from '../coverage/bookingNet.ts';
import { gradeOf, isBarred } from '../coverage/grades.ts';
import { NEEDS, type NeedId, type Skill } from '../model/need.ts';
import type { Best, Chooser } from './chooser.ts';
import { isOutcome, Packings } from './packing.ts';
import type { First } from './question.ts';

/** What would have to give for a need to be held beside all that is held now. */
export type Relaxed =
  | { what: 'money'; by: number }
  | { what: 'massG'; by: number }
  | { what: 'thicknessMm'; by: number }
  | { what: 'skill'; by: Skill }
  /** A kind that was barred by hand, or that is taken away where the kit is checked. */
  | { what: 'barred'; by: string }
  | { what: 'checked'; by: string }
  /** Nothing that is known serves it. */
  | { what: 'nothing'; by: null };
export interface Why {
  need: NeedId;
  relax: Relaxed;
  /** A second limit that would have to give at the same time; absent: the first does by itself. */
  and?: Relaxed;
}

/** For each need whose least is not met: every limit that would do by itself were it wider, the least by which. */
export function whyNot(chooser: Chooser, held: Best): Why[] {
  const reasons = new Reasons(chooser, held);
  return chooser.booker.needs.flatMap(({ need, least }, demand) =>
    least > 0 && reasons.heldOf(demand) < least ? reasons.of(demand).map((relaxed): Why => ({ need, ...relaxed })) : [],
  );
}

class Reasons {
  private readonly now: Float64Array;

  constructor(
    private readonly chooser: Chooser,
    held: Best,
  ) {
    this.now = chooser.booker.byGrade(held.met, 'least');
  }

  heldOf(demand: number): number {
    return this.now[demand * GRADES + 3] as number;
  }

  of(demand: number): Omit<Why, 'need'>[] {
    const { question, booker, choices } = this.chooser;
    const asked = booker.needs[demand];
    if (asked === undefined) return [];
    const serves = choices.some(({ kind }) =>
      booker.bringing(kind).some(({ profile }) => profile.uses.some((use) => use.demand === demand)),
    );
    if (!serves) return [{ relax: this.whyNothing(asked.need) }];
    const { money, massG, container } = question.limits;
    const chooser = this.chooser.askedFor(booker.needs.map((one, at) => ({ ...one, least: at === demand ? one.least : this.heldOf(at) })));
    const dearer = money === undefined ? [] : this.wider(chooser, demand, 'cheapest', (sum) => sum - money);
    const heavier = massG === undefined ? [] : this.wider(chooser, demand, 'lightest', (sum) => Math.ceil(sum / 10 - massG));
    const alone: Relaxed[] = [
      ...dearer.map((by) => ({ what: 'money' as const, by })),
      ...heavier.map((by) => ({ what: 'massG' as const, by })),
      ...(container === undefined ? [] : this.thicker(chooser, demand).map(({ relax }) => relax)),
    ];
    if (alone.length > 0) return alone.map((relax) => ({ relax }));
    // Money and room at once: what takes least room, whatever it is sold for.
    return container === undefined || money === undefined ? [] : this.thicker(chooser, demand, money);
  }

  /**
   * Least sum with the need held as well and that limit gone; the others stand. What else is open is not asked: it would take the pieces.
   */
  private leastSum(chooser: Chooser, demand: number, firsts: readonly [First, ...First[]], isInRoom: boolean): readonly number[] | null {
    const kept = chooser.limits().filter((one) => !firsts.includes(one.first));
    const [first] = firsts;
    const least = chooser.booker.demands[demand]?.least ?? 0;
    const wanted = this.now.slice();
    wanted[demand * GRADES + 3] = least;
    const reaches = (met: readonly number[]) => {
      const own = chooser.booker.byGrade(met, 'least');
      return wanted.every((value, at) => value <= (own[at] as number));
    };
    const asking = chooser.search(chooser.sum(first), kept, reaches, isInRoom);
    asking.require(wanted);
    return asking.run({}, null).counts;
  }

  /** By how much one limit would have to be wider, alone; nothing where a hurried search only missed what is within it. */
  private wider(chooser: Chooser, demand: number, first: First, beyond: (sum: number) => number): number[] {
    const counts = this.leastSum(chooser, demand, [first], true);
    const by = counts === null ? 0 : beyond(chooser.sumOf(first, counts));
    return by > 0 ? [by] : [];
  }

  /** What takes the least room, packed where the same room is as deep as it must be. */
  private thicker(chooser: Chooser, demand: number, money?: number): Omit<Why, 'need'>[] {
    const { question } = this.chooser;
    const { container, position, thicknessMm = Number.POSITIVE_INFINITY } = question.limits;
    const counts = this.leastSum(chooser, demand, money === undefined ? ['thinnest'] : ['thinnest', 'cheapest'], false);
    if (counts === null || container === undefined) return [];
    const deep = container.compartments.map((room) => ({
      ...room,
      dMm: DEEP_MM,
      ...(room.maxDMm === undefined ? {} : { maxDMm: DEEP_MM }),
    }));
    const isBox = !isOutcome(container);
    const room = {
      container: isBox ? { ...container, compartments: deep } : container,
      position: position === undefined ? undefined : { ...position, tMm: DEEP_MM },
    };
    const packed = new Packings(room, new Map(question.kinds.map((kind) => [kind.id, kind])), PACKED_DECODES, question.seed ?? 1).of(
      chooser.counted(counts),
    );
    if (typeof packed === 'string') return [];
    const most = Math.max(...container.compartments.map(({ dMm, maxDMm = dMm }) => maxDMm)) + container.wallMm;
    const by = Math.ceil(
      packed.outerTMm - Math.min(thicknessMm, position?.tMm ?? Number.POSITIVE_INFINITY, isBox ? most : Number.POSITIVE_INFINITY),
    );
    if (by <= 0) return [];
    const relax: Relaxed = { what: 'thicknessMm', by };
    const dearer = money === undefined ? 0 : chooser.sumOf('cheapest', counts) - money;
    return dearer <= 0 ? [{ relax }] : [{ relax: { what: 'money', by: dearer }, and: relax }];
  }

  private whyNothing(need: NeedId): Relaxed {
    const { question } = this.chooser;
    const serving = question.kinds.filter((kind) => gradeOf(kind, need, question.school) !== null);
    for (const kind of serving) {
      const skill = kind.skill ?? NEEDS[need].skill;
      if (skill !== null && question.skills !== undefined && !question.skills.includes(skill)) return { what: 'skill', by: skill };
      if (question.barred?.includes(kind.id) === true) return { what: 'barred', by: kind.id };
      if (question.isChecked === true && isBarred(kind)) return { what: 'checked', by: kind.id };
    }
    return { what: 'nothing', by: null };
  }
}

const DEEP_MM = 400;
const PACKED_DECODES = 1500;
