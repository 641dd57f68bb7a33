import type { Orientation } from './lays.ts';
import { toMm } from './lays.ts';
import { type Prepared, prepareFit, type Room } from './prepare.ts';
import type { FitProblem, FitReason } from './problem.ts';

/** A thickness that no packing of all things is under, tenths of a millimetre, and by which things. */
export interface Bound {
  tenths: number;
  kind: 'none' | 'volume' | 'thickest' | 'stack' | 'exact';
  items: number[];
}

/** The ways a thing may lie in a room at all. */
export const laysIn = (lays: readonly Orientation[], room: Room): Orientation[] =>
  lays.filter((lay) => lay.w <= room.w && lay.h <= room.h && lay.d <= room.d);

const leastDepth = (lays: readonly Orientation[]): number => Math.min(...lays.map((lay) => lay.d));

/** Things that fit into no compartment in any way, with the least excess, mm. */
export function tooLarge(problem: FitProblem, prepared: Prepared): FitReason[] {
  return problem.items.flatMap((item, index): FitReason[] => {
    const lays = prepared.lays[index] ?? [];
    if (prepared.rooms.some((room) => laysIn(lays, room).length > 0)) return [];
    const misses = prepared.rooms.flatMap((room) =>
      lays.map((lay) => ({ sides: Math.max(lay.w - room.w, lay.h - room.h), depth: lay.d - room.d })),
    );
    const nearest = misses.reduce((best, miss) => (Math.max(miss.sides, miss.depth) < Math.max(best.sides, best.depth) ? miss : best));
    const over = Math.max(nearest.sides, nearest.depth);
    const code = nearest.sides <= 0 ? 'tooThick' : 'tooLarge';
    const text =
      code === 'tooThick'
        ? `is ${toMm(over)} mm too thick for the depth, whichever way it lies`
        : `sticks out by ${toMm(over)} mm, whichever way it lies`;
    return [{ code, text, items: [item.id], overMm: toMm(over) }];
  });
}

/** Whether everything could lie in some compartment, were it alone there. Film takes its shape from what it holds and is not asked. */
export const eachGoesIn = (problem: FitProblem): boolean =>
  !['soft', 'rigid'].includes(problem.container.make) || tooLarge(problem, prepareFit(problem)).length === 0;

/** Whether a packing is not impossible from the measures alone: each goes in, and together they are no more than what holds them. */
export function mayHold(problem: FitProblem): boolean {
  if (!eachGoesIn(problem)) return false;
  if (problem.container.make !== 'soft' && problem.container.make !== 'rigid') return true;
  const { volume, rooms } = prepareFit(problem);
  const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);
  return sum(volume) <= sum(rooms.map(({ w, h, d }) => w * h * d));
}

/** Two things that cannot lie side by side in this room must lie one behind the other. */
function mustStack(a: readonly Orientation[], b: readonly Orientation[], room: Room): boolean {
  return a.every((one) => b.every((other) => one.w + other.w > room.w && one.h + other.h > room.h));
}

const MAX_CLIQUE_ITEMS = 24;

/** The heaviest set of things of which no two can lie side by side, by branch and bound. */
function heaviestStack(prepared: Prepared, room: Room): { depth: number; items: number[] } {
  const candidates = prepared.lays
    .map((lays, index) => ({ index, lays: laysIn(lays, room) }))
    .filter(({ lays }) => lays.length > 0)
    .map((entry) => ({ ...entry, depth: leastDepth(entry.lays) }))
    .sort((a, b) => b.depth - a.depth || a.index - b.index)
    .slice(0, MAX_CLIQUE_ITEMS);
  const conflicts = candidates.map((a) => candidates.map((b) => a !== b && mustStack(a.lays, b.lays, room)));
  let best = { depth: 0, items: [] as number[] };
  const extend = (chosen: number[], open: number[], depth: number): void => {
    if (depth > best.depth) best = { depth, items: chosen.map((at) => (candidates[at] as (typeof candidates)[number]).index) };
    let rest = open.reduce((sum, at) => sum + (candidates[at]?.depth ?? 0), 0);
    for (const [position, at] of open.entries()) {
      if (depth + rest <= best.depth) return;
      const own = candidates[at]?.depth ?? 0;
      rest -= own;
      const compatible = open.slice(position + 1).filter((other) => conflicts[at]?.[other]);
      extend([...chosen, at], compatible, depth + own);
    }
  };
  extend(
    [],
    candidates.map((_, at) => at),
    0,
  );
  return best;
}

/**
 * A thickness that no packing of all things is under, and why: the thickest thing, things that cannot lie side by side, or
 * volume. With several rooms only volume and the thickest thing are claimed.
 */
export function lowerBound(prepared: Prepared): Bound {
  const { rooms, lays } = prepared;
  if (lays.length === 0 || rooms.length === 0) return { tenths: 0, kind: 'none', items: [] };
  const { isSummed, compartments } = prepared.stacking;
  const layerArea = (layer: readonly number[]) => layer.reduce((sum, room) => sum + (rooms[room]?.w ?? 0) * (rooms[room]?.h ?? 0), 0);
  // Of what lies before each other, no more than the largest layer is filled by each millimetre.
  const areas = compartments.map((layers) => Math.max(0, ...layers.map(layerArea)));
  const area = isSummed ? Math.max(...areas) : areas.reduce((sum, value) => sum + value, 0);
  const volume = Math.ceil(prepared.volume.reduce((sum, value) => sum + value, 0) / area);
  const bounds: Bound[] = [];
  const [room] = rooms;
  if (rooms.length === 1 && room !== undefined) {
    const stack = heaviestStack(prepared, room);
    if (stack.items.length > 0)
      bounds.push({ tenths: stack.depth, kind: stack.items.length === 1 ? 'thickest' : 'stack', items: stack.items });
  } else {
    const thin = lays.map((own) => Math.min(...rooms.map((one) => Math.min(...laysIn(own, one).map(({ d }) => d)))));
    const thickest = thin.reduce((most, depth, index) => (Number.isFinite(depth) && depth > (thin[most] as number) ? index : most), 0);
    if (Number.isFinite(thin[thickest])) bounds.push({ tenths: thin[thickest] as number, kind: 'thickest', items: [thickest] });
  }
  bounds.push({ tenths: volume, kind: 'volume', items: [] });
  return bounds.reduce((best, bound) => (bound.tenths > best.tenths ? bound : best));
}
