import { GRADES } from '../coverage/bookingNet.ts';
import { type ReachPlan, reachPlan } from '../reach/plan.ts';
import { wrapOf } from '../reach/reach.ts';
import { Booker } from './booker.ts';
import { type Choice, choicesOf } from './choices.ts';
import { type Judgement, type LeastCost, Search } from './leastCost.ts';
import { type Counted, type PackedSo, type Rooms, SOLD_SO } from './packing.ts';
import { askedOf, type First, type ProposeQuestion } from './question.ts';
import { type Laid, layRows } from './rows.ts';
import { each, type Sum, sumOf } from './sums.ts';

/** Exchanges of the simplex method that a page waits for, for each of its questions. */
const EFFORT = 40_000;
/** And where things are packed: there a proof takes more packings than anybody waits for. */
const EFFORT_IN_ROOM = 4000;
const TENTHS = 10;
/** Packings that may be tried for one question, and for all questions of what holds the most. */
const PACKINGS = 4;
const PACKINGS_IN_ALL = 48;

/** Counts by choice, how far each step of the order is met by them, and whether nothing within the limits is better. */
export interface Best {
  counts: readonly number[];
  met: readonly number[];
  isProven: boolean;
  /** Nothing that holds as much has a smaller sum of what was put first, whether or not it goes in. */
  bound: number;
}
/** What is kept while something else is looked for: no more of a sum than it came to. */
export interface Kept {
  first: First;
  most: number;
}

/** Finds, of what may be chosen, what holds the most; then, of that, what is best by what is put first. */
export class Chooser {
  readonly booker: Booker;
  readonly choices: readonly Choice[];
  private readonly plan: ReachPlan;
  private packingsLeft = 0;
  private packingsInAll = Number.POSITIVE_INFINITY;
  private wasNotTried = false;

  constructor(
    readonly question: ProposeQuestion,
    readonly packings: Rooms | null = null,
  ) {
    this.plan = question.reach ?? reachPlan();
    this.booker = new Booker(askedOf(question), question, question.kinds);
    this.choices = choicesOf(question, this.booker, (kind) => packings?.leastVolume(kind) ?? volumeOf(kind));
  }

  /** The same choices for other needs, in the same room. */
  askedFor(needs: ProposeQuestion['needs']): Chooser {
    const { upTo: _, ...question } = this.question;
    return new Chooser({ ...question, needs, goal: 'least' }, this.packings);
  }

  /** What goes in here. */
  counted(counts: readonly number[]): Counted {
    return this.choices.map(({ kind, isBeside }, at) => ({ kind, count: isBeside === true ? 0 : (counts[at] as number) }));
  }

  met(counts: readonly number[]): number[] {
    return this.booker.met(this.choices.map(({ kind }, at) => ({ kind, count: counts[at] as number })));
  }

  sumOf(first: First, counts: readonly number[]): number {
    return sumOf(this.sum(first), counts);
  }

  /** What goes in as it is, in the room that there is; null: nothing is asked of a room, or it does not go in. */
  packedSo(counts: readonly number[]): PackedSo | null {
    const found = this.packings?.of(this.counted(counts)) ?? null;
    return typeof found === 'string' ? null : found;
  }

  /** In whole numbers: minor units, tenths of a gram, of a cubic centimetre, of a second, pieces. */
  sum(first: First): Sum {
    switch (first) {
      case 'lightest':
        return this.choices.map(({ massG }) => each(Math.round(massG * 10)));
      case 'thinnest':
        return this.choices.map(({ volume }) => each(volume));
      case 'fewest':
        return this.choices.map(({ isBeside }) => each(isBeside === true ? 0 : 1));
      case 'soonest':
        return this.choices.map((choice) => each(this.unwrapS(choice) * TENTHS));
      case 'longest':
        return this.choices.map(({ kind, isBeside }) => each(isBeside === true || kind.dating === 'none' ? 0 : 1));
      case 'cheapest':
        return this.choices.map(({ priceMinor, stock }) => each(priceMinor, stock));
    }
  }

