import type { Lock } from '../model/lock.ts';
import { askew, laysOf, type Orientation, toTenths } from './lays.ts';
import type { FitItem, FitProblem } from './problem.ts';

/** A box in a room, tenths of a millimetre. */
export interface Box {
  item: number;
  room: number;
  x: number;
  y: number;
  z: number;
  w: number;
  h: number;
  d: number;
  lay: number;
}

/** What things are packed into: a compartment, or one elastic slot of it. Tenths of a millimetre. */
export interface Room {
  compartment: string;
  slot: string | null;
  w: number;
  h: number;
  d: number;
  top: boolean;
  /** Trays to lift before it is reached. */
  layers: number;
  /** The room whose loose things all lie before this one; -1: none. */
  behind: number;
}

export interface Prepared {
  lays: readonly (readonly Orientation[])[];
  rooms: readonly Room[];
  reach: readonly (1 | 2 | 3)[];
  /** Boxes that stay where they are. */
  locked: readonly Box[];
  volume: readonly number[];
  /** Least width, height and depth over the ways each thing may lie. */
  least: readonly (readonly [w: number, h: number, d: number])[];
  /** How the tops of rooms make up the thickness of the whole. */
  stacking: Stacking;
  /** The compartment that each thing is pinned to; null: any. */
  pinned: readonly (string | null)[];
}

/** Rooms by compartments, and within one by the layers that lie before each other. */
export interface Stacking {
  /** Compartments lie behind each other, or close on each other: their thicknesses add up. Else the thickest counts. */
  isSummed: boolean;
  compartments: readonly (readonly (readonly number[])[])[];
  /** Panels that close on each other: a thick thing may reach into the room of the other, as long as the two close as one. */
  facing: readonly Facing[];
}
export interface Facing {
  rooms: readonly [left: number, right: number];
  /** Depths of the two by themselves, and together. */
  own: readonly [left: number, right: number];
  most: number;
}

/** Thickness of the whole by the top of each room. */
export function thicknessOf({ isSummed, compartments }: Stacking, tops: ArrayLike<number>): number {
  let all = 0;
  for (const layers of compartments) {
    let own = 0;
    for (const rooms of layers) {
      let most = 0;
      for (const room of rooms) most = Math.max(most, tops[room] ?? 0);
      own += most;
    }
    all = isSummed ? all + own : Math.max(all, own);
  }
  return all;
}

/** How thick two panels are when they are closed: what lies across from each other adds up. Mirrored at the hinge. */
export function closedThickness({ rooms: [left, right] }: Facing, boxes: readonly Box[], wide: number): number {
  let most = 0;
  for (const a of boxes) {
    if (a.room !== left && a.room !== right) continue;
    most = Math.max(most, a.z + a.d);
    if (a.room !== left) continue;
    for (const b of boxes) {
      if (b.room !== right) continue;
      const x = wide - b.x - b.w;
      if (x < a.x + a.w && a.x < x + b.w && b.y < a.y + a.h && a.y < b.y + b.h) most = Math.max(most, a.z + a.d + b.z + b.d);
    }
  }
  return most;
}

/** Thickness of the whole by the boxes in it, tenths of a millimetre. */
export function packedThickness({ stacking, rooms }: Pick<Prepared, 'stacking' | 'rooms'>, boxes: readonly Box[]): number {
  if (stacking.facing.length > 0)
    return stacking.facing.reduce((sum, pair) => sum + closedThickness(pair, boxes, rooms[pair.rooms[0]]?.w ?? 0), 0);
  const tops = rooms.map(() => 0);
  for (const box of boxes) tops[box.room] = Math.max(tops[box.room] as number, box.z + box.d);
  return thicknessOf(stacking, tops);
}

/** What panels are over that they hold when they are closed; 0: they close. */
export const overClosed = ({ stacking, rooms }: Pick<Prepared, 'stacking' | 'rooms'>, boxes: readonly Box[]): number =>
  stacking.facing.reduce((sum, pair) => sum + Math.max(0, closedThickness(pair, boxes, rooms[pair.rooms[0]]?.w ?? 0) - pair.most), 0);

