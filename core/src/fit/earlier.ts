import { startGenome, WEIGHT_PRESETS, type Weights } from './genome.ts';
import { type Orientation, toTenths } from './lays.ts';
import { type Box, type Prepared, type Room, settleBack } from './prepare.ts';
import type { FitProblem, PlacedItem } from './problem.ts';
import type { KnownPacking } from './search.ts';

/** Sizes are rounded up to tenths; a fold rounds once more. */
const ROUNDED = 2;

/**
 * A packing that was found for a problem like this one, as far as it holds here: things lie where they lay, thinner where they have
 * come to give, in the compartments that are still there. What does not fit there any more is left out. Undefined: none is given.
 */
export function knownFrom(problem: FitProblem, prepared: Prepared, earlier: readonly PlacedItem[] | undefined): KnownPacking | undefined {
  if (earlier === undefined || earlier.length === 0) return undefined;
  const itemOf = new Map(problem.items.map(({ id }, item) => [id, item]));
  const locked = new Set(prepared.locked.map(({ item }) => item));
  const boxes: Box[] = [...prepared.locked];
  for (const placed of earlier) {
    const item = itemOf.get(placed.id);
    if (item === undefined || locked.has(item)) continue;
    const box = boxOf(item, placed, prepared);
    if (box !== null && !boxes.some((other) => other.item === item || meets(other, box))) boxes.push(box);
  }
  const isFilm = problem.container.make === 'flatBag' || problem.container.make === 'vacuumRoll';
  const settled = isFilm || prepared.rooms.some(({ top }) => top) ? boxes : settleBack(boxes, locked);
  const inside = new Set(settled.map(({ item }) => item));
  const unplaced = prepared.lays.flatMap((_, item) => (inside.has(item) ? [] : [item]));
  const order = [...settled].sort((a, b) => a.z - b.z || a.y - b.y || a.x - b.x).map(({ item }) => item);
  const genome = startGenome(prepared, [...order, ...unplaced], WEIGHT_PRESETS[0] as Weights, false);
  for (const box of settled) if (!locked.has(box.item)) genome.lay[box.item] = box.lay;
  for (const box of settled) genome.room[box.item] = prepared.rooms.length > 1 ? box.room : -1;
  return { genome, decoded: { boxes: settled, unplaced } };
}

function boxOf(item: number, placed: PlacedItem, { lays, rooms, pinned }: Prepared): Box | null {
  const at = rooms.findIndex(({ compartment, slot }) => compartment === placed.compartment && slot === (placed.slot ?? null));
  const room = rooms[at];
  const [w, h, d] = [toTenths(placed.wMm), toTenths(placed.hMm), toTenths(placed.dMm)];
  const within = (own: number, was: number) => own <= was + ROUNDED;
  const holds = (one: Orientation) =>
    one.folded === placed.folded && one.turnedDeg === placed.turnedDeg && within(one.w, w) && within(one.h, h) && within(one.d, d);
  // Pressed more it may be less in any direction; of all ways in which it lies within where it lay, the one that fills most of that.
  const size = (one: Orientation | undefined) => (one === undefined || !holds(one) ? -1 : one.w * one.h * one.d);
  const ways = lays[item] ?? [];
  const lay = ways.reduce((best, one, index) => (size(one) > size(ways[best]) ? index : best), -1);
  const own = ways[lay];
  if (room === undefined || own === undefined || (pinned[item] !== null && pinned[item] !== room.compartment)) return null;
  const box = {
    item,
    room: at,
    x: toTenths(placed.xMm),
    y: toTenths(placed.yMm),
    z: toTenths(placed.zMm),
    w: own.w,
    h: own.h,
    d: own.d,
    lay,
  };
  return goesInto(room, box) ? box : null;
}

const goesInto = (room: Room, { x, y, z, w, h, d }: Box): boolean => x + w <= room.w && y + h <= room.h && z + d <= room.d;

const meets = (a: Box, b: Box): boolean =>
  a.room === b.room && a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h && a.z < b.z + b.d && b.z < a.z + a.d;
