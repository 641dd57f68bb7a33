import { lowerBound } from './bounds.ts';
import { knownFrom } from './earlier.ts';
import { leastDepth } from './exact.ts';
import { packFlatBag, packRoll } from './packFilm.ts';
import { prepareFit } from './prepare.ts';
import type { FitProblem, FitResult, PlacedItem } from './problem.ts';
import { toResult } from './result.ts';
import type { KnownPacking } from './search.ts';
import { betterKnown, type Found, known, mustReach, pressed, search, type Work, wayRound } from './work.ts';

/** Counts of decodes, never seconds, so that the same seed gives the same result on any machine. About a second's work. */
export function defaultDecodes({ items, container }: Pick<FitProblem, 'items' | 'container'>): number {
  const usual = Math.min(15_000, Math.ceil(150_000 / Math.max(1, items.length)));
  // A flat bag is tried at thicknesses that are mostly too tight, where decodes break off early and cost a third, and then closed over slice by slice.
  return container.make === 'flatBag' ? 4 * usual : usual;
}

export interface Fit {
  /** Works off up to `decodes` decodes; returns the share of the budget done, 0 to 1. */
  step(decodes: number): number;
  /** The best so far. */
  result(): FitResult;
}

/** Share of the budget that is set aside for proofs, in units of progress. */
const PROOF_SHARE = 0.1;
const PROOF_ITEMS = 9;
const PROOF_NODES = 30_000;

/**
 * Packs things into compartments: all of them in first, then, where something is wished for, within the limits of the place, what is
 * urgent to the hand and what belongs together in one place, then least thickness. Anytime; deterministic for a problem, a seed and
 * a count of decodes. Lengths in results are mm.
 * @param earlier a packing of things with the same ids, in this container or another: nothing worse comes out, as far as it still holds
 */
export function createFit(problem: FitProblem, earlier?: readonly PlacedItem[]): Fit {
  const budget = problem.decodes ?? defaultDecodes(problem);
  const prepared = prepareFit(problem);
  const found: Found = {
    prepared,
    decoded: {
      boxes: [...prepared.locked],
      unplaced: problem.items.flatMap(({ lockedAt }, index) => (lockedAt === undefined ? [index] : [])),
    },
    bound: lowerBound(prepared),
    genome: null,
    decodes: 0,
  };
  const work = problem.items.length === 0 ? null : plan(problem, found, budget, earlier);
  const total = budget * (1 + PROOF_SHARE);
  let done = 0;
  let isOver = work === null;
  return {
    step(decodes) {
      const stop = done + decodes;
      while (!isOver && done < stop) {
        const next = work?.next();
        if (next === undefined || next.done) isOver = true;
        else done += next.value;
      }
      return isOver ? 1 : Math.min(0.999, done / total);
    },
    result: () => toResult(problem, found),
  };
}

export function packFit(problem: FitProblem, earlier?: readonly PlacedItem[]): FitResult {
  const fit = createFit(problem, earlier);
  while (fit.step(1000) < 1) {
    // the budget ends it
  }
  return fit.result();
}

function plan(problem: FitProblem, found: Found, budget: number, earlier: readonly PlacedItem[] | undefined): Work {
  switch (problem.container.make) {
    case 'flatBag':
      return packFlatBag(problem, found, budget, earlier);
    case 'vacuumRoll':
      return packRoll(problem, found, budget, earlier);
    default:
      return packRooms(withinPlace(problem), found, budget, earlier);
  }
}

/** A band takes the outline that its place leaves. */
function withinPlace(problem: FitProblem): FitProblem {
  const { container, placeBounds } = problem;
  const [band] = container.compartments;
  if (container.make !== 'bundle' || placeBounds === undefined || band === undefined) return problem;
  const [wMm, hMm] = wayRound(placeBounds, band);
  return {
    ...problem,
    container: { ...container, compartments: [{ ...band, wMm: Math.min(band.wMm, wMm), hMm: Math.min(band.hMm, hMm) }] },
  };
}

function* packRooms(problem: FitProblem, found: Found, budget: number, earlier: readonly PlacedItem[] | undefined): Work {
  // An outline that a place has made smaller.
  found.prepared = prepareFit(problem);
  if (problem.press === 0) {
    yield* searchFreely(problem, budget, found, knownFrom(problem, found.prepared, earlier));
  } else {
    // Pressed from scratch it may come out thicker than loose: so it starts from the loose packing, pressed as it lies.
    const looseProblem = { ...problem, press: 0 };
    const loose = prepareFit(looseProblem);
    const own = found.prepared;
    const first: Found = { ...found, prepared: loose };
    yield* search(looseProblem, loose, Math.round(budget * 0.4), first, knownFrom(looseProblem, loose, earlier));
    found.decodes = first.decodes;
    const from = first.genome === null ? undefined : pressed(first.decoded, loose, own, first.genome);
    const pressedEarlier = knownFrom(problem, own, earlier);
    yield* searchFreely(problem, Math.round(budget * 0.6), found, betterKnown(problem, own, from, pressedEarlier));
  }
  yield* prove(found, budget * PROOF_SHARE);
}

/** With reach classes by construction first, and then, where they are no more than a beginning, without them. */
function* searchFreely(problem: FitProblem, budget: number, found: Found, from?: KnownPacking): Work {
  const must = problem.items.map(mustReach);
  if (must.every((reach, item) => reach === problem.items[item]?.reach)) {
    yield* search(problem, found.prepared, budget, found, from);
    return;
  }
  yield* search(problem, found.prepared, Math.ceil(budget / 2), found, from);
  yield* search(problem, { ...found.prepared, reach: must }, Math.floor(budget / 2), found, known(found));
}

/** Raises the bound by the exact least depth of the bulkiest things, as many as can be worked out. */
function* prove(found: Found, units: number): Work {
  const { prepared, decoded } = found;
  const [room] = prepared.rooms;
  if (room === undefined || prepared.rooms.length > 1 || decoded.unplaced.length > 0) return;
  const thickness = decoded.boxes.reduce((most, box) => Math.max(most, box.z + box.d), 0);
  const bulkiest = prepared.volume.map((_, item) => item).sort((a, b) => (prepared.volume[b] ?? 0) - (prepared.volume[a] ?? 0) || a - b);
  const sizes = [5, 6, 7, 8, PROOF_ITEMS].filter((size) => size <= bulkiest.length);
  if (bulkiest.length < PROOF_ITEMS && !sizes.includes(bulkiest.length)) sizes.push(bulkiest.length);
  for (const size of sizes) {
    if (found.bound.tenths >= thickness) return;
    const items = bulkiest.slice(0, size);
    const lays = items.map((item) => prepared.lays[item] ?? []);
    const { isProven, depth } = leastDepth({ lays, w: room.w, h: room.h, known: thickness, floor: found.bound.tenths }, PROOF_NODES);
    yield units / sizes.length;
    if (!isProven) return;
    if (depth > found.bound.tenths) found.bound = { tenths: depth, kind: 'exact', items };
  }
}
