import type { Box } from './prepare.ts';

/**
 * Film keeps its girth slice by slice: it is a tube, so every closed curve around it is twice its laid-flat size, wherever it runs.
 * Half the perimeter of the convex hull of what a slice meets is therefore what must be no more than the size laid flat.
 */

/** A thing that tapers alike on all sides fills that power of its solid share in each slice through its middle. */
const SECTION_POWER = 2 / 3;

/**
 * Share of each side of a box that is cut off at each corner of a slice through it, so that an eight-sided slice fills as much of
 * the box's slice as the thing itself does. 0: a box to its corners. 0.5: no side is left.
 */
export const cornerCut = (solidity: number | undefined): number =>
  solidity === undefined ? 0 : Math.min(0.5, Math.sqrt(Math.max(0, 1 - solidity ** SECTION_POWER) / 2));

/** The tightest slice in one direction. */
export interface TightSlice {
  /** Half the perimeter of the hull, tenths of a millimetre. */
  girth: number;
  /** What the slice meets. */
  items: number[];
}

/** Corners of the most things that a slice can meet, with all of their eight. */
const MOST_POINTS = 8 * 500;

/** Measures girths, again and again: nothing is allocated while it does. Lengths in tenths of a millimetre. */
export class Slices {
  private readonly u = new Float64Array(MOST_POINTS);
  private readonly v = new Float64Array(MOST_POINTS);
  private readonly order = new Int32Array(MOST_POINTS);
  private readonly hull = new Int32Array(2 * MOST_POINTS);
  private readonly starts = new Float64Array(MOST_POINTS / 8);
  private points = 0;

  /** @param cuts share of each side that is cut off at the corners, by item */
  constructor(private readonly cuts: readonly number[]) {}

  /**
   * Greatest girth of the slices that run along the bag's height (held by its height), or across its width. What a slice meets grows
   * only where a thing begins: a beginning before which nothing has ended since the one before makes that one's slice needless.
   */
  girth(boxes: readonly Box[], along: boolean): number {
    const { starts } = this;
    for (let at = 0; at < boxes.length; at += 1) {
      const start = along ? (boxes[at] as Box).x : (boxes[at] as Box).y;
      let to = at;
      while (to > 0 && (starts[to - 1] as number) > start) {
        starts[to] = starts[to - 1] as number;
        to -= 1;
      }
      starts[to] = start;
    }
    let most = 0;
    for (let at = 0; at < boxes.length; at += 1) {
      const start = starts[at] as number;
      const next = at + 1 < boxes.length ? (starts[at + 1] as number) : Number.POSITIVE_INFINITY;
      if (next === start || this.gather(boxes, start, along) > next) continue;
      most = Math.max(most, this.halfPerimeter());
    }
    return most;
  }

  tightest(boxes: readonly Box[], along: boolean): TightSlice {
    let tight: TightSlice = { girth: 0, items: [] };
    for (const box of boxes) {
      const start = along ? box.x : box.y;
      this.gather(boxes, start, along);
      const girth = this.halfPerimeter();
      const meets = (other: Box) => (along ? other.x <= start && start < other.x + other.w : other.y <= start && start < other.y + other.h);
      if (girth > tight.girth) tight = { girth, items: boxes.filter(meets).map(({ item }) => item) };
    }
    return tight;
  }

  /** Corners of what a slice meets. @returns where the first of it ends */
  private gather(boxes: readonly Box[], start: number, along: boolean): number {
    this.points = 0;
    let end = Number.POSITIVE_INFINITY;
    for (let at = 0; at < boxes.length; at += 1) {
      const box = boxes[at] as Box;
      const from = along ? box.x : box.y;
      const to = from + (along ? box.w : box.h);
      if (from > start || start >= to) continue;
      if (to < end) end = to;
      const cut = this.cuts[box.item] ?? 0;
      if (along) this.corners(box.y, box.h, box.z, box.d, cut);
      else this.corners(box.x, box.w, box.z, box.d, cut);
    }
    return end;
  }

  private corners(u: number, w: number, z: number, d: number, cut: number): void {
    const [cutW, cutD] = [cut * w, cut * d];
    this.point(u + cutW, z);
    this.point(u + w - cutW, z);
    this.point(u + cutW, z + d);
    this.point(u + w - cutW, z + d);
    if (cut === 0) return;
    this.point(u, z + cutD);
    this.point(u, z + d - cutD);
    this.point(u + w, z + cutD);
    this.point(u + w, z + d - cutD);
  }

  private point(u: number, v: number): void {
    this.u[this.points] = u;
    this.v[this.points] = v;
    this.points += 1;
  }

  /** Half the perimeter of the convex hull of the gathered points (monotone chain). */
  private halfPerimeter(): number {
    const { u, v, order, hull, points } = this;
    for (let at = 0; at < points; at += 1) {
      let to = at;
      while (to > 0) {
        const before = order[to - 1] as number;
        const isAfter = (u[before] as number) > (u[at] as number) || (u[before] === u[at] && (v[before] as number) > (v[at] as number));
        if (!isAfter) break;
        order[to] = before;
        to -= 1;
      }
      order[to] = at;
    }
    let size = 0;
    for (let at = 0; at < points; at += 1) size = this.onHull(size, 2, order[at] as number);
    const least = size + 1;
    for (let at = points - 2; at >= 0; at -= 1) size = this.onHull(size, least, order[at] as number);
    let length = 0;
    for (let at = 0; at + 1 < size; at += 1) {
      const [a, b] = [hull[at] as number, hull[at + 1] as number];
      const [du, dv] = [(u[a] as number) - (u[b] as number), (v[a] as number) - (v[b] as number)];
      length += Math.sqrt(du * du + dv * dv);
    }
    return length / 2;
  }

  /** Takes a point onto the hull, and off it those that it leaves inside; returns the new size. */
  private onHull(size: number, least: number, point: number): number {
    const { u, v, hull } = this;
    let now = size;
    while (now >= least) {
      const [a, b] = [hull[now - 2] as number, hull[now - 1] as number];
      const turn =
        ((u[b] as number) - (u[a] as number)) * ((v[point] as number) - (v[a] as number)) -
        ((v[b] as number) - (v[a] as number)) * ((u[point] as number) - (u[a] as number));
      if (turn > 0) break;
      now -= 1;
    }
    hull[now] = point;
    return now + 1;
  }
}

/** Of the upright box around everything. */
export function extentOf(boxes: readonly Box[]): readonly [w: number, h: number, d: number] {
  const range = (from: (box: Box) => number, size: (box: Box) => number) => {
    let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const box of boxes) {
      low = Math.min(low, from(box));
      high = Math.max(high, from(box) + size(box));
    }
    return boxes.length === 0 ? 0 : high - low;
  };
  return [
    range(
      ({ x }) => x,
      ({ w }) => w,
    ),
    range(
      ({ y }) => y,
      ({ h }) => h,
    ),
    range(
      ({ z }) => z,
      ({ d }) => d,
    ),
  ];
}