  /** Seconds of unwrapping what is wanted within seconds; what has no window may lie wrapped as it likes. */
  private unwrapS({ kind, isBeside }: Choice): number {
    if (isBeside === true || this.booker.windowOf(kind) === null) return 0;
    const wrap = wrapOf(kind, { condition: 'ready', state: SOLD_SO });
    return wrap === null ? 0 : this.plan.values[wrap];
  }

  /** The limits as sums that may not be exceeded. */
  limits(): Kept[] {
    const { money, massG } = this.question.limits;
    return [
      ...(money === undefined ? [] : [{ first: 'cheapest' as const, most: money }]),
      ...(massG === undefined ? [] : [{ first: 'lightest' as const, most: massG * 10 }]),
      ...(this.packings === null ? [] : [{ first: 'thinnest' as const, most: this.packings.mostVolume() }]),
    ];
  }

  /** A search for least cost among what keeps sums and reaches steps; what is required may be changed between two runs. */
  search(cost: Sum, kept: readonly Kept[], reaches: (met: readonly number[]) => boolean, isInRoom = true): Asking {
    const ceilings = kept.map(({ first, most }) => ({ sum: this.sum(first), most }));
    const laid = layRows(this.booker, this.choices, cost, ceilings);
    const judge = (counts: readonly number[]): Judgement => {
      const isOver = ceilings.some(({ sum, most }) => sumOf(sum, counts) > most);
      if (isOver || !reaches(this.met(counts))) return 'fails';
      return isInRoom ? this.goesIn(counts) : 'passes';
    };
    const costOf = (counts: readonly number[]) => sumOf(cost, counts);
    const near = (values: readonly number[]) => this.near(values, cost, (counts) => judge(counts) === 'passes');
    const search = new Search(laid.programme, costOf, judge, near);
    for (const [at, { least, most }] of this.choices.entries()) search.bound(at, least, most);
    return { run: (limits, start) => this.run(search, limits, start), require: (sums) => this.require(search, laid, sums) };
  }

  private run(search: Search, limits: { under?: number; isAnyGood?: boolean }, start: readonly number[] | null): LeastCost {
    const effort = this.question.effort ?? 1;
    this.packingsLeft = Math.min(this.packingsInAll, Math.ceil(PACKINGS * effort));
    this.wasNotTried = false;
    const result = search.run({ ...limits, effort: (this.packings === null ? EFFORT : EFFORT_IN_ROOM) * effort }, start);
    return this.wasNotTried ? { ...result, proven: false } : result;
  }

  /** So many packings may be tried from here on. */
  allowPackings(count: number): void {
    this.packingsLeft = Math.ceil(count * (this.question.effort ?? 1));
  }

  goesIn(counts: readonly number[]): Judgement {
    if (this.packings === null) return 'passes';
    const before = this.packings.packed;
    const found = this.packings.of(this.counted(counts), this.packingsLeft > 0);
    if (this.packings.packed > before) {
      this.packingsLeft -= 1;
      this.packingsInAll -= 1;
    }
    if (typeof found !== 'string') return 'passes';
    if (found === 'notTried') return 'enough';
    if (found === 'notFound') this.wasNotTried = true;
    return counts.flatMap((count, at) => (count > 0 ? [at] : []));
  }