/** Whether tops add up anywhere: a room is not free to be as thick as the whole then. */
export const hasSums = ({ isSummed, compartments }: Stacking): boolean =>
  (isSummed && compartments.length > 1) || compartments.some(({ length }) => length > 1);

/** All rooms beside each other. */
export const besideEachOther = (rooms: number): Stacking => ({
  isSummed: false,
  compartments: [[Array.from({ length: rooms }, (_, room) => room)]],
  facing: [],
});

export function stackingOf({ container }: Pick<FitProblem, 'container'>, rooms: readonly Room[]): Stacking {
  const compartments = container.compartments.map(({ id, loose }) => {
    const own = rooms.flatMap((room, index) => (room.compartment === id ? [index] : []));
    const isLoose = (room: number) => rooms[room]?.slot === null;
    return loose?.isBefore === true ? [own.filter((room) => !isLoose(room)), own.filter(isLoose)] : [own];
  });
  return {
    isSummed: container.facing === true || container.lies === 'behind' || container.lies === 'trays',
    compartments,
    facing: container.facing === true ? facingPairs(container) : [],
  };
}

/** Panels come in twos, each a room. */
function facingPairs({ compartments }: FitProblem['container']): Facing[] {
  return compartments.flatMap((left, index): Facing[] => {
    const right = compartments[index + 1];
    if (index % 2 === 1 || right === undefined) return [];
    const own = [tenthsDown(left.dMm), tenthsDown(right.dMm)] as const;
    return [{ rooms: [index, index + 1], own, most: own[0] + own[1] }];
  });
}

const tenthsDown = (mm: number): number => Math.floor(mm * 10 + 1e-6);

/**
 * A slot takes what fits together in it, stretched sideways and sticking out lengthways; what else a compartment with slots holds
 * lies in its loose room. Of trays, the first is on top.
 */
export function roomsOf({ container }: Pick<FitProblem, 'container'>): Room[] {
  const { compartments } = container;
  const rooms = compartments.flatMap((compartment, tray): Room[] => {
    const top = compartment.access === 'top';
    // Facing panels are used as deep as both together.
    const other = container.facing === true ? (compartments[tray % 2 === 0 ? tray + 1 : tray - 1]?.dMm ?? 0) : 0;
    const whole = ({ wMm, hMm, dMm }: { wMm: number; hMm: number; dMm: number }): Room => ({
      compartment: compartment.id,
      slot: null,
      w: tenthsDown(wMm),
      h: tenthsDown(hMm),
      d: tenthsDown(dMm),
      top,
      layers: container.lies === 'trays' ? tray : 0,
      behind: -1,
    });
    const { slots = [], loose, maxDMm = 0 } = compartment;
    if (slots.length === 0) return [whole({ ...compartment, dMm: Math.max(compartment.dMm, maxDMm) + other })];
    const inSlots = slots.map((slot) => ({
      ...whole({ wMm: slot.wMm + (slot.stretchMm ?? 0), hMm: slot.hMm + (slot.stickOutMm ?? 0), dMm: slot.dMm }),
      slot: slot.id,
    }));
    return [...inSlots, ...(loose === undefined ? [] : [whole(loose)])];
  });
  const isBefore = (compartment: string) => container.compartments.find(({ id }) => id === compartment)?.loose?.isBefore === true;
  return rooms.map((room) =>
    room.slot !== null && isBefore(room.compartment)
      ? { ...room, behind: rooms.findIndex(({ compartment, slot }) => compartment === room.compartment && slot === null) }
      : room,
  );
}

const plainLay = (lock: Lock): Orientation => ({
  w: toTenths(lock.wMm),
  h: toTenths(lock.hMm),
  d: toTenths(lock.dMm),
  folded: lock.folded ?? false,
});

