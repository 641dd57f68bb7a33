import type { FitItem, FitProblem, PlacedItem } from './problem.ts';

export interface Violation {
  rule: 'pinned' | 'known' | 'inside' | 'size' | 'overlap' | 'reach' | 'rest' | 'locked' | 'slot' | 'film';
  id: string;
  detail: string;
}

const EPSILON = 1e-6;
/** Sizes are rounded up to tenths of a millimetre inside the engine; a fold rounds once more. */
const ROUNDING = 0.2 + EPSILON;

const over = (a: number, aSize: number, b: number, bSize: number): boolean => a < b + bSize - EPSILON && b < a + aSize - EPSILON;

/**
 * Checks a packing from scratch, sharing no code with the engine: everything inside, of its own size, nothing overlapping,
 * reach classes kept, everything resting on the back wall or on another thing (front access), locked things in place, slots
 * not shared, film long enough to go round. An empty list means that it holds. Lengths in mm.
 */
export function checkPlacement(problem: FitProblem, placed: readonly PlacedItem[]): Violation[] {
  const violations: Violation[] = [];
  for (const [index, box] of placed.entries()) {
    const item = problem.items.find(({ id }) => id === box.id);
    const room = problem.container.compartments.find(({ id }) => id === box.compartment);
    if (item === undefined || room === undefined || placed.findIndex(({ id }) => id === box.id) !== index) {
      violations.push({ rule: 'known', id: box.id, detail: 'unknown thing or compartment, or placed twice' });
      continue;
    }
    if (item.pinnedTo !== undefined && item.lockedAt === undefined && item.pinnedTo !== box.compartment)
      violations.push({ rule: 'pinned', id: box.id, detail: `belongs into ${item.pinnedTo}` });
    if (item.fold !== undefined && item.foldable && item.lockedAt === undefined && box.folded !== item.fold)
      violations.push({ rule: 'size', id: box.id, detail: item.fold ? 'is to be folded' : 'is not to be folded' });
    const inside = insideOf(problem, room, box.slot);
    if (inside === null) {
      violations.push({ rule: 'slot', id: box.id, detail: 'lies in no slot of a compartment with slots, or in an unknown one' });
      continue;
    }
    const isInside =
      box.xMm >= 0 &&
      box.yMm >= 0 &&
      box.zMm >= 0 &&
      box.xMm + box.wMm <= inside.wMm + EPSILON &&
      box.yMm + box.hMm <= inside.hMm + EPSILON &&
      box.zMm + box.dMm <= inside.dMm + EPSILON;
    if (!isInside) violations.push({ rule: 'inside', id: box.id, detail: 'sticks out' });
    if (item.lockedAt === undefined && !sizeIsPossible(item, box, problem.press))
      violations.push({ rule: 'size', id: box.id, detail: `${box.wMm} x ${box.hMm} x ${box.dMm} is no way to lay it` });
    if (item.lockedAt !== undefined && !isWhereLocked(item.lockedAt, box))
      violations.push({ rule: 'locked', id: box.id, detail: 'was moved' });
    const others = placed.filter((other) => other !== box && other.compartment === box.compartment && other.slot === box.slot);
    if (box.slot !== undefined && others.length > 0) violations.push({ rule: 'slot', id: box.id, detail: `shares slot ${box.slot}` });
    for (const other of others) {
      const meets =
        over(box.xMm, box.wMm, other.xMm, other.wMm) &&
        over(box.yMm, box.hMm, other.yMm, other.hMm) &&
        over(box.zMm, box.dMm, other.zMm, other.dMm);
      if (meets) violations.push({ rule: 'overlap', id: box.id, detail: `overlaps ${other.id}` });
    }
    // A vacuum bag is torn open and everything comes out at once.
    const before = problem.container.make === 'vacuumRoll' ? [] : others.filter((other) => liesBefore(other, box, room.access));
    if (before.length > item.reach - 1 && item.reach < 3)
      violations.push({ rule: 'reach', id: box.id, detail: `${before.length} in front, class ${item.reach}` });
    if (room.access === 'front' && item.lockedAt === undefined && !rests(box, others))
      violations.push({ rule: 'rest', id: box.id, detail: 'hangs in the air' });
  }
  return [...violations, ...filmViolations(problem, placed)];
}

type Room = FitProblem['container']['compartments'][number];

