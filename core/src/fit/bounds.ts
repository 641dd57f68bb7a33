import type { Prepared, Room } from './decoder.ts';
import type { FitBound, FitProblem, FitReason, Lay } from './problem.ts';
import { toMm } from './problem.ts';

/** The ways a thing may lie in a room at all. */
const laysIn = (lays: readonly Lay[], room: Room): Lay[] => lays.filter((lay) => lay.w <= room.w && lay.h <= room.h && lay.d <= room.d);

const leastDepth = (lays: readonly Lay[]): number => Math.min(...lays.map((lay) => lay.d));

/** Things that fit into no compartment in any way, with the least excess, mm. */
export function tooLarge(problem: FitProblem, prepared: Prepared): FitReason[] {
  return problem.items.flatMap((item, index) => {
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

/** Two things that cannot lie side by side in this room must lie one behind the other. */
function mustStack(a: readonly Lay[], b: readonly Lay[], room: Room): boolean {
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
 * A thickness that no packing of all things can be under, and why: the thickest thing, things that cannot lie side by
 * side, or volume. With several compartments only the volume is shared out; then nothing but volume is claimed.
 */
export function lowerBound(problem: FitProblem, prepared: Prepared): FitBound {
  if (problem.items.length === 0) return { valueMm: 0, kind: 'none' };
  const area = prepared.rooms.reduce((sum, room) => sum + room.w * room.h, 0);
  const volume = Math.ceil(prepared.volume.reduce((sum, value) => sum + value, 0) / area);
  const bounds: FitBound[] = [{ valueMm: toMm(volume), kind: 'volume' }];
  const [room] = prepared.rooms;
  if (prepared.rooms.length === 1 && room !== undefined) {
    const id = (index: number) => problem.items[index]?.id ?? '';
    const stack = heaviestStack(prepared, room);
    if (stack.items.length === 1) bounds.unshift({ valueMm: toMm(stack.depth), kind: 'thickest', items: stack.items.map(id) });
    if (stack.items.length > 1) bounds.unshift({ valueMm: toMm(stack.depth), kind: 'stack', items: stack.items.map(id) });
  }
  return bounds.reduce((best, bound) => (bound.valueMm > best.valueMm ? bound : best));
}
