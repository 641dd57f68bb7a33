import type { Compartment } from '../model/container.ts';
import { type Bound, tooLarge } from './bounds.ts';
import { flatBagCapacity } from './film.ts';
import { type Box, type Decoded, hasSums, isInFrontOf, isLooseBefore, type Prepared, settleBack, thicknessOf } from './prepare.ts';
import { type FitBound, type FitProblem, type FitReason, type FitResult, type PlacedItem, toMm, toTenths } from './problem.ts';
import { balanceOf, thicknessProfile } from './profile.ts';

interface Packed {
  prepared: Prepared;
  decoded: Decoded;
  bound: Bound;
  decodes: number;
}

/** What a search found, in millimetres and words: where things lie, how good that is, and why not all of them go in. */
export function toResult(problem: FitProblem, { prepared, decoded, bound, decodes }: Packed): FitResult {
  // Under top access a thing pulled back may come to lie below another, so nothing is moved there.
  const under = decoded.boxes.filter((box) => prepared.rooms[box.room]?.top === true);
  const boxes = settleBack(decoded.boxes, new Set([...prepared.locked, ...under].map((box) => box.item)));
  const tops = prepared.rooms.map((_, room) => boxes.reduce((most, box) => (box.room === room ? Math.max(most, box.z + box.d) : most), 0));
  const thickness = thicknessOf(prepared.stacking, tops);
  const sums = hasSums(prepared.stacking);
  const feasible = decoded.unplaced.length === 0;
  const reasons = feasible ? [] : explain(problem, prepared, decoded, bound);
  const filled = boxes.reduce((sum, box) => sum + box.w * box.h * box.d, 0);
  const packed = prepared.rooms.reduce((sum, room, index) => sum + room.w * room.h * (sums ? (tops[index] as number) : thickness), 0);
  const id = (item: number) => problem.items[item]?.id ?? '';
  const placed = boxes.map((box) => toPlaced(problem, prepared, box));
  return {
    verdict: verdictOf(problem, prepared, feasible, reasons),
    feasible,
    thicknessMm: toMm(thickness),
    perCompartment: problem.container.compartments.map((compartment, at) => ({
      id: compartment.id,
      ...packedFigures(problem, placed, compartment),
      thicknessMm: toMm(thicknessOf({ isSummed: false, compartments: [prepared.stacking.compartments[at] ?? []] }, tops)),
    })),
    fill: packed === 0 ? 0 : filled / packed,
    bound: toBound(bound, id),
    proven: feasible && thickness <= bound.tenths,
    placed,
    unplaced: decoded.unplaced.map(id),
    blockedBy: Object.fromEntries(boxes.map((box) => [id(box.item), inFront(problem, prepared, boxes, box)])),
    reasons,
    ...outerOf(problem, boxes),
    seed: problem.seed,
    decodes,
  };
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
  return boxes
    .filter(
      (other) => other !== box && (isLooseBefore(problem, prepared.rooms[other.room], room) || isInFrontOf(other, box, room?.top ?? false)),
    )
    .map((other) => problem.items[other.item]?.id ?? '');
}

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
  };
}

/** Cubic tenths of a millimetre that can be held at most; of film, what its girth allows. */
function capacity(problem: FitProblem, prepared: Prepared): number {
  const [bag] = problem.container.compartments;
  if (problem.container.make === 'flatBag' && bag !== undefined) return flatBagCapacity(bag.wMm, bag.hMm) * 1000;
  return prepared.rooms.reduce((sum, room) => sum + room.w * room.h * room.d, 0);
}

const litres = (cubicTenths: number): string => (cubicTenths / 1e9).toFixed(2);

/** Proven reasons first; where nothing is proven, that no way was found, with what stayed out. */
function explain(problem: FitProblem, prepared: Prepared, decoded: Decoded, bound: Bound): FitReason[] {
  const reasons = tooLarge(problem, prepared);
  const room = capacity(problem, prepared);
  const boxes = prepared.volume.reduce((sum, value) => sum + value, 0);
  const depth = Math.max(...prepared.rooms.map(({ d }) => d));
  const isFilm = problem.container.make === 'flatBag';
  const holder = isFilm ? 'the film at most' : 'the container';
  const condition = isFilm ? ` It may still close, if the things fill less than ${Math.floor((room / boxes) * 100)} % of their boxes.` : '';
  if (boxes > room) reasons.push({ code: 'volume', text: `The boxes hold ${litres(boxes)} l, ${holder} ${litres(room)} l.${condition}` });
  const over = bound.tenths - depth;
  if (bound.kind === 'stack' && over > 0) {
    reasons.push({
      code: 'stack',
      text: `These cannot lie side by side, and one behind the other they need ${toMm(bound.tenths)} mm.`,
      items: bound.items.map((item) => problem.items[item]?.id ?? ''),
      overMm: toMm(over),
    });
  }
  if (prepared.rooms.length > 0 && prepared.rooms.every(({ slot }) => slot !== null) && prepared.lays.length > prepared.rooms.length)
    reasons.push({ code: 'slots', text: `${prepared.lays.length} things for ${prepared.rooms.length} slots; a slot holds one.` });
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

/** Boxes overstate real things; where it is not known by how much, film is thought to close over things that fill half of theirs. */
const LEAST_SOLIDITY = 0.5;

function verdictOf(problem: FitProblem, prepared: Prepared, feasible: boolean, reasons: readonly FitReason[]): FitResult['verdict'] {
  if (feasible) return 'fits';
  if (problem.container.make === 'flatBag') {
    const [bag] = problem.container.compartments;
    const isAlone =
      bag !== undefined && problem.items.every((_, index) => closesAlone(prepared.lays[index] ?? [], toTenths(bag.wMm), toTenths(bag.hMm)));
    const solid = problem.items.reduce((sum, item, index) => sum + (prepared.volume[index] ?? 0) * (item.solidity ?? LEAST_SOLIDITY), 0);
    return isAlone && solid <= capacity(problem, prepared) ? 'may' : 'cannot';
  }
  if (reasons.some(({ code }) => code === 'tooLarge' || code === 'tooThick' || code === 'stack' || code === 'slots')) return 'cannot';
  const solid = problem.items.reduce((sum, item, index) => sum + (prepared.volume[index] ?? 0) * (item.solidity ?? 1), 0);
  return solid > capacity(problem, prepared) ? 'cannot' : 'may';
}

const closesAlone = (lays: readonly { w: number; h: number; d: number }[], w: number, h: number): boolean =>
  lays.some((lay) => lay.w + lay.d <= w && lay.h + lay.d <= h);
