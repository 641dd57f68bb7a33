import type { Programme } from './programme.ts';
import { Relaxation } from './simplex.ts';

/**
 * What is said of whole counts: they pass, or not; or whatever holds as many of these variables as they do will not pass either; or it
 * takes too long to say, and the search ends.
 */
export type Judgement = 'passes' | 'fails' | 'enough' | readonly number[];

/** How near to a whole number a value is one. */
const WHOLE = 1e-6;

export interface LeastCost {
  /** The cheapest counts that pass; null: none was found. */
  counts: number[] | null;
  cost: number;
  /** Nothing that passes costs less than this. */
  bound: number;
  /** Nothing is cheaper; or, where nothing was found, nothing under the limit passes. */
  proven: boolean;
}
export interface Limits {
  /** Only what costs less than this is of interest. */
  under?: number;
  /** Exchanges and looks that may be spent. */
  effort: number;
  /** The first that is found will do. */
  isAnyGood?: boolean;
}

/**
 * Branch and bound over counts: the relaxation tells what a branch costs at least, and `judge` has the last word on whole counts, so that
 * the rows may say less than what is asked, never more. `near` may name whole counts near broken ones, which are judged as well.
 */
export class Search {
  private readonly relaxation: Relaxation;
  private best: number[] | null = null;
  private bestCost = Number.POSITIVE_INFINITY;
  private under = Number.POSITIVE_INFINITY;
  private effort = 0;
  private visits = 0;
  private isEnough = false;
  private isAnyGood = false;
  /** Least cost of what was left unsearched. */
  private left = Number.POSITIVE_INFINITY;
  /** Bounds as they were asked, before any branch. */
  private asked: readonly (readonly [low: number, high: number])[] = [];

  constructor(
    private readonly programme: Programme,
    /** What whole counts cost, as the programme has it. */
    private readonly costOf: (counts: readonly number[]) => number,
    private readonly judge: (counts: readonly number[]) => Judgement,
    private readonly near: (values: readonly number[]) => readonly number[] | null = () => null,
  ) {
    this.relaxation = new Relaxation(programme);
  }

  /** Exchanges of the simplex method, and looks at a branch, so far. */
  get work(): number {
    return this.relaxation.exchanges + this.visits;
  }

  require(row: number, least: number): void {
    this.relaxation.require(row, least);
  }

  bound(variable: number, low: number, high: number): void {
    this.relaxation.bound(variable, low, high);
  }

  run({ under = Number.POSITIVE_INFINITY, effort, isAnyGood = false }: Limits, start: readonly number[] | null = null): LeastCost {
    this.best = null;
    this.bestCost = Number.POSITIVE_INFINITY;
    this.under = under;
    this.left = Number.POSITIVE_INFINITY;
    this.effort = this.work + effort;
    this.isAnyGood = isAnyGood;
    this.isEnough = false;
    this.asked = Array.from({ length: this.programme.counts }, (_, at) => [this.relaxation.lowOf(at), this.relaxation.highOf(at)]);
    if (start !== null) this.offer(start);
    this.visit();
    const bound = Math.min(this.left, this.bestCost, this.under);
    return { counts: this.best, cost: this.bestCost, bound, proven: bound >= Math.min(this.bestCost, this.under) };
  }

  /** Keeps what is cheaper than the best and passes. */
  private offer(counts: readonly number[]): Judgement {
    const cost = this.costOf(counts);
    if (cost >= Math.min(this.bestCost, this.under) || !this.isWithin(counts)) return 'fails';
    const said = this.judge(counts);
    if (said === 'enough') this.isEnough = true;
    if (said !== 'passes') return said;
    this.best = [...counts];
    this.bestCost = cost;
    return said;
  }

  private isWithin(counts: readonly number[]): boolean {
    return this.asked.every(([low, high], at) => (counts[at] as number) >= low && (counts[at] as number) <= high);
  }

  /** Costs are whole, so what does not cost a whole unit less is not cheaper. */
  private tooDear(): number {
    return Math.min(this.bestCost, this.under) - 1 + WHOLE;
  }

  private visit(): void {
    if (this.isAnyGood && this.best !== null) return;
    if (this.isEnough) {
      this.left = Math.min(this.left, Math.ceil(this.relaxation.cost - WHOLE));
      return;
    }
    this.visits += 1;
    const state = this.relaxation.solve(this.tooDear());
    if (state !== 'solved') return;
    const { cost } = this.relaxation;
    if (this.work >= this.effort) {
      this.left = Math.min(this.left, Math.ceil(cost - WHOLE));
      return;
    }
    const values = Array.from({ length: this.programme.counts }, (_, at) => this.relaxation.sumOf(at));
    const broken = this.mostBroken(values);
    if (broken >= 0) {
      const rounded = this.best === null ? this.near(values) : null;
      if (rounded !== null) this.offer(rounded);
      if (this.isAnyGood && this.best !== null) return;
      const down = Math.floor(values[broken] as number);
      this.branch(broken, [
        [down + 1, this.relaxation.highOf(broken)],
        [this.relaxation.lowOf(broken), down],
      ]);
      return;
    }
    const whole = values.map(Math.round);
    const said = this.offer(whole);
    if (said === 'passes') return;
    if (said === 'enough') this.left = Math.min(this.left, Math.ceil(cost - WHOLE));
    else if (said === 'fails') this.apartFrom(whole);
    else this.without(whole, said);
  }

  /** Everything within the bounds but these counts. */
  private apartFrom(whole: readonly number[]): void {
    const open = whole.findIndex((_, at) => this.relaxation.lowOf(at) < this.relaxation.highOf(at));
    if (open < 0) return;
    const value = whole[open] as number;
    const [low, high] = [this.relaxation.lowOf(open), this.relaxation.highOf(open)];
    this.branch(open, [
      [value + 1, high],
      [value, value],
      [low, value - 1],
    ]);
  }

  /** Everything within the bounds that has fewer of some of these: fewer of the first, or as many of it and fewer of the second, and so on. */
  private without(whole: readonly number[], variables: readonly number[]): void {
    const before = variables.map((at) => [this.relaxation.lowOf(at), this.relaxation.highOf(at)] as const);
    for (const [index, at] of variables.entries()) {
      const value = whole[at] as number;
      const [low, high] = before[index] as readonly [number, number];
      if (low <= value - 1) {
        this.relaxation.bound(at, low, value - 1);
        this.visit();
      }
      this.relaxation.bound(at, Math.max(low, value), high);
    }
    for (const [index, at] of variables.entries()) {
      const [low, high] = before[index] as readonly [number, number];
      this.relaxation.bound(at, low, high);
    }
  }

  private branch(variable: number, ranges: readonly (readonly [low: number, high: number])[]): void {
    const [low, high] = [this.relaxation.lowOf(variable), this.relaxation.highOf(variable)];
    for (const [from, to] of ranges) {
      if (from > to) continue;
      this.relaxation.bound(variable, from, to);
      this.visit();
    }
    this.relaxation.bound(variable, low, high);
  }

  /** The broken count on which most of the cost hangs; -1: all are whole. */
  private mostBroken(values: readonly number[]): number {
    let most = 0;
    let found = -1;
    for (let at = 0; at < values.length; at += 1) {
      const value = values[at] as number;
      const off = Math.abs(value - Math.round(value));
      if (off <= WHOLE) continue;
      const weight = off * (1 + (this.programme.costs[at] as number));
      if (weight > most) {
        most = weight;
        found = at;
      }
    }
    return found;
  }
}
