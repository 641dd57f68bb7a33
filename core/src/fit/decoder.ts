import { type FitProblem, type Lay, laysOf, toTenths } from './problem.ts';

/** A box in a compartment, tenths of a millimetre. */
export interface Box {
  item: number;
  compartment: number;
  x: number;
  y: number;
  z: number;
  w: number;
  h: number;
  d: number;
  lay: number;
}

export interface Room {
  w: number;
  h: number;
  d: number;
  top: boolean;
}

export interface Prepared {
  lays: Lay[][];
  rooms: Room[];
  reach: number[];
  locked: Box[];
  volume: number[];
  /** Least width, height and depth over the ways each thing may lie. */
  least: readonly (readonly [w: number, h: number, d: number])[];
}

/** A lay gene that leaves the thing out, for kits that cannot go in whole. */
export const LEFT_OUT = -2;

/** What the search varies: the order, a forced lay (-1: free, or left out) and compartment (-1: any) per thing, and the weights. */
export interface Genome {
  order: number[];
  lay: number[];
  room: number[];
  weights: Weights;
  /** Puts things of class 1 against the access side first and fills in behind them, instead of laying them on last. */
  frontFirst: boolean;
}

/** Growth of the top, height of the top, least and largest residual, distance from the corner, far wall, depth left over. */
export type Weights = readonly [p0: number, p1: number, p2: number, p3: number, p4: number, p5: number, p6: number];

export const WEIGHT_PRESETS: readonly Weights[] = [
  [1, 0.3, 0.1, 0.02, 0.001, 0, 0],
  [1, 1, 0.02, 0, 0.001, 1, 0],
  [2, 0.1, 0.5, 0.02, 0.001, 0, 0],
  [1, 0.3, 0.1, 0, 0.02, 0, 0.2],
  [1, 0.05, 0.2, 0.05, 0.001, 1, 0],
];

export function prepareFit(problem: FitProblem): Prepared {
  const lays = problem.items.map((item) => laysOf(item, problem.press));
  const rooms = problem.container.compartments.map((compartment) => ({
    w: Math.floor(compartment.wMm * 10),
    h: Math.floor(compartment.hMm * 10),
    d: Math.floor(Math.max(compartment.dMm, compartment.maxDMm ?? 0) * 10),
    top: compartment.access === 'top',
  }));
  const locked: Box[] = [];
  for (const [index, { lockedAt }] of problem.items.entries()) {
    if (lockedAt === undefined) continue;
    const compartment = problem.container.compartments.findIndex(({ id }) => id === lockedAt.compartment);
    const [x, y, z, w, h, d] = [lockedAt.xMm, lockedAt.yMm, lockedAt.zMm, lockedAt.wMm, lockedAt.hMm, lockedAt.dMm].map(toTenths) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    locked.push({ item: index, compartment, x, y, z, w, h, d, lay: -1 });
  }
  const volume = lays.map(([lay]) => (lay === undefined ? 0 : lay.w * lay.h * lay.d));
  const least = lays.map(
    (options) =>
      [Math.min(...options.map(({ w }) => w)), Math.min(...options.map(({ h }) => h)), Math.min(...options.map(({ d }) => d))] as const,
  );
  return { lays, rooms, reach: problem.items.map(({ reach }) => reach), locked, volume, least };
}

export const startGenome = (prepared: Prepared, order: number[], weights: Weights, frontFirst: boolean): Genome => ({
  order,
  lay: prepared.lays.map(() => -1),
  room: prepared.lays.map(() => -1),
  weights,
  frontFirst,
});

export interface Decoded {
  boxes: Box[];
  unplaced: number[];
}

/** Whether b lies in front of a, on a's way out: footprints overlap and b begins where a ends, or later. */
export function isInFrontOf(b: Box, a: Box, top: boolean): boolean {
  if (b.compartment !== a.compartment || b.x >= a.x + a.w || a.x >= b.x + b.w) return false;
  if (top) return b.z < a.z + a.d && a.z < b.z + b.d && b.y >= a.y + a.h;
  return b.y < a.y + a.h && a.y < b.y + b.h && b.z >= a.z + a.d;
}

const SPACE = 6;

/** Empty maximal spaces of one compartment, six numbers each: x, y, z and the far corner. */
class Spaces {
  private now: number[] = [];
  constructor(room: Room, depth: number) {
    if (depth > 0) this.now = [0, 0, 0, room.w, room.h, depth];
  }

  get list(): readonly number[] {
    return this.now;
  }