/** The space that a thing may take up: the compartment's, or of a slot what its elastic gives. Film is looked at as a whole. */
function insideOf(problem: FitProblem, room: Room, slot: string | undefined): { wMm: number; hMm: number; dMm: number } | null {
  if (problem.container.make === 'vacuumRoll') return { wMm: problem.container.rollWidthMm ?? 0, hMm: 2000, dMm: room.dMm };
  if (problem.container.make === 'flatBag') return { wMm: room.wMm, hMm: room.hMm, dMm: Math.min(room.wMm, room.hMm) };
  const slots = room.slots ?? [];
  if (slots.length > 0 && slot === undefined) return room.loose ?? null;
  if (slots.length === 0) return slot === undefined ? { wMm: room.wMm, hMm: room.hMm, dMm: Math.max(room.dMm, room.maxDMm ?? 0) } : null;
  const own = slots.find(({ id }) => id === slot);
  if (own === undefined) return null;
  return { wMm: own.wMm + (own.stretchMm ?? 0), hMm: own.hMm + (own.stickOutMm ?? 0), dMm: own.dMm };
}

/** The girth of what a bag or roll holds: across it, width and thickness together; 10 mm of a roll are lost to its side seals. */
function filmViolations(problem: FitProblem, placed: readonly PlacedItem[]): Violation[] {
  const [room] = problem.container.compartments;
  const far = (end: (box: PlacedItem) => number) => Math.max(0, ...placed.map(end));
  const [wide, high, thick] = [far((box) => box.xMm + box.wMm), far((box) => box.yMm + box.hMm), far((box) => box.zMm + box.dMm)];
  const { make, rollWidthMm = 0 } = problem.container;
  const violation = (over: number): Violation[] =>
    over > EPSILON ? [{ rule: 'film', id: '', detail: `the film is ${over.toFixed(1)} mm too narrow` }] : [];
  if (make === 'vacuumRoll') return violation(wide + thick - (rollWidthMm - 10));
  if (make === 'flatBag' && room !== undefined) return violation(Math.max(wide + thick - room.wMm, high + thick - room.hMm));
  return [];
}

function liesBefore(other: PlacedItem, box: PlacedItem, access: 'front' | 'top'): boolean {
  if (!over(box.xMm, box.wMm, other.xMm, other.wMm)) return false;
  if (access === 'front') return over(box.yMm, box.hMm, other.yMm, other.hMm) && other.zMm >= box.zMm + box.dMm - EPSILON;
  return over(box.zMm, box.dMm, other.zMm, other.dMm) && other.yMm >= box.yMm + box.hMm - EPSILON;
}

function rests(box: PlacedItem, others: readonly PlacedItem[]): boolean {
  if (box.zMm < EPSILON) return true;
  return others.some(
    (other) =>
      Math.abs(other.zMm + other.dMm - box.zMm) < EPSILON &&
      over(box.xMm, box.wMm, other.xMm, other.wMm) &&
      over(box.yMm, box.hMm, other.yMm, other.hMm),
  );
}

function isWhereLocked(lock: NonNullable<FitItem['lockedAt']>, box: PlacedItem): boolean {
  const pairs = [
    [lock.xMm, box.xMm],
    [lock.yMm, box.yMm],
    [lock.zMm, box.zMm],
    [lock.wMm, box.wMm],
    [lock.hMm, box.hMm],
    [lock.dMm, box.dMm],
  ];
  return lock.compartment === box.compartment && pairs.every(([a = 0, b = 0]) => Math.abs(a - b) < ROUNDING);
}

function sizeIsPossible(item: FitItem, box: PlacedItem, press: number): boolean {
  const t = item.tMm * (1 - press * (item.give ?? 0));
  const near = (a: number, b: number) => Math.abs(a - b) < ROUNDING;
  const same = (w: number, h: number, d: number) => near(box.wMm, w) && near(box.hMm, h) && near(box.dMm, d);
  const { wMm: w, hMm: h } = item;
  if (item.foldable && box.folded) {
    const [fw, fh] = w >= h ? [w / 2, h] : [w, h / 2];
    return same(fw, fh, 2 * t) || same(fh, fw, 2 * t);
  }
  if (item.shape === 'flat') return same(w, h, t) || same(h, w, t);
  const sides = [w, item.shape === 'tube' ? t : h, t].sort((a, b) => a - b);
  const box3 = [box.wMm, box.hMm, box.dMm].sort((a, b) => a - b);
  return sides.every((side, index) => near(side, box3[index] ?? 0));
}
