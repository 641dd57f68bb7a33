import type { Compartment } from '../model/container.ts';
import { type Bound, tooLarge } from './bounds.ts';
import { COMFORTABLE_MM, flatBagCapacity, HAND_PRESS } from './film.ts';
import type { NearestClosed } from './filmSearch.ts';
import { type Orientation, toMm } from './lays.ts';
import {
  type Box,
  type Decoded,
  hasSums,
  isInFrontOf,
  isLooseBefore,
  type Prepared,
  packedThickness,
  prepareFit,
  settleBack,
  thicknessOf,
} from './prepare.ts';
import type { FilmSpare, FitBound, FitProblem, FitReason, FitResult, PackedBlock, PlacedItem } from './problem.ts';
import { balanceOf, thicknessProfile } from './profile.ts';
import { cornerCut, Slices } from './slices.ts';
import { wishesMissed, wishesOf } from './wishes.ts';

interface Packed {
  prepared: Prepared;
  decoded: Decoded;
  bound: Bound;
  decodes: number;
  nearest?: NearestClosed | null;
  pressed?: number;
}

/** What a search found, in millimetres and words: where things lie, how good that is, and why not all of them go in. */
export function toResult(problem: FitProblem, packed: Packed): FitResult {
  const { prepared, decoded, bound, decodes } = packed;
  const isBag = problem.container.make === 'flatBag';
  // Under top access a thing pulled back may come to lie below another, so nothing is moved there.
  // Film holds things wherever they lie.
  const under = decoded.boxes.filter((box) => isBag || prepared.rooms[box.room]?.top === true);
  const boxes = settleBack(decoded.boxes, new Set([...prepared.locked, ...under].map((box) => box.item)));
  const tops = prepared.rooms.map((_, room) => boxes.reduce((most, box) => (box.room === room ? Math.max(most, box.z + box.d) : most), 0));
  const thickness = packedThickness(prepared, boxes);
  const sums = hasSums(prepared.stacking);
  const feasible = decoded.unplaced.length === 0;
  const reasons = feasible ? [] : explain(problem, packed);
  const filled = boxes.reduce((sum, box) => sum + box.w * box.h * box.d, 0);
  const roomy = prepared.rooms.reduce((sum, room, index) => sum + room.w * room.h * (sums ? (tops[index] as number) : thickness), 0);
  const id = (item: number) => problem.items[item]?.id ?? '';
  const placed = boxes.map((box) => toPlaced(problem, prepared, box));
  const wishes = wishesOf(problem.items);
  return {
    verdict: verdictOf(problem, prepared, feasible, reasons),
    feasible,
    thicknessMm: toMm(thickness),
    perCompartment: problem.container.compartments.map((compartment, at) => ({
      id: compartment.id,
      ...packedFigures(problem, placed, compartment),
      thicknessMm: toMm(thicknessOf({ isSummed: false, compartments: [prepared.stacking.compartments[at] ?? []], facing: [] }, tops)),
    })),
    fill: roomy === 0 ? 0 : filled / roomy,
    bound: toBound(bound, id),
    proven: feasible && thickness <= bound.tenths,
    placed,
    unplaced: decoded.unplaced.map(id),
    blockedBy: Object.fromEntries(
      boxes.flatMap((box) => {
        const before = inFront(problem, prepared, boxes, box);
        // Whatever is in a block comes out with it.
        return (problem.items[box.item]?.block ?? [id(box.item)]).map((one) => [one, before]);
      }),
    ),
    reasons,
    ...outerOf(problem, boxes),
    ...(isBag && feasible && boxes.length > 0 ? { spare: spareOf(problem, boxes) } : {}),
    ...(packed.pressed === undefined ? {} : { pressed: packed.pressed }),
    ...(wishes === null ? {} : { wishes: wishesMissed(wishes, prepared, boxes) }),
    blocks: boxes.flatMap((box) => blockOf(problem, prepared, box)),
    seed: problem.seed,
    decodes,
  };
}

/** How the things of a block lie. */
function blockOf(problem: FitProblem, prepared: Prepared, { item, lay }: Box): PackedBlock[] {
  const { id = '', block = [] } = problem.items[item] ?? {};
  const grid = prepared.lays[item]?.[lay]?.grid;
  return grid === undefined ? [] : [{ id, items: block, across: grid[0], up: grid[1], deep: grid[2] }];
}

const girthsOf = (problem: FitProblem): Slices => new Slices(problem.items.map(({ solidity }) => cornerCut(solidity)));

/** What is left of the film at its tightest slices. */
function spareOf(problem: FitProblem, boxes: readonly Box[]): FilmSpare {
  const [bag] = problem.container.compartments;
  const slices = girthsOf(problem);
  const left = (own: number | undefined, along: boolean) =>
    Math.max(0, Math.floor((own ?? 0) * 10 - slices.girth(boxes, along) + 1e-6) / 10);
  const [acrossMm, alongMm] = [left(bag?.wMm, false), left(bag?.hMm, true)];
  return { acrossMm, alongMm, ease: Math.min(acrossMm, alongMm) >= COMFORTABLE_MM ? 'comfortable' : 'tight' };
}

