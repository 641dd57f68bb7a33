import type { Orientation } from './lays.ts';
import type { Random } from './random.ts';

/** A decision: do these things lie in w x h x d without overlap? Tenths of a millimetre. */
export interface CornerProblem {
  lays: readonly (readonly Orientation[])[];
  w: number;
  h: number;
  d: number;
}

/** Where a thing lies, in the axes of the problem. */
export interface CornerBox {
  item: number;
  lay: number;
  x: number;
  y: number;
  z: number;
}

/** Which measure of the room is filled up, and the two across it. */
type Axes = readonly [across: 'w' | 'h' | 'd', up: 'w' | 'h' | 'd', along: 'w' | 'h' | 'd'];
const AXES: readonly Axes[] = [
  ['w', 'h', 'd'],
  ['h', 'w', 'd'],
  ['w', 'd', 'h'],
  ['d', 'w', 'h'],
  ['h', 'd', 'w'],
  ['d', 'h', 'w'],
];

interface Option {
  item: number;
  lay: number;
  a: number;
  b: number;
  c: number;
}

/**
 * Fills a room corner by corner, depth first: the lowest free corner takes one of the things, or is given up as waste. The room
 * less the volume of the things is all that may be wasted, so the fuller the room must get, the sooner a bad beginning is
 * seen to be one. Stronger than annealing for up to about 20 things that must fill a room almost wholly, weak where much room is
 * left. Deterministic for a random source and a count of nodes.
 * @returns the boxes, or null where none was found; and the nodes it took
 */
export function fillCorners(problem: CornerProblem, random: Random, maxNodes: number): { boxes: CornerBox[] | null; nodes: number } {
  const axes = AXES[random.below(AXES.length)] as Axes;
  const run = new Corners(problem, axes, random, maxNodes);
  return { boxes: run.solve(), nodes: run.nodes };
}

class Corners {
  private readonly size: readonly [a: number, b: number, c: number];
  private readonly options: Option[][];
  private readonly volume: number[];
  /** Things of the same measures in the same ways: only the first that is left is tried. */
  private readonly twin: number[];
  private readonly isUsed: Uint8Array;
  private readonly preference: number[];
  nodes = 0;
  private left: number;
  private readonly placed: Option[] = [];
  private readonly at: [number, number, number][] = [];

  constructor(
    problem: CornerProblem,
    private readonly axes: Axes,
    random: Random,
    private readonly maxNodes: number,
  ) {
    const [across, up, along] = axes;
    this.size = [problem[across], problem[up], problem[along]];
    this.options = problem.lays.map((lays, item) =>
      lays.map((lay, index) => ({ item, lay: index, a: lay[across], b: lay[up], c: lay[along] })),
    );
    this.volume = problem.lays.map(([lay]) => (lay === undefined ? 0 : lay.w * lay.h * lay.d));
    const measures = problem.lays.map((lays) => lays.map(({ w, h, d }) => `${w},${h},${d}`).join(';'));
    this.twin = measures.map((own, item) => measures.slice(0, item).lastIndexOf(own));
    this.isUsed = new Uint8Array(problem.lays.length);
    this.left = problem.lays.length;
    const largest = Math.max(1, ...this.volume);
    // The bulky first, but not always in the same order: a run that began badly is given up for another.
    this.preference = this.volume.map((volume) => volume / largest + 0.6 * random.next());
  }

  solve(): CornerBox[] | null {
    const [a, b, c] = this.size;
    const waste = a * b * c - this.volume.reduce((sum, value) => sum + value, 0);
    if (waste < 0) return null;
    if (!this.fill(new Ground(a, b, c), waste)) return null;
    return this.placed.map(({ item, lay }, index) => {
      const spot = { w: 0, h: 0, d: 0 };
      for (const [axis, name] of this.axes.entries()) spot[name] = (this.at[index] as [number, number, number])[axis] as number;
      return { item, lay, x: spot.w, y: spot.h, z: spot.d };
    });
  }

  private fill(ground: Ground, waste: number): boolean {
    if (this.left === 0) return true;
    this.nodes += 1;
    if (this.nodes > this.maxNodes) return false;
    const corner = ground.lowest();
    if (corner === null) return false;
    for (const option of this.optionsAt(ground, corner)) {
      this.isUsed[option.item] = 1;
      this.left -= 1;
      this.placed.push(option);
      this.at.push([corner.x, corner.y, corner.z]);
      if (this.fill(ground.raised(corner.x, corner.y, option.a, option.b, corner.z + option.c), waste)) return true;
      this.placed.pop();
      this.at.pop();
      this.left += 1;
      this.isUsed[option.item] = 0;
      if (this.nodes > this.maxNodes) return false;
    }
    // Given up: the corner's strip is filled up to the lowest thing beside it.
    const lost = corner.a * corner.b * (corner.rim - corner.z);
    return lost <= waste && this.fill(ground.raised(corner.x, corner.y, corner.a, corner.b, corner.rim), waste - lost);
  }