  /** Takes a box out of all spaces it meets, and drops those that nothing still to come fits into, or that lie within others. */
  exclude(x: number, y: number, z: number, x2: number, y2: number, z2: number, minW: number, minH: number, minD: number): void {
    const { now } = this;
    const kept: number[] = [];
    const fresh: number[] = [];
    for (let at = 0; at < now.length; at += SPACE) {
      const ax = now[at] as number;
      const ay = now[at + 1] as number;
      const az = now[at + 2] as number;
      const bx = now[at + 3] as number;
      const by = now[at + 4] as number;
      const bz = now[at + 5] as number;
      const isWide = bx - ax >= minW;
      const isHigh = by - ay >= minH;
      const isDeep = bz - az >= minD;
      if (x >= bx || x2 <= ax || y >= by || y2 <= ay || z >= bz || z2 <= az) {
        if (isWide && isHigh && isDeep) kept.push(ax, ay, az, bx, by, bz);
        continue;
      }
      if (isHigh && isDeep) {
        if (x - ax >= minW) fresh.push(ax, ay, az, x, by, bz);
        if (bx - x2 >= minW) fresh.push(x2, ay, az, bx, by, bz);
      }
      if (isWide && isDeep) {
        if (y - ay >= minH) fresh.push(ax, ay, az, bx, y, bz);
        if (by - y2 >= minH) fresh.push(ax, y2, az, bx, by, bz);
      }
      if (isWide && isHigh) {
        if (z - az >= minD) fresh.push(ax, ay, az, bx, by, z);
        if (bz - z2 >= minD) fresh.push(ax, ay, z2, bx, by, bz);
      }
    }
    const intact = kept.length;
    for (let at = 0; at < fresh.length; at += SPACE) {
      if (!isWithinOther(fresh, at, fresh, true) && !isWithinOther(fresh, at, kept, false, intact))
        for (let i = 0; i < SPACE; i += 1) kept.push(fresh[at + i] as number);
    }
    this.now = kept;
  }
}

/** Of two equal spaces the later one counts as within the first. */
function isWithinOther(spaces: number[], at: number, others: number[], isSame: boolean, length = others.length): boolean {
  const ax = spaces[at] as number;
  const ay = spaces[at + 1] as number;
  const az = spaces[at + 2] as number;
  const bx = spaces[at + 3] as number;
  const by = spaces[at + 4] as number;
  const bz = spaces[at + 5] as number;
  for (let other = 0; other < length; other += SPACE) {
    if ((others[other] as number) > ax || (others[other + 3] as number) < bx) continue;
    if ((others[other + 1] as number) > ay || (others[other + 4] as number) < by) continue;
    if ((others[other + 2] as number) > az || (others[other + 5] as number) < bz) continue;
    if (!isSame) return true;
    if (other === at) continue;
    const isEqual =
      others[other] === ax &&
      others[other + 1] === ay &&
      others[other + 2] === az &&
      others[other + 3] === bx &&
      others[other + 4] === by &&
      others[other + 5] === bz;
    if (!isEqual || other < at) return true;
  }
  return false;
}

/** Least width, height and depth among the things from each place in the sequence on. */
function leastFrom(prepared: Prepared, sequence: readonly number[]): Int32Array {
  const least = new Int32Array(3 * (sequence.length + 1)).fill(1_000_000);
  for (let at = sequence.length - 1; at >= 0; at -= 1) {
    const [w, h, d] = prepared.least[sequence[at] as number] as readonly [number, number, number];
    least[3 * at] = Math.min(w, least[3 * at + 3] as number);
    least[3 * at + 1] = Math.min(h, least[3 * at + 4] as number);
    least[3 * at + 2] = Math.min(d, least[3 * at + 5] as number);
  }
  return least;
}

/**
 * Places things one after the other where the weighted score is lowest. Things of reach class 1 take only spaces that are
 * open to the access side and keep what lies before them free; class 2 lets one thing stand before it.
 * @param depths usable depth of each compartment; a cap under the real depth turns this into a decision problem
 */
