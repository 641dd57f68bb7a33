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
  minSide: number;
}

/** What the search varies: the order, a forced lay (-1: free) and compartment (-1: any) per thing, and the weights. */
export interface Genome {
  order: number[];
  lay: number[];
  room: number[];
  weights: Weights;
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
  const minSide = Math.min(...lays.flat().map((lay) => Math.min(lay.w, lay.h, lay.d)));
  return { lays, rooms, reach: problem.items.map(({ reach }) => reach), locked, volume, minSide };
}

export const startGenome = (prepared: Prepared, order: number[], weights: Weights): Genome => ({
  order,
  lay: prepared.lays.map(() => -1),
  room: prepared.lays.map(() => -1),
  weights,
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
  constructor(
    room: Room,
    depth: number,
    private readonly minSide: number,
  ) {
    if (depth > 0) this.now = [0, 0, 0, room.w, room.h, depth];
  }

  get list(): readonly number[] {
    return this.now;
  }

  /** Takes a box out of all spaces it meets, and drops those that are too small or lie within others. */
  exclude(x: number, y: number, z: number, x2: number, y2: number, z2: number): void {
    const { now, minSide } = this;
    const kept: number[] = [];
    const fresh: number[] = [];
    for (let at = 0; at < now.length; at += SPACE) {
      const [ax, ay, az, bx, by, bz] = [now[at], now[at + 1], now[at + 2], now[at + 3], now[at + 4], now[at + 5]] as [
        number,
        number,
        number,
        number,
        number,
        number,
      ];
      if (x >= bx || x2 <= ax || y >= by || y2 <= ay || z >= bz || z2 <= az) {
        kept.push(ax, ay, az, bx, by, bz);
        continue;
      }
      if (x - ax >= minSide) fresh.push(ax, ay, az, x, by, bz);
      if (bx - x2 >= minSide) fresh.push(x2, ay, az, bx, by, bz);
      if (y - ay >= minSide) fresh.push(ax, ay, az, bx, y, bz);
      if (by - y2 >= minSide) fresh.push(ax, y2, az, bx, by, bz);
      if (z - az >= minSide) fresh.push(ax, ay, az, bx, by, z);
      if (bz - z2 >= minSide) fresh.push(ax, ay, z2, bx, by, bz);
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
  for (let other = 0; other < length; other += SPACE) {
    if (isSame && other === at) continue;
    let within = true;
    let equal = true;
    for (let i = 0; i < 3 && within; i += 1) {
      const [low, high, otherLow, otherHigh] = [spaces[at + i], spaces[at + i + 3], others[other + i], others[other + i + 3]] as [
        number,
        number,
        number,
        number,
      ];
      within = otherLow <= low && otherHigh >= high;
      equal = equal && otherLow === low && otherHigh === high;
    }
    if (within && (!isSame || !equal || other < at)) return true;
  }
  return false;
}

/**
 * Places things one after the other where the weighted score is lowest. Things of reach class 1 take only spaces that are
 * open to the access side and keep what lies before them free; class 2 lets one thing stand before it.
 * @param depths usable depth of each compartment; a cap under the real depth turns this into a decision problem
 */
export function decode(prepared: Prepared, genome: Genome, depths: readonly number[]): Decoded {
  const { lays, rooms, reach } = prepared;
  const spaces = rooms.map((room, index) => new Spaces(room, depths[index] as number, prepared.minSide));
  const tops = rooms.map(() => 0);
  const boxes: Box[] = [];
  const unplaced: number[] = [];
  const [p0, p1, p2, p3, p4, p5, p6] = genome.weights;
  const settle = (box: Box) => {
    boxes.push(box);
    const room = rooms[box.compartment] as Room;
    const isFirst = reach[box.item] === 1;
    const farY = isFirst && room.top ? room.h : box.y + box.h;
    const farZ = isFirst && !room.top ? (depths[box.compartment] as number) : box.z + box.d;
    spaces[box.compartment]?.exclude(box.x, box.y, box.z, box.x + box.w, farY, farZ);
    tops[box.compartment] = Math.max(tops[box.compartment] as number, box.z + box.d);
  };
  const isLocked = new Set(prepared.locked.map((box) => box.item));
  for (const box of prepared.locked) settle(box);
  for (let wanted = 3; wanted >= 1; wanted -= 1) {
    for (const item of genome.order) if (reach[item] === wanted && !isLocked.has(item)) place(item);
  }
  return { boxes, unplaced };

  function place(item: number): void {
    let bestScore = Number.POSITIVE_INFINITY;
    let best: Box | null = null;
    const options = lays[item] as Lay[]; // one list a thing
    const forced = genome.lay[item] as number;
    const onlyRoom = genome.room[item] as number;
    for (let compartment = 0; compartment < rooms.length; compartment += 1) {
      if (onlyRoom >= 0 && onlyRoom !== compartment) continue;
      const room = rooms[compartment] as Room;
      const depth = depths[compartment] as number;
      const top = tops[compartment] as number;
      const list = (spaces[compartment] as Spaces).list;
      for (let at = 0; at < list.length; at += SPACE) {
        const [ax, ay, az, bx, by, bz] = [list[at], list[at + 1], list[at + 2], list[at + 3], list[at + 4], list[at + 5]] as [
          number,
          number,
          number,
          number,
          number,
          number,
        ];
        if (reach[item] === 1 && (room.top ? by < room.h : bz < depth)) continue;
        for (let index = 0; index < options.length; index += 1) {
          if (forced >= 0 && forced !== index) continue;
          const lay = options[index] as Lay;
          const restW = bx - ax - lay.w;
          const restH = by - ay - lay.h;
          const restD = bz - az - lay.d;
          if (restW < 0 || restH < 0 || restD < 0) continue;
          const reached = az + lay.d;
          const score =
            p0 * Math.max(0, reached - top) +
            p1 * reached +
            p2 * Math.min(restW, restH) +
            p3 * Math.max(restW, restH) +
            p4 * (ax + ay) +
            p6 * Math.min(restD, 400);
          if (score >= bestScore) continue;
          const box = { item, compartment, x: p5 > 0.5 ? bx - lay.w : ax, y: ay, z: az, w: lay.w, h: lay.h, d: lay.d, lay: index };
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
      const limit = (reach[other.item] as number) - 1; // 1: nothing, 2: one thing
      if (limit > 1 || !isInFrontOf(box, other, top)) continue;
      if (limit === 0) return false;
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