  /** What may lie in a corner, what closes it off best first. */
  private optionsAt(ground: Ground, corner: Corner): Option[] {
    const top = this.size[2];
    const found: { option: Option; score: number }[] = [];
    for (const [item, options] of this.options.entries()) {
      if (this.isUsed[item] === 1) continue;
      const twin = this.twin[item] as number;
      if (twin >= 0 && this.isUsed[twin] === 0) continue;
      for (const option of options) {
        if (option.a > corner.a || corner.z + option.c > top || !ground.isFlat(corner, option.a, option.b)) continue;
        const closes =
          (option.a === corner.a ? 1 : 0) +
          (option.b === corner.deep ? 1 : 0) +
          (corner.z + option.c === top ? 1 : 0) +
          (corner.z + option.c === corner.rim ? 1 : 0);
        found.push({ option, score: closes + (this.preference[item] as number) });
      }
    }
    return found.sort((one, other) => other.score - one.score).map(({ option }) => option);
  }
}

interface Corner {
  column: number;
  row: number;
  x: number;
  y: number;
  z: number;
  /** Width of the flat strip that begins here; its height in the grid's row; how far it goes up at its first column. */
  a: number;
  b: number;
  deep: number;
  /** Lowest of what stands around the strip. */
  rim: number;
}

/** How high the room is filled, over a grid of the coordinates in use. Never changed once made. */
class Ground {
  constructor(
    a: number,
    b: number,
    private readonly top: number,
    private readonly xs: readonly number[] = [0, a],
    private readonly ys: readonly number[] = [0, b],
    private readonly heights: Int32Array = new Int32Array(1),
  ) {}

  private height(column: number, row: number): number {
    return this.heights[row * (this.xs.length - 1) + column] as number;
  }

  /** The lowest cell, and of those the first; null where all is full. */
  lowest(): Corner | null {
    const columns = this.xs.length - 1;
    const rows = this.ys.length - 1;
    let at = 0;
    for (let cell = 1; cell < this.heights.length; cell += 1) if ((this.heights[cell] as number) < (this.heights[at] as number)) at = cell;
    const z = this.heights[at] as number;
    if (z >= this.top) return null;
    const row = Math.floor(at / columns);
    const column = at % columns;
    let end = column;
    while (end < columns && this.height(end, row) === z) end += 1;
    let last = row;
    while (last < rows && this.height(column, last) === z) last += 1;
    let rim = this.top;
    if (column > 0) rim = Math.min(rim, this.height(column - 1, row));
    if (end < columns) rim = Math.min(rim, this.height(end, row));
    for (let i = column; i < end; i += 1) {
      if (row > 0) rim = Math.min(rim, this.height(i, row - 1));
      const above = row + 1 < rows ? this.height(i, row + 1) : this.top;
      if (above > z) rim = Math.min(rim, above);
    }
    const [x, y] = [this.xs[column] as number, this.ys[row] as number];
    return {
      column,
      row,
      x,
      y,
      z,
      a: (this.xs[end] as number) - x,
      b: (this.ys[row + 1] as number) - y,
      deep: (this.ys[last] as number) - y,
      rim,
    };
  }

  isFlat({ column, row, x, y, z }: Corner, a: number, b: number): boolean {
    const [farX, farY] = [x + a, y + b];
    if (farX > (this.xs[this.xs.length - 1] as number) || farY > (this.ys[this.ys.length - 1] as number)) return false;
    for (let j = row; (this.ys[j] as number) < farY; j += 1)
      for (let i = column; (this.xs[i] as number) < farX; i += 1) if (this.height(i, j) !== z) return false;
    return true;
  }

  /** The same with a rectangle of it filled up to a height. */
  raised(x: number, y: number, a: number, b: number, height: number): Ground {
    const xs = withValue(this.xs, x + a);
    const ys = withValue(this.ys, y + b);
    const columns = xs.length - 1;
    const rows = ys.length - 1;
    const heights = new Int32Array(columns * rows);
    let oldRow = 0;
    for (let row = 0; row < rows; row += 1) {
      const low = ys[row] as number;
      if ((this.ys[oldRow + 1] as number) <= low) oldRow += 1;
      const isInRow = low >= y && low < y + b;
      let oldColumn = 0;
      for (let column = 0; column < columns; column += 1) {
        const left = xs[column] as number;
        if ((this.xs[oldColumn + 1] as number) <= left) oldColumn += 1;
        heights[row * columns + column] = isInRow && left >= x && left < x + a ? height : this.height(oldColumn, oldRow);
      }
    }
    return new Ground(0, 0, this.top, xs, ys, heights);
  }
}

function withValue(values: readonly number[], value: number): readonly number[] {
  if (values.includes(value)) return values;
  const at = values.findIndex((one) => one > value);
  return [...values.slice(0, at), value, ...values.slice(at)];
}