const PROFILE_STRIPS = 12;

/** A thing in the coordinates of its compartment: slots stand side by side, and what is loose lies before or beside them. */
function inCompartment(box: PlacedItem, { slots = [], loose }: Compartment): PlacedItem {
  if (box.slot === undefined && loose?.isBefore === true) return { ...box, zMm: box.zMm + Math.max(0, ...slots.map(({ dMm }) => dMm)) };
  const at = box.slot === undefined ? slots.length : slots.findIndex(({ id }) => id === box.slot);
  const offset = slots.slice(0, Math.max(0, at)).reduce((sum, { wMm }) => sum + wMm, 0);
  return offset === 0 ? box : { ...box, xMm: box.xMm + offset };
}

function packedFigures(problem: FitProblem, placed: readonly PlacedItem[], room: Compartment) {
  const own = placed.filter(({ compartment }) => compartment === room.id).map((box) => inCompartment(box, room));
  const far = (end: (box: PlacedItem) => number) => own.reduce((most, box) => Math.max(most, end(box)), 0);
  const balance = balanceOf(own, problem.items, room);
  return {
    wMm: far((box) => box.xMm + box.wMm),
    hMm: far((box) => box.yMm + box.hMm),
    profileMm: thicknessProfile(own, room, PROFILE_STRIPS),
    massG: balance?.massG ?? 0,
    balance: balance === null ? null : { rightMm: balance.rightMm, upMm: balance.upMm, forwardMm: balance.forwardMm },
  };
}

const toBound = (bound: Bound, id: (item: number) => string): FitBound => ({
  valueMm: toMm(bound.tenths),
  kind: bound.kind,
  ...(bound.items.length > 0 ? { items: bound.items.map(id) } : {}),
});

/** Around what film and bands hold, mm. */
function outerOf(problem: FitProblem, boxes: readonly Box[]): Pick<FitResult, 'outer'> {
  const { make } = problem.container;
  if (make === 'rigid' || make === 'soft') return {};
  const far = (end: (box: Box) => number) => toMm(boxes.reduce((most, box) => Math.max(most, end(box)), 0));
  return { outer: { wMm: far((box) => box.x + box.w), hMm: far((box) => box.y + box.h), tMm: far((box) => box.z + box.d) } };
}

function inFront(problem: FitProblem, prepared: Prepared, boxes: readonly Box[], box: Box): string[] {
  // In a vacuum bag nothing lies in front: it is torn open, and everything comes out at once.
  if (problem.container.make === 'vacuumRoll') return [];
  const room = prepared.rooms[box.room];
  const trays = problem.container.compartments.slice(0, room?.layers ?? 0).map(({ id }) => `${TRAY_PREFIX}${id}`);
  const things = boxes
    .filter(
      (other) => other !== box && (isLooseBefore(prepared.rooms, other.room, box.room) || isInFrontOf(other, box, room?.top ?? false)),
    )
    .map((other) => problem.items[other.item]?.id ?? '');
  return [...trays, ...things];
}

/** A tray that is lifted on the way to a thing, before the id of its compartment. */
export const TRAY_PREFIX = 'tray/';

function toPlaced(problem: FitProblem, prepared: Prepared, box: Box): PlacedItem {
  const room = prepared.rooms[box.room];
  return {
    id: problem.items[box.item]?.id ?? '',
    compartment: room?.compartment ?? '',
    xMm: toMm(box.x),
    yMm: toMm(box.y),
    zMm: toMm(box.z),
    wMm: toMm(box.w),
    hMm: toMm(box.h),
    dMm: toMm(box.d),
    folded: prepared.lays[box.item]?.[box.lay]?.folded ?? false,
    ...(room?.slot === null || room === undefined ? {} : { slot: room.slot }),
    ...askewOf(prepared.lays[box.item]?.[box.lay]),
  };
}

const askewOf = (lay: Orientation | undefined): Pick<PlacedItem, 'turnedDeg'> =>
  lay?.turnedDeg === undefined ? {} : { turnedDeg: lay.turnedDeg };

/** Cubic tenths of a millimetre that can be held at most; of film, what its girth allows. */
function capacity(problem: FitProblem, prepared: Prepared): number {
  const [bag] = problem.container.compartments;
  if (problem.container.make === 'flatBag' && bag !== undefined) return flatBagCapacity(bag.wMm, bag.hMm) * 1000;
  const { facing } = prepared.stacking;
  // Each of two panels is as deep as both, but not at once.
  const share = facing.length > 0 ? 0.5 : 1;
  return prepared.rooms.reduce((sum, room) => sum + room.w * room.h * room.d * share, 0);
}

