import { type Bound, lowerBound } from './bounds.ts';
import { leastDepth } from './exact.ts';
import { flatBagFootprint, rollFootprintMm, roomiestThickness } from './film.ts';
import {
  type Box,
  besideEachOther,
  type Decoded,
  type Genome,
  type Prepared,
  preparedOf,
  prepareFit,
  type Room,
  settleBack,
} from './prepare.ts';
import { type FitProblem, type FitResult, laysOf, type Orientation, toTenths } from './problem.ts';
import { toResult } from './result.ts';
import { type KnownPacking, Search } from './search.ts';

/** Counts of decodes, never seconds, so that the same seed gives the same result on any machine. About a second's work. */
export function defaultDecodes({ items, container }: Pick<FitProblem, 'items' | 'container'>): number {
  const usual = Math.min(15_000, Math.ceil(150_000 / Math.max(1, items.length)));
  // A flat bag is tried at thicknesses that are mostly too tight, where decodes break off early and cost a third.
  return container.make === 'flatBag' ? 3 * usual : usual;
}

export interface Fit {
  /** Works off up to `decodes` decodes; returns the share of the budget done, 0 to 1. */
  step(decodes: number): number;
  /** The best so far. */
  result(): FitResult;
}

/** What is known at any moment: a packing, in the axes of the container, and what no packing is thinner than. */
interface Found {
  prepared: Prepared;
  decoded: Decoded;
  bound: Bound;
  genome: Genome | null;
  decodes: number;
}
/** Yields the decodes it has just done. */
type Work = Generator<number, void>;

const CHUNK = 20;
/** Share of the budget that is set aside for proofs, in units of progress. */
const PROOF_SHARE = 0.1;
const PROOF_ITEMS = 9;
const PROOF_NODES = 30_000;

/**
 * Packs things into compartments: feasible first, then least thickness, then fewest weighted things in front of those
 * needed first. Anytime; deterministic for a problem, a seed and a count of decodes. Lengths in results are mm.
 */
