import { lowerBound, tooLarge } from './bounds.ts';
import { type Box, type Decoded, isInFrontOf, type Prepared, settleBack } from './decoder.ts';
import { type FitProblem, type FitReason, type FitResult, type PlacedItem, toMm, toTenths } from './problem.ts';

/** What a search found, in millimetres and words: where things lie, how good that is, and why not all of them go in. */
export function toResult(problem: FitProblem, prepared: Prepared, decoded: Decoded, decodes: number): FitResult {
  const locked = new Set(prepared.locked.map((box) => box.item));
  const hasTop = prepared.rooms.some((room) => room.top);
  // Under top access a thing pulled back may come to lie below another, so nothing is moved there.
  const boxes = hasTop ? [...decoded.boxes] : settleBack(decoded.boxes, locked);
  const bound = lowerBound(problem, prepared);
  const thickness = boxes.reduce((most, box) => Math.max(most, box.z + box.d), 0);
  const feasible = decoded.unplaced.length === 0;
  const reasons = feasible ? [] : explain(problem, prepared, decoded, bound);
  const filled = boxes.reduce((sum, box) => sum + box.w * box.h * box.d, 0);
  const area = prepared.rooms.reduce((sum, room) => sum + room.w * room.h, 0);
  return {
    verdict: verdictOf(problem, prepared, feasible, reasons),
    feasible,
    thicknessMm: toMm(thickness),
    perCompartment: problem.container.compartments.map(({ id }, index) => ({
      id,
      thicknessMm: toMm(boxes.reduce((most, box) => (box.compartment === index ? Math.max(most, box.z + box.d) : most), 0)),
    })),
    fill: thickness === 0 ? 0 : filled / (area * thickness),
    bound,
    proven: feasible && thickness <= toTenths(bound.valueMm),
    placed: boxes.map((box) => toPlaced(problem, prepared, box)),
    unplaced: decoded.unplaced.map((item) => problem.items[item]?.id ?? ''),
    blockedBy: Object.fromEntries(boxes.map((box) => [problem.items[box.item]?.id, inFront(problem, prepared, boxes, box)])),
    reasons,
    seed: problem.seed,
    decodes,
  };
}

function inFront(problem: FitProblem, prepared: Prepared, boxes: readonly Box[], box: Box): string[] {
  const top = prepared.rooms[box.compartment]?.top ?? false;
  return boxes.filter((other) => other !== box && isInFrontOf(other, box, top)).map((other) => problem.items[other.item]?.id ?? '');
}

function toPlaced(problem: FitProblem, prepared: Prepared, box: Box): PlacedItem {
  return {
    id: problem.items[box.item]?.id ?? '',
    compartment: problem.container.compartments[box.compartment]?.id ?? '',
    xMm: toMm(box.x),
    yMm: toMm(box.y),
    zMm: toMm(box.z),
    wMm: toMm(box.w),
    hMm: toMm(box.h),
    dMm: toMm(box.d),
    folded: prepared.lays[box.item]?.[box.lay]?.folded ?? false,
  };
}

const capacity = (prepared: Prepared): number => prepared.rooms.reduce((sum, room) => sum + room.w * room.h * room.d, 0);
const litres = (cubicTenths: number): string => (cubicTenths / 1e9).toFixed(2);

/** Proven reasons first; where nothing is proven, that no way was found, with what stayed out. */
function explain(problem: FitProblem, prepared: Prepared, decoded: Decoded, bound: FitResult['bound']): FitReason[] {
  const reasons = tooLarge(problem, prepared);
  const room = capacity(prepared);
  const boxes = prepared.volume.reduce((sum, value) => sum + value, 0);
  const depth = Math.max(...prepared.rooms.map(({ d }) => d));
  if (boxes > room) reasons.push({ code: 'volume', text: `The boxes hold ${litres(boxes)} l, the container ${litres(room)} l.` });
  const over = toTenths(bound.valueMm) - depth;
  if (bound.kind === 'stack' && over > 0) {
    reasons.push({
      code: 'stack',
      text: `These cannot lie side by side, and one behind the other they need ${bound.valueMm} mm.`,
      items: bound.items ?? [],
      overMm: toMm(over),
    });
  }
  if (reasons.length === 0) {
    const items = decoded.unplaced.map((item) => problem.items[item]?.id ?? '');
    reasons.push({
      code: 'notFound',
      text: `No way was found to lay ${items.length === 1 ? 'one thing' : `${items.length} things`} down in ${decoded.boxes.length + items.length}; not proven impossible.`,
      items,
    });
  }
  return reasons;
}

function verdictOf(problem: FitProblem, prepared: Prepared, feasible: boolean, reasons: readonly FitReason[]): FitResult['verdict'] {
  if (feasible) return 'fits';
  if (reasons.some(({ code }) => code === 'tooLarge' || code === 'tooThick' || code === 'stack')) return 'cannot';
  const solid = problem.items.reduce((sum, item, index) => sum + (prepared.volume[index] ?? 0) * (item.solidity ?? 1), 0);
  return solid > capacity(prepared) ? 'cannot' : 'may';
}