const litres = (cubicTenths: number): string => (cubicTenths / 1e9).toFixed(2);

/** Proven reasons first; where nothing is proven, that no way was found, with what stayed out. */
function explain(problem: FitProblem, { prepared, decoded, bound, nearest }: Packed): FitReason[] {
  const isFilm = problem.container.make === 'flatBag';
  const loose = isFilm ? prepareFit(problem) : prepared;
  const reasons = isFilm ? tooLargeForFilm(problem, byHand(problem)) : tooLarge(problem, prepared);
  const room = capacity(problem, loose);
  const boxes = loose.volume.reduce((sum, value) => sum + value, 0);
  const depth = Math.max(...prepared.rooms.map(({ d }) => d));
  const holder = isFilm ? 'the film at most' : 'the container';
  const condition = isFilm ? ` It may still close, if the things fill less than ${Math.floor((room / boxes) * 100)} % of their boxes.` : '';
  if (boxes > room) reasons.push({ code: 'volume', text: `The boxes hold ${litres(boxes)} l, ${holder} ${litres(room)} l.${condition}` });
  if (isFilm && nearest != null && nearest.over > 0 && reasons.every(({ code }) => code !== 'tooLarge'))
    reasons.push(shortFilm(problem, nearest));
  const over = bound.tenths - depth;
  if (bound.kind === 'stack' && over > 0) {
    reasons.push({
      code: 'stack',
      text: `These cannot lie side by side, and one behind the other they need ${toMm(bound.tenths)} mm.`,
      items: bound.items.map((item) => problem.items[item]?.id ?? ''),
      overMm: toMm(over),
    });
  }
  if (reasons.length === 0) {
    const items = decoded.unplaced.map((item) => problem.items[item]?.id ?? '');
    reasons.push({
      code: 'notFound',
      text: `No way was found to lay ${items.length === 1 ? 'one thing' : `${items.length} things`} down in ${prepared.lays.length}; not proven impossible.`,
      items,
    });
  }
  return reasons;
}

/** The hands that close film press out what gives. */
const byHand = (problem: FitProblem): Prepared => prepareFit({ ...problem, press: HAND_PRESS });

/** Boxes overstate real things; where it is not known by how much, film is thought to close over things that fill half of theirs. */
const LEAST_SOLIDITY = 0.5;

function verdictOf(problem: FitProblem, prepared: Prepared, feasible: boolean, reasons: readonly FitReason[]): FitResult['verdict'] {
  if (feasible) return 'fits';
  const isFilm = problem.container.make === 'flatBag';
  if (reasons.some(({ code }) => code === 'tooLarge' || code === 'tooThick' || code === 'stack')) return 'cannot';
  const { volume } = isFilm ? byHand(problem) : prepared;
  const solid = problem.items.reduce(
    (sum, item, index) => sum + (volume[index] ?? 0) * (item.solidity ?? (isFilm ? LEAST_SOLIDITY : 1)),
    0,
  );
  return solid > capacity(problem, prepared) ? 'cannot' : 'may';
}

/** Things that film does not close over even by themselves, with the film that is missing. */
function tooLargeForFilm(problem: FitProblem, { lays }: Prepared): FitReason[] {
  const [bag] = problem.container.compartments;
  if (bag === undefined) return [];
  const slices = girthsOf(problem);
  return problem.items.flatMap(({ id }, item): FitReason[] => {
    const short = Math.min(
      ...(lays[item] ?? []).map(({ w, h, d }) => {
        const alone = [{ item, room: 0, x: 0, y: 0, z: 0, w, h, d, lay: 0 }];
        return Math.max(slices.girth(alone, false) - bag.wMm * 10, slices.girth(alone, true) - bag.hMm * 10);
      }),
    );
    if (short <= 0) return [];
    const overMm = Math.ceil(short - 1e-6) / 10;
    return [
      { code: 'tooLarge', text: `is ${overMm} mm too large for the film to close over it, whichever way it lies`, items: [id], overMm },
    ];
  });
}

/** Where the film is too short with everything inside, by how much, and over which things. */
function shortFilm(problem: FitProblem, { boxes }: NearestClosed): FitReason {
  const [bag] = problem.container.compartments;
  const slices = girthsOf(problem);
  const [along, across] = [slices.tightest(boxes, true), slices.tightest(boxes, false)];
  const [overAlong, overAcross] = [along.girth - (bag?.hMm ?? 0) * 10, across.girth - (bag?.wMm ?? 0) * 10];
  const isAlong = overAlong > overAcross;
  const overMm = Math.ceil(Math.max(overAlong, overAcross) - 1e-6) / 10;
  const way = isAlong ? 'from seal to opening' : 'across';
  return {
    code: 'film',
    text: `The nearest that was found: ${way}, the film is ${overMm} mm too short over these together.`,
    items: (isAlong ? along : across).items.map((item) => problem.items[item]?.id ?? ''),
    overMm,
  };
}