export function decode(prepared: Prepared, genome: Genome, depths: readonly number[]): Decoded {
  const { lays, rooms, reach } = prepared;
  const spaces = rooms.map((room, index) => new Spaces(room, depths[index] as number));
  const tops = rooms.map(() => 0);
  const boxes: Box[] = [];
  const unplaced: number[] = [];
  const [p0, p1, p2, p3, p4, p5, p6] = genome.weights;
  const isLocked = new Set(prepared.locked.map((box) => box.item));
  const sequence = (genome.frontFirst ? [1, 3, 2] : [3, 2, 1]).flatMap((wanted) =>
    genome.order.filter((item) => reach[item] === wanted && !isLocked.has(item)),
  );
  const least = leastFrom(prepared, sequence);
  let next = 0; // the first thing in the sequence that is still to come
  const settle = (box: Box) => {
    boxes.push(box);
    const room = rooms[box.compartment] as Room;
    const isFirst = reach[box.item] === 1;
    const farY = isFirst && room.top ? room.h : box.y + box.h;
    const farZ = isFirst && !room.top ? (depths[box.compartment] as number) : box.z + box.d;
    const [minW, minH, minD] = [least[3 * next], least[3 * next + 1], least[3 * next + 2]] as [number, number, number];
    spaces[box.compartment]?.exclude(box.x, box.y, box.z, box.x + box.w, farY, farZ, minW, minH, minD);
    tops[box.compartment] = Math.max(tops[box.compartment] as number, box.z + box.d);
  };
  for (const box of prepared.locked) settle(box);
  for (const item of sequence) {
    next += 1;
    place(item);
  }
  return { boxes: genome.frontFirst && !rooms.some((room) => room.top) ? settleBack(boxes, isLocked) : boxes, unplaced };

  function place(item: number): void {
    let bestScore = Number.POSITIVE_INFINITY;
    let best: Box | null = null;
    const options = lays[item] as Lay[]; // one list a thing
    const forced = genome.lay[item] as number;
    if (forced === LEFT_OUT) {
      unplaced.push(item);
      return;
    }
    const onlyRoom = genome.room[item] as number;
    for (let compartment = 0; compartment < rooms.length; compartment += 1) {
      if (onlyRoom >= 0 && onlyRoom !== compartment) continue;
      const room = rooms[compartment] as Room;
      const depth = depths[compartment] as number;
      const top = tops[compartment] as number;
      const list = (spaces[compartment] as Spaces).list;
      for (let at = 0; at < list.length; at += SPACE) {
        const ax = list[at] as number;
        const ay = list[at + 1] as number;
        const az = list[at + 2] as number;
        const bx = list[at + 3] as number;
        const by = list[at + 4] as number;
        const bz = list[at + 5] as number;
        if (reach[item] === 1 && (room.top ? by < room.h : bz < depth)) continue;
        for (let index = 0; index < options.length; index += 1) {
          if (forced >= 0 && forced !== index) continue;
          const lay = options[index] as Lay;
          const restW = bx - ax - lay.w;
          const restH = by - ay - lay.h;
          const restD = bz - az - lay.d;
          if (restW < 0 || restH < 0 || restD < 0) continue;
          const isAtFront = genome.frontFirst && reach[item] === 1;
          const reached = isAtFront && !room.top ? bz : az + lay.d;
          const score =
            p0 * Math.max(0, reached - top) +
            p1 * reached +
            p2 * Math.min(restW, restH) +
            p3 * Math.max(restW, restH) +
            p4 * (ax + ay) +
            p6 * Math.min(restD, 400);
          if (score >= bestScore) continue;
          const y = isAtFront && room.top ? by - lay.h : ay;
          const box = { item, compartment, x: p5 > 0.5 ? bx - lay.w : ax, y, z: reached - lay.d, w: lay.w, h: lay.h, d: lay.d, lay: index };
          if (!reachHolds(box, room.top)) continue;
          bestScore = score;
          best = box;
        }
      }
    }
    if (best === null) unplaced.push(item);
    else settle(best);
  }

  function reachHolds(box: Box, top: boolean): boolean {
    const isSecond = reach[box.item] === 2;
    let before = 0;
    for (const other of boxes) {
      if (isSecond && isInFrontOf(other, box, top)) before += 1;
      if (before > 1) return false;
      // What lies before a thing of class 1 was taken out of the spaces; only class 2 has to be counted.
      if (reach[other.item] !== 2 || !isInFrontOf(box, other, top)) continue;
      if (boxes.some((third) => third !== other && isInFrontOf(third, other, top))) return false;
    }
    return true;
  }
}

/** Pulls everything toward the back wall as far as it goes, so that each thing rests on the wall or on another. */
export function settleBack(boxes: readonly Box[], locked: ReadonlySet<number>): Box[] {
  const settled: Box[] = [];
  for (const box of [...boxes].sort((a, b) => a.z - b.z || a.item - b.item)) {
    let z = 0;
    for (const other of settled) {
      const overlaps =
        other.compartment === box.compartment &&
        other.x < box.x + box.w &&
        box.x < other.x + other.w &&
        other.y < box.y + box.h &&
        box.y < other.y + other.h;
      if (overlaps) z = Math.max(z, other.z + other.d);
    }
    settled.push(locked.has(box.item) ? box : { ...box, z: Math.min(z, box.z) });
  }
  return settled;
}
