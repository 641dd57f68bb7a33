import { EVERY, type GradeCode, type Use } from '../coverage/booking.ts';
import { GRADES } from '../coverage/bookingNet.ts';
import type { Booker } from './booker.ts';
import type { Choice } from './choices.ts';
import type { Programme, Row } from './programme.ts';
import type { Sum } from './sums.ts';

const CODES: readonly GradeCode[] = [1, 2, 3];

/** A sum over the choices that may not be more than so much. */
export interface Ceiling {
  sum: Sum;
  most: number;
}
export interface Laid {
  programme: Programme;
  /** By demand and grade: the row of all pieces of that grade and better; -1: nothing gives any. */
  rowOf: (demand: number, grade: GradeCode) => number;
}

/**
 * What counts of kinds can give at most: every kit that holds what is asked is within these rows, but not everything within them holds
 * it, since a better thing of a sort silences a lesser one and pieces are whole. What is booked decides. Nothing is asked of needs yet.
 */
export function layRows(booker: Booker, choices: readonly Choice[], cost: Sum, ceilings: readonly Ceiling[]): Laid {
  return new Layout(booker, choices).lay(cost, ceilings);
}

class Layout {
  private readonly rows: { terms: Map<number, number>; least: number }[] = [];
  private readonly most: number[];
  private readonly covers = new Map<number, number>();
  private readonly beyonds = new Map<string, number>();
  /** By demand and sort: the row of all that counts of it, and by grade the row that ties it to what gives it. */
  private readonly sorts = new Map<string, { ties: Map<GradeCode, number>; row: number }>();
  /** By companion: the row of what is there of it, and the row of tools that are one. */
  private readonly companions = new Map<number, { given: number; free: Map<number, number> }>();

  constructor(
    private readonly booker: Booker,
    private readonly choices: readonly Choice[],
  ) {
    this.most = choices.map(({ most }) => most);
  }

  lay(cost: Sum, ceilings: readonly Ceiling[]): Laid {
    for (const [at, { kind }] of this.choices.entries())
      for (const { profile, pieces } of this.booker.bringing(kind))
        if (profile.isTool) for (const thing of profile.provides) add(this.companion(thing).free, at, pieces);
    for (const [at, { kind }] of this.choices.entries()) for (const part of this.booker.bringing(kind)) this.addPart(at, part);
    for (const { sum, most } of ceilings) {
      const row = this.row(-most);
      for (const [at, by] of this.inVariables(sum)) this.term(row, at, -by);
    }
    const costs = this.inVariables(cost);
    const rows = this.rows.map(({ terms, least }): Row => ({ at: [...terms.keys()], by: [...terms.values()], least }));
    const programme: Programme = {
      costs: this.most.map((_, at) => costs.get(at) ?? 0),
      most: this.most,
      counts: this.choices.length,
      rows,
    };
    return { programme, rowOf: (demand, grade) => this.covers.get(demand * GRADES + grade) ?? -1 };
  }

  /** A sum in variables: what is counted only beyond so many has a variable of its own. */
  private inVariables(sum: Sum): Map<number, number> {
    const by = new Map<number, number>();
    for (const [at, shares] of sum.entries())
      for (const share of shares)
        if (share.by !== 0 && share.beyond < (this.most[at] as number)) add(by, this.beyond(at, share.beyond), share.by);
    return by;
  }

  private beyond(at: number, many: number): number {
    if (many <= 0) return at;
    const name = `${at}/${many}`;
    const known = this.beyonds.get(name) ?? this.variable((this.most[at] as number) - many);
    if (!this.beyonds.has(name)) {
      const row = this.row(-many);
      this.term(row, known, 1);
      this.term(row, at, -1);
    }
    this.beyonds.set(name, known);
    return known;
  }

  private addPart(at: number, { profile, pieces }: ReturnType<Booker['bringing']>[number]): void {
    const uses = profile.uses.filter((use) => this.mayCount(use));
    if (profile.isTool) {
      for (const use of uses) this.give(use, [[at, this.upTo(pieces, use)]], pieces, at);
      return;
    }
    const [only] = uses;
    if (only !== undefined && uses.length === 1 && only.companion < 0 && profile.provides.length === 0) {
      this.give(only, [[at, this.upTo(pieces, only)]], pieces, at);
      return;
    }
    // Pieces are shared out among what they may serve, and go beside others.
    const shared = this.row(0);
    this.term(shared, at, pieces);
    for (const use of uses) this.give(use, null, pieces, at, shared);
    for (const thing of profile.provides) {
      const variable = this.variable(EVERY);
      this.term(shared, variable, -1);
      this.term(this.companion(thing).given, variable, 1);
    }
  }

