import type { Programme } from './programme.ts';

/** What counts as nothing: in sums of the tableau, and in how far a value misses a bound. */
const NOTHING = 1e-9;
const MISSES = 1e-7;
/** Rounding errors are cleared by laying the tableau out anew after so many exchanges. */
const EXCHANGES_KEPT = 1500;
/** More than any solve takes that gets on; what is reached by then is a bound all the same. */
const MOST_EXCHANGES = 3000;

export type Outcome = 'solved' | 'impossible' | 'tooDear';

/**
 * A programme with counts that may be broken, solved by the dual simplex method on a dense tableau with bounds. Bounds may be changed
 * between two solves, tighter or wider: the basis stays dual feasible, so that solving again takes a few exchanges. Source: Chvátal,
 * Linear Programming, 1983 (dictionaries, the dual method, upper bounds; from memory).
 */
export class Relaxation {
  /** Exchanges made so far: the measure of work. */
  exchanges = 0;
  /** Never more than the least cost within the bounds. */
  cost = 0;
  private readonly count: number;
  private readonly rows: number;
  /**
   * One row for each variable in the basis, the last one for the cost: what a unit of each variable outside adds to it, then what it
   * is where all of those are 0.
   */
  private readonly table: Float64Array[];
  private readonly inside: Int32Array;
  private readonly outside: Int32Array;
  /** By variable: its row where it is inside, -1 - column where it is outside. */
  private readonly placeOf: Int32Array;
  private readonly values: Float64Array;
  private readonly low: Float64Array;
  private readonly high: Float64Array;
  /** By variable: stands at its upper bound while it is outside. */
  private readonly isUp: Uint8Array;
  private sinceLaidOut = 0;

  constructor(private readonly programme: Programme) {
    const { costs, most, rows } = programme;
    this.count = costs.length;
    this.rows = rows.length;
    this.table = Array.from({ length: this.rows + 1 }, () => new Float64Array(this.count + 1));
    this.inside = new Int32Array(this.rows);
    this.outside = new Int32Array(this.count);
    this.placeOf = new Int32Array(this.count + this.rows);
    this.values = new Float64Array(this.rows);
    this.low = new Float64Array(this.count + this.rows);
    this.high = new Float64Array(this.count + this.rows).fill(Number.POSITIVE_INFINITY);
    this.isUp = new Uint8Array(this.count + this.rows);
    this.high.set(most);
    this.layOut();
  }

  lowOf(variable: number): number {
    return this.low[variable] as number;
  }

  highOf(variable: number): number {
    return this.high[variable] as number;
  }

  sumOf(variable: number): number {
    const place = this.placeOf[variable] as number;
    return place >= 0 ? (this.values[place] as number) : this.boundOf(variable);
  }

  /** `row` must reach so much from now on. */
  require(row: number, least: number): void {
    this.bound(this.count + row, least - (this.programme.rows[row]?.least ?? 0), Number.POSITIVE_INFINITY);
  }

  bound(variable: number, low: number, high: number): void {
    const before = this.placeOf[variable] as number;
    const was = before < 0 ? this.boundOf(variable) : 0;
    this.low[variable] = low;
    this.high[variable] = high;
    if (before >= 0) return;
    const column = -1 - before;
    this.settle(variable, column);
    const by = this.boundOf(variable) - was;
    if (by === 0) return;
    for (let row = 0; row < this.rows; row += 1) this.values[row] = (this.values[row] as number) + this.cell(row, column) * by;
    this.cost += this.cell(this.rows, column) * by;
  }

  solve(tooDear: number): Outcome {
    if (this.sinceLaidOut > EXCHANGES_KEPT) this.layOutAgain();
    for (let turn = 0; turn < MOST_EXCHANGES; turn += 1) {
      if (this.cost >= tooDear) return 'tooDear';
      const row = this.mostAmiss();
      if (row < 0) return 'solved';
      const variable = this.inside[row] as number;
      const isUnder = (this.values[row] as number) < (this.low[variable] as number);
      const column = this.enters(row, isUnder);
      if (column < 0) return 'impossible';
      this.exchange(row, column, isUnder);
    }
    return 'solved';
  }

  private cell(row: number, column: number): number {
    return (this.table[row] as Float64Array)[column] as number;
  }

  private boundOf(variable: number): number {
    return (this.isUp[variable] === 1 ? this.high[variable] : this.low[variable]) as number;
  }

  /** Stands at the bound that more of it, or less of it, would only make dearer. */
  private settle(variable: number, column: number): void {
    const cost = this.cell(this.rows, column);
    if (cost < -NOTHING && Number.isFinite(this.high[variable])) this.isUp[variable] = 1;
    else if (cost > NOTHING || !Number.isFinite(this.high[variable])) this.isUp[variable] = 0;
  }

  private mostAmiss(): number {
    let worst = MISSES;
    let found = -1;
    for (let row = 0; row < this.rows; row += 1) {
      const variable = this.inside[row] as number;
      const value = this.values[row] as number;
      const amiss = Math.max((this.low[variable] as number) - value, value - (this.high[variable] as number));
      if (amiss > worst) {
        worst = amiss;
        found = row;
      }
    }
    return found;
  }

