import { type Bound, lowerBound } from './bounds.ts';
import { knownFrom } from './earlier.ts';
import { flatBagFootprint, HAND_PRESS, rollFootprintMm, roomiestThickness, SEAL_SLACK_MM } from './film.ts';
import { FilmSearch } from './filmSearch.ts';
import { laysOf, type Orientation, toTenths } from './lays.ts';
import { type Box, besideEachOther, type Decoded, type Prepared, preparedOf, prepareFit, type Room, settleBack } from './prepare.ts';
import type { FitProblem, PlacedItem } from './problem.ts';
import type { KnownPacking } from './search.ts';
import { cornerCut } from './slices.ts';
import { limitTenths, wishesOf } from './wishes.ts';
import { betterKnown, CHUNK, type Found, keepOf, known, mustReach, pressed, search, type Work, wayRound } from './work.ts';

const FLAT_BAG_TRIES = 7;
/** Shares of the budget: a first box, which tells whether the bag is roomy; thinner boxes where it is; of what is left, film closed loosely. */
const FIRST_BOX = 0.06;
const THINNER_BOXES = 0.5;
const LOOSE = 0.35;

/** A bag of film: as a box at first, then slice by slice, then with everything pressed as the hands that close it do. */
export function* packFlatBag(problem: FitProblem, found: Found, budget: number, earlier: readonly PlacedItem[] | undefined): Work {
  const [bag] = problem.container.compartments;
  if (bag === undefined) return;
  const flat = (press: number): Prepared => {
    const most = Math.min(bag.wMm, bag.hMm);
    const rooms = { make: 'bundle' as const, compartments: [{ id: bag.id, wMm: bag.wMm, hMm: bag.hMm, dMm: most, access: bag.access }] };
    return prepareFit({ ...problem, press, container: rooms });
  };
  const canPress = problem.press < HAND_PRESS && problem.items.some(({ give = 0 }) => give > 0);
  const loose = flat(problem.press);
  const byHand = canPress ? flat(HAND_PRESS) : loose;
  // While it is not known how it will be closed, only what holds for either is certain.
  Object.assign(found, { prepared: loose, bound: lowerBound(byHand) });
  const first = knownFrom(problem, loose, earlier);
  if (first === undefined) yield* packAsBox(problem, found, budget);
  const left = Math.max(0, budget - found.decodes);
  if (found.decoded.unplaced.length === 0 || !canPress) {
    yield* closeFilm(problem, found, left, first ?? known(found));
  } else {
    yield* closeFilm(problem, found, Math.ceil(left * LOOSE), first ?? known(found));
    if (found.decoded.unplaced.length > 0) {
      yield* pressFilm(problem, found, Math.floor(left * (1 - LOOSE)), byHand, earlier);
      if (found.pressed !== undefined) return;
    } else yield* closeFilm(problem, found, Math.floor(left * (1 - LOOSE)), known(found), problem.seed + 1);
  }
  found.bound = lowerBound(loose);
}

/** The same with all that gives pressed out of it; taken where less stays out for it. */
function* pressFilm(problem: FitProblem, found: Found, budget: number, byHand: Prepared, earlier: readonly PlacedItem[] | undefined): Work {
  const from = found.genome === null ? undefined : pressed(found.decoded, found.prepared, byHand, found.genome, false);
  const own: Found = { ...found, prepared: byHand };
  const seen = knownFrom({ ...problem, press: HAND_PRESS }, byHand, earlier);
  yield* closeFilm(problem, own, budget, betterKnown(problem, byHand, seen, from));
  const keep = keepOf(problem);
  const out = ({ decoded }: Found) => decoded.unplaced.reduce((sum, item) => sum + (keep[item] as number), 0);
  const overOf = ({ nearest }: Found) => nearest?.over ?? Number.POSITIVE_INFINITY;
  if (out(own) < out(found)) Object.assign(found, own, { pressed: HAND_PRESS });
  else Object.assign(found, { decodes: own.decodes, nearest: overOf(own) < overOf(found) ? own.nearest : found.nearest });
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
  let last: FilmSearch['best'] | null = null;
  while (!run.isDone) {
    const before = run.done;
    run.step(CHUNK);
    const worked = Math.round(run.done - before);
    found.decodes += worked;
    found.nearest = run.nearest;
    if (run.best !== last) Object.assign(found, run.settled());
    last = run.best;
    yield worked;
  }
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
    const share = attempt === 0 ? FIRST_BOX : THINNER_BOXES / (FLAT_BAG_TRIES - 1);
    yield* search(problem, prepared, Math.ceil(budget * share), own);
    found.decodes = own.decodes;
    const isIn = own.decoded.unplaced.length === 0;
    // The first try has the most room; where that does not do, it stands as what comes nearest. Film takes a box as it lies.
    if (isIn || attempt === 0) Object.assign(found, { decoded: own.decoded, genome: own.genome });
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
export function* packRoll(problem: FitProblem, found: Found, budget: number, earlier: readonly PlacedItem[] | undefined): Work {
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
