import type { Bound } from './bounds.ts';
import type { NearestClosed } from './filmSearch.ts';
import type { Genome } from './genome.ts';
import { type Box, type Decoded, type Prepared, packedThickness, settleBack } from './prepare.ts';
import type { FitItem, FitProblem } from './problem.ts';
import { type KnownPacking, Search } from './search.ts';
import { limitTenths, wishesOf } from './wishes.ts';

/** What is known at any moment: a packing, in the axes of the container, and what no packing is thinner than. */
export interface Found {
  prepared: Prepared;
  decoded: Decoded;
  bound: Bound;
  genome: Genome | null;
  decodes: number;
  /** Of film that does not close: what comes nearest to it with everything inside. */
  nearest?: NearestClosed | null;
  /** Pressed more than was asked for, to close. */
  pressed?: number;
}
/** Yields the decodes it has just done. */
export type Work = Generator<number, void>;

export const CHUNK = 20;
/** Width and height of a place, turned so that more of a container is inside. */
export function wayRound(place: { wMm: number; hMm: number }, own: { wMm: number; hMm: number }): readonly [wMm: number, hMm: number] {
  const inside = (w: number, h: number) => Math.min(w, own.wMm) * Math.min(h, own.hMm);
  return inside(place.wMm, place.hMm) >= inside(place.hMm, place.wMm) ? [place.wMm, place.hMm] : [place.hMm, place.wMm];
}

export const keepOf = (problem: FitProblem): number[] => problem.items.map(({ keep }) => keep ?? 1);
/** Where a thing has an urgency, its class is a good beginning, no more. */
export const mustReach = ({ reach, urgency }: FitItem): 1 | 2 | 3 => (urgency === undefined ? reach : 3);

/** Searches in given rooms and notes what it finds as it goes. */
export function* search(problem: FitProblem, prepared: Prepared, budget: number, found: Found, from?: KnownPacking): Work {
  const wishes = problem.container.make === 'vacuumRoll' ? null : wishesOf(problem.items);
  const run = new Search(prepared, { seed: problem.seed, budget, keep: keepOf(problem), from, wishes, limitTenths: limitTenths(problem) });
  while (!run.isDone) {
    const before = run.done;
    run.step(CHUNK);
    found.decodes += run.done - before;
    found.decoded = run.best.decoded;
    found.genome = run.best.genome;
    yield run.done - before;
  }
}

export const known = ({ genome, decoded }: Found): KnownPacking | undefined => (genome === null ? undefined : { genome, decoded });

/** Of two known packings the one with less left out, then the thinner. */
export function betterKnown(problem: FitProblem, prepared: Prepared, one: KnownPacking | undefined, other: KnownPacking | undefined) {
  if (one === undefined || other === undefined) return one ?? other;
  const keep = keepOf(problem);
  const out = ({ decoded }: KnownPacking) => decoded.unplaced.reduce((sum, item) => sum + (keep[item] as number), 0);
  const thick = ({ decoded }: KnownPacking) => packedThickness(prepared, decoded.boxes);
  return out(other) < out(one) || (out(other) === out(one) && thick(other) < thick(one)) ? other : one;
}

/** The loose packing with everything pressed as it lies; for the search to start from. */
export function pressed(decoded: Decoded, loose: Prepared, own: Prepared, genome: Genome, settles = true): KnownPacking | undefined {
  const boxes: Box[] = [];
  for (const box of decoded.boxes) {
    const old = loose.lays[box.item]?.[box.lay];
    const lays = own.lays[box.item] ?? [];
    // Pressing changes no order among the ways of lying, but two may become alike.
    const lay = lays.findIndex(
      (one, index) =>
        index <= box.lay && old !== undefined && one.folded === old.folded && one.w <= old.w && one.h <= old.h && one.d <= old.d,
    );
    const now = lays[lay];
    if (now === undefined) return undefined;
    boxes.push({ ...box, w: now.w, h: now.h, d: now.d, lay });
  }
  const settled = !settles || own.rooms.some(({ top }) => top) ? boxes : settleBack(boxes, new Set(own.locked.map(({ item }) => item)));
  const fits = genome.lay.map((lay, item) => (lay >= (own.lays[item]?.length ?? 0) ? -1 : lay));
  return { genome: { ...genome, lay: fits }, decoded: { boxes: settled, unplaced: decoded.unplaced } };
}