export function createFit(problem: FitProblem): Fit {
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
  const work = problem.items.length === 0 ? null : plan(problem, found, budget);
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

export function packFit(problem: FitProblem): FitResult {
  const fit = createFit(problem);
  while (fit.step(1000) < 1) {
    // the budget ends it
  }
  return fit.result();
}

function plan(problem: FitProblem, found: Found, budget: number): Work {
  switch (problem.container.make) {
    case 'flatBag':
      return packFlatBag(problem, found, budget);
    case 'vacuumRoll':
      return packRoll(problem, found, budget);
    default:
      return packRooms(problem, found, budget);
  }
}

const keepOf = (problem: FitProblem): number[] => problem.items.map(({ keep }) => keep ?? 1);

/** Searches in given rooms and notes what it finds as it goes. */
function* search(problem: FitProblem, prepared: Prepared, budget: number, found: Found, from?: KnownPacking): Work {
  const run = new Search(prepared, { seed: problem.seed, budget, keep: keepOf(problem), from });
  while (!run.isDone) {
    const before = run.done;
    run.step(CHUNK);
    found.decodes += run.done - before;
    found.decoded = run.best.decoded;
    found.genome = run.best.genome;
    yield run.done - before;
  }
}

function* packRooms(problem: FitProblem, found: Found, budget: number): Work {
  if (problem.press === 0) {
    yield* search(problem, found.prepared, budget, found);
  } else {
    // Pressed from scratch it may come out thicker than loose: so it starts from the loose packing, pressed as it lies.
    const loose = prepareFit({ ...problem, press: 0 });
    const own = found.prepared;
    const first: Found = { ...found, prepared: loose };
    yield* search({ ...problem, press: 0 }, loose, Math.round(budget * 0.4), first);
    found.decodes = first.decodes;
    const from = first.genome === null ? undefined : pressed(first.decoded, loose, own, first.genome);
    yield* search(problem, own, Math.round(budget * 0.6), found, from);
  }
  yield* prove(found, budget * PROOF_SHARE);
}

/** The loose packing with everything pressed as it lies; for the search to start from. */
function pressed(decoded: Decoded, loose: Prepared, own: Prepared, genome: Genome): KnownPacking | undefined {
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
  const settled = own.rooms.some(({ top }) => top) ? boxes : settleBack(boxes, new Set(own.locked.map(({ item }) => item)));
  const fits = genome.lay.map((lay, item) => (lay >= (own.lays[item]?.length ?? 0) ? -1 : lay));
  return { genome: { ...genome, lay: fits }, decoded: { boxes: settled, unplaced: decoded.unplaced } };
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

const FLAT_BAG_TRIES = 7;

/** Looks for the least thickness at which the film closes: the thicker, the smaller the footprint that is left. */
function* packFlatBag(problem: FitProblem, found: Found, budget: number): Work {
  const [bag] = problem.container.compartments;
  if (bag === undefined) return;
  const most = thickestThatTakesEach(problem, bag.wMm, bag.hMm);
  const at = (tMm: number): Prepared => {
    const { wMm, hMm } = flatBagFootprint(bag.wMm, bag.hMm, tMm);
    return prepareFit({ ...problem, container: { make: 'soft', compartments: [{ id: bag.id, wMm, hMm, dMm: tMm, access: bag.access }] } });
  };
  let low = Math.min(most, lowerBound(at(most)).tenths / 10);
  let high = most;
  let tried = most;
  for (let attempt = 0; attempt < FLAT_BAG_TRIES; attempt += 1) {
    const prepared = at(tried);
    const own: Found = { ...found, prepared };
    yield* search(problem, prepared, Math.ceil(budget / FLAT_BAG_TRIES), own);
    found.decodes = own.decodes;
    const isIn = own.decoded.unplaced.length === 0;
    // The first try has the most room; where that does not do, it stands as what comes nearest.
    if (isIn || attempt === 0) Object.assign(found, { prepared, decoded: own.decoded, genome: own.genome });
    if (!isIn && attempt === 0) break;
    if (isIn) high = Math.min(tried, own.decoded.boxes.reduce((top, box) => Math.max(top, box.z + box.d), 0) / 10);
    else low = tried;
    if (high - low < 1) break;
    tried = Math.round((low + high) * 5) / 10;
  }
  // The footprint shrinks as the thickness grows, so only what holds at the roomiest thickness is a bound.
  found.bound = lowerBound({ ...found.prepared, rooms: [{ ...(at(0.1).rooms[0] as Room), d: toTenths(most) }] });
}

/** Near the thickness at which a bag holds most, but no thicker than leaves a footprint for each thing by itself. */
function thickestThatTakesEach(problem: FitProblem, wMm: number, hMm: number): number {
  const roomiest = Math.floor(roomiestThickness(wMm, hMm));
  const lays = problem.items.map((item) => laysOf(item, problem.press));
  for (let tMm = roomiest; tMm > 0; tMm -= 1) {
    const [w, h, d] = [(wMm - tMm) * 10, (hMm - tMm) * 10, tMm * 10];
    if (lays.every((own) => own.some((lay) => lay.w <= w && lay.h <= h && lay.d <= d))) return tMm;
  }
  return roomiest;
}

/** Longest piece of roll that is thought of, mm. */
const MAX_ROLL_MM = 2000;

/**
 * A tube of vacuum roll: as thin as its thickest thing, then as short as that allows; thicker where it would come out longer
 * than the compartment's height. Packed along the tube: the search's depth is the length of the tube.
 */
function* packRoll(problem: FitProblem, found: Found, budget: number): Work {
  const [tube] = problem.container.compartments;
  const rollWidthMm = problem.container.rollWidthMm;
  if (tube === undefined || rollWidthMm === undefined) return;
  const lays = problem.items.map((item) => laysOf(item, problem.press));
  const roomAt = (t: number): Room => ({
    compartment: tube.id,
    slot: null,
    w: Math.max(1, Math.floor(rollFootprintMm(rollWidthMm, t / 10) * 10)),
    h: Math.min(MAX_ROLL_MM, tube.hMm) * 10,
    d: t,
    top: false,
  });
  const most = Math.min(toTenths(tube.dMm), Math.floor(rollWidthMm * 5));
  const bound = thickestAlone(lays, (lay) => lay.d <= most && lay.w <= roomAt(lay.d).w && lay.h <= roomAt(lay.d).h);
  let t = Math.min(most, Math.max(1, bound.tenths));
  const attempts = 6;
  for (let attempt = 0; attempt < attempts; attempt += 1) {
    const room = roomAt(t);
    const along = preparedOf(
      lays.map((own) => own.map(swapDepth)),
      [{ ...room, h: room.d, d: room.h }],
      problem.items.map(() => 3),
      [],
      besideEachOther(1),
    );
    const own: Found = { ...found, prepared: along };
    let known: Decoded | null = null;
    const across = preparedOf(
      lays,
      [room],
      problem.items.map(() => 3),
      [],
      besideEachOther(1),
    );
    for (const decodes of search(problem, along, Math.ceil(budget / attempts), own)) {
      // Noted as it goes: whoever stops the work early has the best tube so far.
      if (own.decoded !== known)
        found.decoded = { boxes: settleBack(own.decoded.boxes, new Set()).map(swapBox), unplaced: own.decoded.unplaced };
      known = own.decoded;
      found.prepared = across;
      found.decodes = own.decodes;
      found.bound = bound;
      yield decodes;
    }
    if (own.decoded.unplaced.length === 0 || t >= most) break;
    t = Math.min(most, Math.ceil(t * 1.3));
  }
}

/** The thing that is thickest even lying as thin as it may; nothing that holds all of them is thinner. */
function thickestAlone(lays: readonly (readonly Orientation[])[], may: (lay: Orientation) => boolean): Bound {
  const thin = lays.map((own) => Math.min(...own.filter(may).map(({ d }) => d)));
  const tenths = Math.max(0, ...thin.filter(Number.isFinite));
  return { tenths, kind: 'thickest', items: tenths > 0 ? [thin.indexOf(tenths)] : [] };
}

const swapDepth = (lay: Orientation): Orientation => ({ ...lay, h: lay.d, d: lay.h });
const swapBox = (box: Box): Box => ({ ...box, y: box.z, z: box.y, h: box.d, d: box.h });