  /** What is improvised closes no need of the first circle, and counts toward no ideal. */
  private mayCount({ demand, grade }: Use): boolean {
    const asked = this.booker.demands[demand];
    return asked !== undefined && (grade < 3 || (asked.circle > 0 && asked.least > 0));
  }

  /** More of a piece than the need asks, or than counts of its sort, gives nothing. */
  private upTo(pieces: number, { demand, key }: Use): number {
    const asked = this.booker.demands[demand];
    return Math.min(pieces, asked?.ideal ?? 0, key < 0 ? EVERY : (asked?.caps?.[key] ?? EVERY));
  }

  /** One use: straight from counts where nothing else wants the pieces (`terms`), else by a variable for how many go this way. */
  private give(use: Use, terms: readonly (readonly [number, number])[] | null, pieces: number, at: number, shared = -1): void {
    const most = this.upTo(pieces * (this.most[at] as number), use);
    if (use.companion < 0 && terms !== null) {
      this.into(use, use.grade, terms);
      return;
    }
    const way = (grade: GradeCode): number => {
      const variable = this.variable(most);
      this.into(use, grade, [[variable, 1]]);
      if (shared >= 0) this.term(shared, variable, -1);
      const each = this.upTo(pieces, use);
      // A unit that has more pieces than are asked counts whole for the first of them, broken units do not.
      if (shared < 0 || each < pieces) {
        const row = this.row(0);
        this.term(row, at, each);
        this.term(row, variable, -1);
      }
      return variable;
    };
    if (use.companion < 0) {
      way(use.grade);
      return;
    }
    const { given, free } = this.companion(use.companion);
    if (free.size > 0) {
      const variable = way(use.grade);
      const row = this.row(0);
      for (const tool of free.keys()) this.term(row, tool, most);
      this.term(row, variable, -1);
    }
    this.term(given, way(use.grade === 1 ? 2 : use.grade), -1);
  }

  private into({ demand, key }: Use, grade: GradeCode, terms: readonly (readonly [number, number])[]): void {
    if (key < 0) {
      for (const code of CODES) if (code >= grade) for (const [at, by] of terms) this.term(this.cover(demand, code), at, by);
      return;
    }
    const cap = this.booker.demands[demand]?.caps?.[key] ?? EVERY;
    const name = `${demand}/${key}`;
    const sort = this.sorts.get(name) ?? { ties: new Map<GradeCode, number>(), row: this.row(-cap) };
    this.sorts.set(name, sort);
    let tie = sort.ties.get(grade);
    if (tie === undefined) {
      const variable = this.variable(cap);
      tie = this.row(0);
      this.term(tie, variable, -1);
      sort.ties.set(grade, tie);
      this.term(sort.row, variable, -1);
      for (const code of CODES) if (code >= grade) this.term(this.cover(demand, code), variable, 1);
    }
    for (const [at, by] of terms) this.term(tie, at, by);
  }

  private cover(demand: number, grade: GradeCode): number {
    const at = demand * GRADES + grade;
    const row = this.covers.get(at) ?? this.row(0);
    this.covers.set(at, row);
    return row;
  }

  private companion(thing: number): { given: number; free: Map<number, number> } {
    const known = this.companions.get(thing) ?? { given: this.row(0), free: new Map<number, number>() };
    this.companions.set(thing, known);
    return known;
  }

  private variable(most: number): number {
    return this.most.push(most) - 1;
  }

  private row(least: number): number {
    return this.rows.push({ terms: new Map(), least }) - 1;
  }

  private term(row: number, at: number, by: number): void {
    if (by !== 0) add((this.rows[row] as Layout['rows'][number]).terms, at, by);
  }
}

function add(into: Map<number, number>, at: number, by: number): void {
  into.set(at, (into.get(at) ?? 0) + by);
}