  /** The variable outside that brings a row to its bound for the least cost a unit; -1: none can. */
  private enters(row: number, isUnder: boolean): number {
    const own = this.table[row] as Float64Array;
    const costs = this.table[this.rows] as Float64Array;
    let best = -1;
    let least = Number.POSITIVE_INFINITY;
    for (let column = 0; column < this.count; column += 1) {
      const by = own[column] as number;
      if (by < NOTHING && by > -NOTHING) continue;
      const variable = this.outside[column] as number;
      if (this.low[variable] === this.high[variable]) continue;
      const rises = this.isUp[variable] === 0;
      if ((by > 0 === isUnder) !== rises) continue;
      const ratio = Math.abs((costs[column] as number) / by);
      if (ratio > least + NOTHING) continue;
      // Of those alike the one with the larger share keeps the errors small.
      if (ratio < least - NOTHING || best < 0 || Math.abs(by) > Math.abs(own[best] as number)) {
        least = Math.min(least, ratio);
        best = column;
      }
    }
    return best;
  }

  /** What is inside in a row goes out at the bound that it misses; what is outside in a column comes in. */
  private exchange(row: number, column: number, isUnder: boolean): void {
    const leaving = this.inside[row] as number;
    const entering = this.outside[column] as number;
    const target = (isUnder ? this.low[leaving] : this.high[leaving]) as number;
    const by = (target - (this.values[row] as number)) / this.cell(row, column);
    const enters = this.boundOf(entering) + by;
    for (let other = 0; other < this.rows; other += 1) this.values[other] = (this.values[other] as number) + this.cell(other, column) * by;
    this.cost += this.cell(this.rows, column) * by;
    this.pivot(row, column);
    this.isUp[leaving] = isUnder ? 0 : 1;
    this.values[row] = enters;
    this.exchanges += 1;
    this.sinceLaidOut += 1;
  }

  private pivot(row: number, column: number): void {
    const own = this.table[row] as Float64Array;
    const share = 1 / (own[column] as number);
    const length = this.count + 1;
    for (let at = 0; at < length; at += 1) own[at] = -(own[at] as number) * share;
    own[column] = share;
    for (let other = 0; other <= this.rows; other += 1) {
      if (other === row) continue;
      const into = this.table[other] as Float64Array;
      const by = into[column] as number;
      if (by === 0) continue;
      into[column] = 0;
      for (let at = 0; at < length; at += 1) into[at] = (into[at] as number) + by * (own[at] as number);
    }
    const leaving = this.inside[row] as number;
    const entering = this.outside[column] as number;
    this.inside[row] = entering;
    this.outside[column] = leaving;
    this.placeOf[entering] = row;
    this.placeOf[leaving] = -1 - column;
  }

  /** Rows of the programme in the basis. */
  private layOut(): void {
    const { rows, costs } = this.programme;
    for (const [row, { at, by, least }] of rows.entries()) {
      const into = this.table[row] as Float64Array;
      into.fill(0);
      for (let index = 0; index < at.length; index += 1) into[at[index] as number] = by[index] as number;
      into[this.count] = -least;
      this.inside[row] = this.count + row;
      this.placeOf[this.count + row] = row;
    }
    const last = this.table[this.rows] as Float64Array;
    last.fill(0);
    last.set(costs);
    for (let at = 0; at < this.count; at += 1) {
      this.outside[at] = at;
      this.placeOf[at] = -1 - at;
    }
    this.sinceLaidOut = 0;
    this.revalue();
  }

  /** The same basis from the programme's own figures. */
  private layOutAgain(): void {
    const wanted = Array.from(this.inside).filter((variable) => variable < this.count);
    const stays = new Uint8Array(this.count + this.rows);
    for (const variable of this.inside) stays[variable] = 1;
    this.layOut();
    for (const variable of wanted) {
      const column = -1 - (this.placeOf[variable] as number);
      let best = -1;
      for (let row = 0; row < this.rows; row += 1)
        if (stays[this.inside[row] as number] === 0 && (best < 0 || Math.abs(this.cell(row, column)) > Math.abs(this.cell(best, column))))
          best = row;
      // What cannot come in any more is left outside: any basis is one to go on from, as long as its costs are right.
      if (best >= 0 && Math.abs(this.cell(best, column)) > MISSES) this.pivot(best, column);
    }
    this.revalue();
  }

  private revalue(): void {
    for (let column = 0; column < this.count; column += 1) this.settle(this.outside[column] as number, column);
    for (let row = 0; row <= this.rows; row += 1) {
      const own = this.table[row] as Float64Array;
      let sum = own[this.count] as number;
      for (let column = 0; column < this.count; column += 1)
        if (own[column] !== 0) sum += (own[column] as number) * this.boundOf(this.outside[column] as number);
      if (row < this.rows) this.values[row] = sum;
      else this.cost = sum;
    }
  }
}