  /** Step by step of the order, each as far as it goes with those before kept; null: not even what must be in goes. */
  mostHeld(): Best | null {
    const { slots } = this.booker;
    const limits = this.limits();
    // What is scarcest guides: the room, then money, then mass.
    const guide = limits.at(-1)?.first ?? 'cheapest';
    let wanted: readonly number[] = [];
    const asking = this.search(this.sum(guide), limits, (met) => {
      for (const [step, value] of wanted.entries()) if (met[step] !== value) return (met[step] as number) > value;
      return true;
    });
    const best: Best = { counts: [], met: [], isProven: true, bound: 0 };
    const tryFor = (steps: readonly number[]): boolean => {
      wanted = steps;
      asking.require(this.booker.byGrade(steps));
      const found = asking.run({ isAnyGood: true }, best.met.length === 0 ? null : best.counts);
      if (found.counts === null) {
        best.isProven &&= found.proven;
        return false;
      }
      best.counts = found.counts;
      best.met = this.met(found.counts);
      return true;
    };
    this.packingsInAll = Math.ceil(PACKINGS_IN_ALL * (this.question.effort ?? 1));
    const all = this.met(this.choices.map(({ most }) => most));
    if (!tryFor(all)) {
      best.isProven = true;
      if (!tryFor([])) return null;
      for (const step of slots.keys()) {
        let high = Math.min(this.openAt(step, best.met), this.supply(step));
        while ((best.met[step] as number) < high) {
          const middle = Math.ceil(((best.met[step] as number) + high) / 2);
          if (!tryFor([...best.met.slice(0, step), middle])) high = middle - 1;
        }
      }
    }
    this.packingsInAll = Number.POSITIVE_INFINITY;
    return best;
  }

  /** What a need still asks for at a step, with those before it met so far. */
  private openAt(step: number, met: readonly number[]): number {
    const { slots, demands } = this.booker;
    const { demand, part } = slots[step] as Booker['slots'][number];
    const { least, ideal } = demands[demand] as Booker['demands'][number];
    const before = slots.slice(0, step).reduce((sum, slot, at) => sum + (slot.demand === demand ? (met[at] as number) : 0), 0);
    return Math.max(0, (part === 'least' ? least : ideal) - before);
  }

  /** Pieces of a grade that there could be for a need at all. */
  private supply(step: number): number {
    const { demand, grade } = this.booker.slots[step] as Booker['slots'][number];
    let sum = 0;
    for (const { kind, most } of this.choices)
      for (const { profile, pieces } of this.booker.bringing(kind))
        if (profile.uses.some((use) => use.demand === demand && (use.grade === grade || (use.companion >= 0 && use.grade <= grade))))
          sum += pieces * most;
    return sum;
  }

  private require(search: Search, { rowOf }: Laid, sums: Float64Array): void {
    for (let demand = 0; demand < this.booker.demands.length; demand += 1)
      for (const code of [1, 2, 3] as const) {
        const row = rowOf(demand, code);
        if (row >= 0) search.require(row, sums[demand * GRADES + code] as number);
      }
  }

  /** Broken counts made whole upward, then taken out again what is not needed, dearest first. */
  private near(values: readonly number[], cost: Sum, passes: (counts: readonly number[]) => boolean): number[] | null {
    const counts = values.map((value) => Math.ceil(value - 1e-6));
    if (!passes(counts)) return null;
    const dearest = [...counts.keys()]
      .filter((at) => (counts[at] as number) > 0)
      .sort((a, b) => nextCost(cost, b, counts[b] as number) - nextCost(cost, a, counts[a] as number));
    for (const at of dearest)
      while ((counts[at] as number) > (this.choices[at]?.least ?? 0)) {
        counts[at] = (counts[at] as number) - 1;
        if (passes(counts)) continue;
        counts[at] = (counts[at] as number) + 1;
        break;
      }
    return counts;
  }
}

/** What the last of so many adds, or the first where there is none. */
export const nextCost = (sum: Sum, at: number, count: number): number =>
  (sum[at] ?? []).reduce((all, { by, beyond }) => all + (Math.max(1, count) > beyond ? by : 0), 0);

export interface Asking {
  run: (limits: { under?: number; isAnyGood?: boolean }, start: readonly number[] | null) => LeastCost;
  /** Pieces of each grade and better that must be there from now on, as `Booker.byGrade` has them. */
  require: (sums: Float64Array) => void;
}

/** As sold, in tenths of a cubic centimetre: what is compared where no room is named. */
function volumeOf({ states: [sold] }: Choice['kind']): number {
  return sold === undefined ? 0 : Math.round((sold.wMm * sold.hMm * sold.tMm) / 100);
}
