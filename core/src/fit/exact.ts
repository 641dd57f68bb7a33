import type { Orientation } from './lays.ts';

/** What is packed exactly: how each thing may lie, and the footprint. Tenths of a millimetre. */
export interface ExactProblem {
  lays: readonly (readonly Orientation[])[];
  w: number;
  h: number;
  /** A depth that is known to do. */
  known: number;
  /** Depths below this are known not to do. */
  floor: number;
}

export interface ExactResult {
  /** Whether the search went to the end, so that `depth` is the least there is. */
  isProven: boolean;
  depth: number;
  nodes: number;
}

const AXES = 3;

/**
 * The least depth in which boxes lie in a footprint without overlap, by exhaustive branch and bound: things are fixed one
 * after the other, each way of lying and each relation to those before (left, right, below, above, behind, in front), with
 * the places that follow from them as longest paths. Reach is not looked at, so the result is a bound for packings that
 * keep it. For up to about nine things; stops after `maxNodes`.
 */
export function leastDepth(problem: ExactProblem, maxNodes: number): ExactResult {
  return new Exact(problem, maxNodes).solve();
}

class Exact {
  private readonly n: number;
  private readonly limits: number[];
  private readonly order: number[];
  /** Start of each thing on each axis; raised by relations, lowered when they are taken back. */
  private readonly start: number[][] = [];
  private readonly size: number[][] = [];
  /** For each axis, the things that must come after a thing. */
  private readonly after: number[][][] = [];
  private nodes = 0;
  private best: number;

  constructor(
    private readonly problem: ExactProblem,
    private readonly maxNodes: number,
  ) {
    this.n = problem.lays.length;
    this.best = problem.known;
    this.limits = [problem.w, problem.h, this.best - 1];
    const bulk = (lays: readonly Orientation[]) => (lays[0] === undefined ? 0 : lays[0].w * lays[0].h * lays[0].d);
    this.order = problem.lays.map((_, index) => index).sort((a, b) => bulk(problem.lays[b] ?? []) - bulk(problem.lays[a] ?? []) || a - b);
    for (let axis = 0; axis < AXES; axis += 1) {
      this.start.push(new Array<number>(this.n).fill(0));
      this.size.push(new Array<number>(this.n).fill(0));
      this.after.push(Array.from({ length: this.n }, () => []));
    }
  }

  solve(): ExactResult {
    const isComplete = this.best <= this.problem.floor || this.fix(0);
    return { isProven: isComplete, depth: this.best, nodes: this.nodes };
  }

  /** Lays thing number k every way; false where the node limit broke it off. */
  private fix(k: number): boolean {
    if (k === this.n) {
      // Relations higher up may date from before the depth was last lowered.
      this.best = Math.min(this.best, this.depthNow());
      this.limits[2] = this.best - 1;
      return true;
    }
    const lays = this.problem.lays[this.order[k] as number] as readonly Orientation[];
    for (const lay of lays) {
      if (lay.w > this.problem.w || lay.h > this.problem.h || lay.d > (this.limits[2] as number)) continue;
      const [x, y, z] = [this.size[0], this.size[1], this.size[2]] as [number[], number[], number[]];
      x[k] = lay.w;
      y[k] = lay.h;
      z[k] = lay.d;
      for (const starts of this.start) starts[k] = 0;
      if (!this.relate(k, this.hardestFirst(k))) return false;
      if (this.best <= this.problem.floor) return true;
    }
    return true;
  }

  /** Those that leave the fewest relations open come first. */
  private hardestFirst(k: number): number[] {
    const open = (other: number) => {
      let count = 0;
      for (let axis = 0; axis < AXES; axis += 1)
        if ((this.size[axis]?.[k] ?? 0) + (this.size[axis]?.[other] ?? 0) <= (this.limits[axis] as number)) count += 1;
      return count;
    };
    return Array.from({ length: k }, (_, other) => other).sort((a, b) => open(a) - open(b) || a - b);
  }

  private relate(k: number, others: readonly number[]): boolean {
    const [other, ...rest] = others;
    if (other === undefined) return this.fix(k + 1);
    this.nodes += 1;
    if (this.nodes > this.maxNodes) return false;
    if (this.isApart(k, other)) return this.relate(k, rest);
    for (let axis = 0; axis < AXES; axis += 1) {
      if ((this.size[axis]?.[k] ?? 0) + (this.size[axis]?.[other] ?? 0) > (this.limits[axis] as number)) continue;
      for (const [before, behind] of k === 1 && other === 0
        ? [[0, 1]]
        : [
            [other, k],
            [k, other],
          ]) {
        // The first pair may be mirrored without loss, so only one of its two orders is tried.
        const undo = this.put(axis, before as number, behind as number);
        if (undo === null) continue;
        const isComplete = this.relate(k, rest);
        this.takeBack(axis, before as number, undo);
        if (!isComplete) return false;
        if (this.best <= this.problem.floor) return true;
      }
    }
    return true;
  }

  /** Whether the order of two things on some axis follows already from the relations between others. */
  private isApart(a: number, b: number): boolean {
    for (let axis = 0; axis < AXES; axis += 1) if (this.reaches(axis, a, b) || this.reaches(axis, b, a)) return true;
    return false;
  }

  private followers(axis: number, thing: number): number[] {
    return (this.after[axis] as number[][])[thing] as number[];
  }

  private reaches(axis: number, from: number, to: number): boolean {
    const next = this.followers(axis, from);
    return next.some((step) => step === to || this.reaches(axis, step, to));
  }

  /** Adds "before ends where behind begins, or earlier" and moves what follows; null, with nothing changed, where it cannot be. */
  private put(axis: number, before: number, behind: number): number[] | null {
    if (this.reaches(axis, behind, before)) return null;
    const starts = this.start[axis] as number[];
    const old = [...starts];
    this.followers(axis, before).push(behind);
    if (this.push(axis, before, behind)) return old;
    this.takeBack(axis, before, old);
    return null;
  }

  private push(axis: number, before: number, behind: number): boolean {
    const starts = this.start[axis] as number[];
    const sizes = this.size[axis] as number[];
    const least = (starts[before] as number) + (sizes[before] as number);
    if ((starts[behind] as number) >= least) return true;
    if (least + (sizes[behind] as number) > (this.limits[axis] as number)) return false;
    starts[behind] = least;
    return this.followers(axis, behind).every((next) => this.push(axis, behind, next));
  }

  private takeBack(axis: number, before: number, old: readonly number[]): void {
    this.followers(axis, before).pop();
    const starts = this.start[axis] as number[];
    for (let index = 0; index < this.n; index += 1) starts[index] = old[index] as number;
  }

  private depthNow(): number {
    let most = 0;
    for (let k = 0; k < this.n; k += 1) most = Math.max(most, (this.start[2]?.[k] as number) + (this.size[2]?.[k] as number));
    return most;
  }
}
