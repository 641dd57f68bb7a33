import { type Bound, lowerBound } from './bounds.ts';
import { knownFrom } from './earlier.ts';
import { leastDepth } from './exact.ts';
import { flatBagFootprint, HAND_PRESS, rollFootprintMm, roomiestThickness, SEAL_SLACK_MM } from './film.ts';
import { FilmSearch, type NearestClosed } from './filmSearch.ts';
import {
  type Box,
  besideEachOther,
  type Decoded,
  type Genome,
  type Prepared,
  packedThickness,
  preparedOf,
  prepareFit,
  type Room,
  settleBack,
} from './prepare.ts';
import { type FitItem, type FitProblem, type FitResult, laysOf, type Orientation, type PlacedItem, toTenths } from './problem.ts';
import { toResult } from './result.ts';
import { type KnownPacking, Search } from './search.ts';
import { cornerCut } from './slices.ts';
import { limitTenths, wishesOf } from './wishes.ts';

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

/** What is known at any moment: a packing, in the axes of the container, and what no packing is thinner than. */
interface Found {
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
type Work = Generator<number, void>;

const CHUNK = 20;
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

/** Width and height of a place, turned so that more of a container is inside. */
function wayRound(place: { wMm: number; hMm: number }, own: { wMm: number; hMm: number }): readonly [wMm: number, hMm: number] {
  const inside = (w: number, h: number) => Math.min(w, own.wMm) * Math.min(h, own.hMm);
  return inside(place.wMm, place.hMm) >= inside(place.hMm, place.wMm) ? [place.wMm, place.hMm] : [place.hMm, place.wMm];
}

const keepOf = (problem: FitProblem): number[] => problem.items.map(({ keep }) => keep ?? 1);
/** Where a thing has an urgency, its class is a good beginning, no more. */
const mustReach = ({ reach, urgency }: FitItem): 1 | 2 | 3 => (urgency === undefined ? reach : 3);

/** Searches in given rooms and notes what it finds as it goes. */
function* search(problem: FitProblem, prepared: Prepared, budget: number, found: Found, from?: KnownPacking): Work {
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

const known = ({ genome, decoded }: Found): KnownPacking | undefined => (genome === null ? undefined : { genome, decoded });

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

/** Of two known packings the one with less left out, then the thinner. */
function betterKnown(problem: FitProblem, prepared: Prepared, one: KnownPacking | undefined, other: KnownPacking | undefined) {
  if (one === undefined || other === undefined) return one ?? other;
  const keep = keepOf(problem);
  const out = ({ decoded }: KnownPacking) => decoded.unplaced.reduce((sum, item) => sum + (keep[item] as number), 0);
  const thick = ({ decoded }: KnownPacking) => packedThickness(prepared, decoded.boxes);
  return out(other) < out(one) || (out(other) === out(one) && thick(other) < thick(one)) ? other : one;
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

/** The loose packing with everything pressed as it lies; for the search to start from. */
function pressed(decoded: Decoded, loose: Prepared, own: Prepared, genome: Genome, settles = true): KnownPacking | undefined {
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
/** Shares of the budget: as a box, which is quick and always closes; slice by slice; and pressed by hand where that does not do. */
const AS_BOX = 0.2;
const BY_SLICES = 0.25;

/** A bag of film: as a box at first, then slice by slice, then with everything pressed as the hands that close it do. */
function* packFlatBag(problem: FitProblem, found: Found, budget: number, earlier: readonly PlacedItem[] | undefined): Work {
  const [bag] = problem.container.compartments;
  if (bag === undefined) return;
  const flat = (press: number): Prepared => {
    const most = Math.min(bag.wMm, bag.hMm);
    const rooms = { make: 'bundle' as const, compartments: [{ id: bag.id, wMm: bag.wMm, hMm: bag.hMm, dMm: most, access: bag.access }] };
    return prepareFit({ ...problem, press, container: rooms });
  };
  const loose = flat(problem.press);
  const asBox: Found = { ...found };
  const first = knownFrom(problem, loose, earlier);
  if (first === undefined) yield* packAsBox(problem, asBox, Math.ceil(budget * AS_BOX));
  Object.assign(found, { prepared: loose, decoded: asBox.decoded, genome: asBox.genome, decodes: asBox.decodes });
  found.bound = lowerBound({ ...loose, rooms: [loose.rooms[0] as Room] });
  yield* closeFilm(problem, found, Math.ceil(budget * (first === undefined ? BY_SLICES : AS_BOX + BY_SLICES)), first ?? known(asBox));
  const rest = Math.floor(budget * (1 - AS_BOX - BY_SLICES));
  const isSoft = problem.items.some(({ give = 0 }) => give > 0);
  if (found.decoded.unplaced.length === 0 || !isSoft || problem.press >= HAND_PRESS) {
    yield* closeFilm(problem, found, rest, known(found), problem.seed + 1);
    return;
  }
  const byHand = flat(HAND_PRESS);
  const from = found.genome === null ? undefined : pressed(found.decoded, loose, byHand, found.genome, false);
  const own: Found = { ...found, prepared: byHand };
  yield* closeFilm(problem, own, rest, betterKnown(problem, byHand, knownFrom({ ...problem, press: HAND_PRESS }, byHand, earlier), from));
  found.decodes = own.decodes;
  const bound = lowerBound({ ...byHand, rooms: [byHand.rooms[0] as Room] });
  if (own.decoded.unplaced.length < found.decoded.unplaced.length) Object.assign(found, own, { pressed: HAND_PRESS, bound });
  else if ((own.nearest?.over ?? Number.POSITIVE_INFINITY) < (found.nearest?.over ?? Number.POSITIVE_INFINITY))
    found.nearest = own.nearest ?? null;
}

/** Slice by slice; notes what it finds as it goes. */
function* closeFilm(problem: FitProblem, found: Found, budget: number, from?: KnownPacking, seed = problem.seed): Work {
  const [bag] = problem.container.compartments;
  if (bag === undefined) return;
  const { placeBounds } = problem;
  const room = found.prepared.rooms[0] as Room;
  const run = new FilmSearch({
    lays: found.prepared.lays,
    bag: { compartment: bag.id, w: room.w, h: room.h, top: room.top },
    cuts: problem.items.map(({ solidity }) => cornerCut(solidity)),
    reach: problem.items.map(mustReach),
    keep: keepOf(problem),
    wishes: wishesOf(problem.items),
    place: placeBounds === undefined ? undefined : { w: toTenths(placeBounds.wMm), h: toTenths(placeBounds.hMm), d: limitTenths(problem) },
    seed,
    budget,
    from,
  });
  while (!run.isDone) {
    const before = run.done;
    run.step(CHUNK);
    const worked = run.done - before;
    found.decodes += worked;
    found.nearest = run.nearest;
    yield worked;
  }
  const settled = run.settled();
  found.decoded = settled.decoded;
  found.genome = settled.genome;
  found.decodes = Math.round(found.decodes);
}

/** Looks for the least thickness at which the film closes over a box: the thicker, the smaller the footprint that is left. */
function* packAsBox(problem: FitProblem, found: Found, budget: number): Work {
  const [bag] = problem.container.compartments;
  if (bag === undefined) return;
  const most = thickestThatTakesEach(problem, bag.wMm, bag.hMm);
  const at = (tMm: number): Prepared => {
    const { wMm, hMm } = flatBagFootprint(bag.wMm, bag.hMm, tMm);
    return prepareFit({
      ...problem,
      container: { make: 'bundle', compartments: [{ id: bag.id, wMm, hMm, dMm: tMm, access: bag.access }] },
    });
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
function* packRoll(problem: FitProblem, found: Found, budget: number, earlier: readonly PlacedItem[] | undefined): Work {
  const [tube] = problem.container.compartments;
  const { rollWidthMm } = problem.container;
  if (tube === undefined || rollWidthMm === undefined) return;
  const lays = problem.items.map((item) => laysOf(item, problem.press));
  const { placeBounds } = problem;
  const longest = Math.min(MAX_ROLL_MM, tube.hMm);
  // The place bounds the outline; turned as leaves the tube the more room.
  const [wMost, hMost] =
    placeBounds === undefined ? [MAX_ROLL_MM, longest] : wayRound(placeBounds, { wMm: rollFootprintMm(rollWidthMm, 0), hMm: longest });
  const roomAt = (t: number): Room => ({
    compartment: tube.id,
    slot: null,
    w: Math.max(1, Math.floor(Math.min(wMost, rollFootprintMm(rollWidthMm, t / 10)) * 10)),
    h: Math.min(longest, hMost) * 10,
    d: t,
    top: false,
    layers: 0,
    behind: -1,
  });
  const most = Math.min(toTenths(tube.dMm), Math.floor((rollWidthMm - 2 * SEAL_SLACK_MM) * 5));
  const bound = thickestAlone(lays, (lay) => lay.d <= most && lay.w <= roomAt(lay.d).w && lay.h <= roomAt(lay.d).h);
  const free = problem.items.map(() => 3 as const);
  const share = Math.ceil(budget / ROLL_TRIES);
  const across = (room: Room): Prepared => preparedOf(lays, [room], free, [], besideEachOther(1));
  const seen = knownFrom(problem, across({ ...roomAt(0), d: most }), earlier);
  const far = (end: (box: Box) => number) => seen?.decoded.boxes.reduce((top, box) => Math.max(top, end(box)), 0) ?? 0;
  const seenDepth = far((box) => box.z + box.d);
  const isHeld = far((box) => box.x + box.w) <= roomAt(seenDepth).w;
  let low = Math.max(0, bound.tenths - 1);
  let high = most;
  let t = Math.min(most, Math.max(1, bound.tenths));
  if (seen !== undefined && isHeld && seen.decoded.unplaced.length === 0) {
    Object.assign(found, { decoded: seen.decoded, genome: seen.genome, prepared: across(roomAt(most)), bound });
    high = seenDepth;
    t = Math.min(t, high);
  }
  for (let attempt = 0; attempt < ROLL_TRIES && low < high; attempt += 1) {
    const room = roomAt(t);
    const along = preparedOf(
      lays.map((own) => own.map(swapDepth)),
      [{ ...room, h: room.d, d: room.h }],
      free,
      [],
      besideEachOther(1),
    );
    const own: Found = { ...found, prepared: along };
    const isFirst = found.genome === null;
    let last: Decoded | null = null;
    for (const decodes of search(problem, along, share, own)) {
      const isIn = own.decoded.unplaced.length === 0;
      // Noted as it goes: whoever stops the work early has the best tube so far.
      if (own.decoded !== last && (isIn || isFirst || found.decoded.unplaced.length > 0))
        Object.assign(found, {
          decoded: { boxes: settleBack(own.decoded.boxes, new Set()).map(swapBox), unplaced: own.decoded.unplaced },
          prepared: across(room),
          genome: own.genome,
        });
      last = own.decoded;
      Object.assign(found, { decodes: own.decodes, bound });
      yield decodes;
    }
    if (own.decoded.unplaced.length === 0) high = t;
    else low = t;
    // Up in steps until all goes in, and then down to where it just does.
    t =
      high === most && low < most && found.decoded.unplaced.length > 0 ? Math.min(most, Math.ceil(t * 1.3)) : Math.floor((low + high) / 2);
    if (high - low <= NEAR_ENOUGH && found.decoded.unplaced.length === 0) break;
  }
}

const ROLL_TRIES = 8;
/** Tenths of a millimetre. */
const NEAR_ENOUGH = 10;

/** The thing that is thickest even lying as thin as it may; nothing that holds all of them is thinner. */
function thickestAlone(lays: readonly (readonly Orientation[])[], may: (lay: Orientation) => boolean): Bound {
  const thin = lays.map((own) => Math.min(...own.filter(may).map(({ d }) => d)));
  const tenths = Math.max(0, ...thin.filter(Number.isFinite));
  return { tenths, kind: 'thickest', items: tenths > 0 ? [thin.indexOf(tenths)] : [] };
}

const swapDepth = (lay: Orientation): Orientation => ({ ...lay, h: lay.d, d: lay.h });
const swapBox = (box: Box): Box => ({ ...box, y: box.z, z: box.y, h: box.d, d: box.h });