/** Of a block, with how its things lie in it, as far as that is still so. */
function lockedLay(lock: Lock, item: FitItem, press: number): Orientation {
  const plain = plainLay(lock);
  const same =
    item.block === undefined ? undefined : laysOf(item, press).find(({ w, h, d }) => w === plain.w && h === plain.h && d === plain.d);
  return same?.grid === undefined ? plain : { ...plain, grid: same.grid };
}

/** The ways a thing may lie; askew only where it goes in no other way. Film is asked slice by slice, and not about that. */
function laysInto({ container, press }: FitProblem, item: FitItem, rooms: readonly Room[]): Orientation[] {
  const lays = laysOf(item, press);
  const goesIn = rooms.some((room) => lays.some((lay) => lay.w <= room.w && lay.h <= room.h && lay.d <= room.d));
  if (goesIn || (container.make !== 'soft' && container.make !== 'rigid')) return lays;
  return [...lays, ...rooms.flatMap((room) => askew(item, press, room.w, room.h, room.d) ?? [])];
}

export function prepareFit(problem: FitProblem): Prepared {
  const rooms = roomsOf(problem);
  // A locked thing lies as it was locked, also where its measures have changed since.
  const lays = problem.items.map((item) =>
    item.lockedAt === undefined ? laysInto(problem, item, rooms) : [lockedLay(item.lockedAt, item, problem.press)],
  );
  const locked = problem.items.flatMap(({ lockedAt }, item): Box[] => {
    if (lockedAt === undefined) return [];
    const room = rooms.findIndex(({ compartment, slot }) => compartment === lockedAt.compartment && slot === (lockedAt.slot ?? null));
    const { w, h, d } = plainLay(lockedAt);
    return [{ item, room, x: toTenths(lockedAt.xMm), y: toTenths(lockedAt.yMm), z: toTenths(lockedAt.zMm), w, h, d, lay: 0 }];
  });
  return preparedOf(
    lays,
    rooms,
    problem.items.map(({ reach }) => reach),
    locked,
    stackingOf(problem, rooms),
    problem.items.map(({ pinnedTo }) => pinnedTo ?? null),
  );
}

export function preparedOf(
  lays: readonly (readonly Orientation[])[],
  rooms: readonly Room[],
  reach: readonly (1 | 2 | 3)[],
  locked: readonly Box[],
  stacking: Stacking,
  pinned: readonly (string | null)[] = lays.map(() => null),
): Prepared {
  const least = lays.map(
    (options) =>
      [Math.min(...options.map(({ w }) => w)), Math.min(...options.map(({ h }) => h)), Math.min(...options.map(({ d }) => d))] as const,
  );
  const volume = lays.map(([lay]) => (lay === undefined ? 0 : lay.w * lay.h * lay.d));
  return { lays, rooms, reach, locked, volume, least, stacking, pinned };
}

export interface Decoded {
  boxes: Box[];
  unplaced: number[];
}

/** Whether b lies in front of a, on a's way out: footprints overlap and b begins where a ends, or later. */
export function isInFrontOf(b: Box, a: Box, top: boolean): boolean {
  if (b.room !== a.room || b.x >= a.x + a.w || a.x >= b.x + b.w) return false;
  if (top) return b.z < a.z + a.d && a.z < b.z + b.d && b.y >= a.y + a.h;
  return b.y < a.y + a.h && a.y < b.y + b.h && b.z >= a.z + a.d;
}

/** What is loose before the slots of a compartment is in front of whatever is in them. */
export const isLooseBefore = (rooms: readonly Room[], other: number, own: number): boolean => rooms[own]?.behind === other;

/** Pulls everything toward the back wall as far as it goes, so that each thing rests on the wall or on another. */
export function settleBack(boxes: readonly Box[], locked: ReadonlySet<number>): Box[] {
  const settled: Box[] = [];
  for (const box of [...boxes].sort((a, b) => a.z - b.z || a.item - b.item)) {
    let z = 0;
    for (const other of settled) {
      const overlaps =
        other.room === box.room &&
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
