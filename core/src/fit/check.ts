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
 * reach classes kept where they are a must, everything resting on the back wall or on another thing (front access), locked things in
 * place, blocks of as many as they are said to hold, film long enough to go round every slice. An empty list means that it holds. Lengths in mm.
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
    // Film is closed by hands, which may press all that gives.
    const presses = problem.container.make === 'flatBag' ? [problem.press, 1] : [problem.press];
    if (item.lockedAt === undefined && !presses.some((press) => sizeIsPossible(item, box, press)))
      violations.push({ rule: 'size', id: box.id, detail: `${box.wMm} x ${box.hMm} x ${box.dMm} is no way to lay it` });
    if (item.lockedAt !== undefined && !isWhereLocked(item.lockedAt, box))
      violations.push({ rule: 'locked', id: box.id, detail: 'was moved' });
    const others = placed.filter((other) => other !== box && other.compartment === box.compartment && other.slot === box.slot);
    for (const other of others) {
      const meets =
        over(box.xMm, box.wMm, other.xMm, other.wMm) &&
        over(box.yMm, box.hMm, other.yMm, other.hMm) &&
        over(box.zMm, box.dMm, other.zMm, other.dMm);
      if (meets) violations.push({ rule: 'overlap', id: box.id, detail: `overlaps ${other.id}` });
    }
    // A vacuum bag is torn open and everything comes out at once.
    const before = problem.container.make === 'vacuumRoll' ? [] : others.filter((other) => liesBefore(other, box, room.access));
    if (before.length > item.reach - 1 && item.reach < 3 && item.urgency === undefined)
      violations.push({ rule: 'reach', id: box.id, detail: `${before.length} in front, class ${item.reach}` });
    const isHeld = problem.container.make === 'flatBag';
    if (room.access === 'front' && !isHeld && item.lockedAt === undefined && !rests(box, others))
      violations.push({ rule: 'rest', id: box.id, detail: 'hangs in the air' });
  }
  return [...violations, ...filmViolations(problem, placed), ...panelViolations(problem, placed)];
}

type Room = FitProblem['container']['compartments'][number];

/** Panels close like a book: what comes to lie across from each other shares the depth of both. */
function panelViolations({ container }: FitProblem, placed: readonly PlacedItem[]): Violation[] {
  if (container.facing !== true) return [];
  return container.compartments.flatMap((left, index): Violation[] => {
    const right = container.compartments[index + 1];
    if (index % 2 === 1 || right === undefined) return [];
    const deep = left.dMm + right.dMm;
    return placed.flatMap((a) =>
      placed.flatMap((b): Violation[] => {
        if (a.compartment !== left.id || b.compartment !== right.id) return [];
        const across = over(a.xMm, a.wMm, left.wMm - b.xMm - b.wMm, b.wMm) && over(a.yMm, a.hMm, b.yMm, b.hMm);
        const thick = a.zMm + a.dMm + b.zMm + b.dMm;
        return across && thick > deep + EPSILON ? [{ rule: 'inside', id: a.id, detail: `meets ${b.id} when it is closed` }] : [];
      }),
    );
  });
}

/** The space that a thing may take up: the compartment's, or of a slot what its elastic gives. Film is looked at as a whole. */
function insideOf(problem: FitProblem, room: Room, slot: string | undefined): { wMm: number; hMm: number; dMm: number } | null {
  if (problem.container.make === 'vacuumRoll') return { wMm: problem.container.rollWidthMm ?? 0, hMm: 2000, dMm: room.dMm };
  if (problem.container.make === 'flatBag') return { wMm: room.wMm, hMm: room.hMm, dMm: Math.min(room.wMm, room.hMm) };
  const slots = room.slots ?? [];
  if (slots.length > 0 && slot === undefined) return room.loose ?? null;
  const { facing, compartments } = problem.container;
  const at = compartments.indexOf(room);
  const opposite = facing === true ? (compartments[at % 2 === 0 ? at + 1 : at - 1]?.dMm ?? 0) : 0;
  if (slots.length === 0)
    return slot === undefined ? { wMm: room.wMm, hMm: room.hMm, dMm: Math.max(room.dMm, room.maxDMm ?? 0) + opposite } : null;
  const own = slots.find(({ id }) => id === slot);
  if (own === undefined) return null;
  return { wMm: own.wMm + (own.stretchMm ?? 0), hMm: own.hMm + (own.stickOutMm ?? 0), dMm: own.dMm };
}

/** Film that the seals of a roll take, and the slack beside each of them, mm. */
const ROLL_LOST = 10 + 2 * 10;

/** A roll is held as a box. In a bag, every slice counts by itself. */
function filmViolations(problem: FitProblem, placed: readonly PlacedItem[]): Violation[] {
  const [room] = problem.container.compartments;
  const far = (end: (box: PlacedItem) => number) => Math.max(0, ...placed.map(end));
  const { make, rollWidthMm = 0 } = problem.container;
  const violation = (over: number): Violation[] =>
    over > SLICE_ROUNDING ? [{ rule: 'film', id: '', detail: `the film is ${over.toFixed(1)} mm too narrow` }] : [];
  if (make === 'vacuumRoll')
    return violation(far((box) => box.xMm + box.wMm) + far((box) => box.zMm + box.dMm) - (rollWidthMm - ROLL_LOST));
  if (make !== 'flatBag' || room === undefined) return [];
  const share = new Map(problem.items.map(({ id, solidity = 1 }) => [id, solidity]));
  const slices = placed.flatMap((at) => [
    sliceAround(
      placed.filter((box) => box.xMm <= at.xMm && at.xMm < box.xMm + box.wMm).map((box) => [box.yMm, box.hMm, box] as const),
      share,
    ) - room.hMm,
    sliceAround(
      placed.filter((box) => box.yMm <= at.yMm && at.yMm < box.yMm + box.hMm).map((box) => [box.xMm, box.wMm, box] as const),
      share,
    ) - room.wMm,
  ]);
  return violation(Math.max(0, ...slices));
}

/** Places are told in tenths of a millimetre. */
const SLICE_ROUNDING = 0.05;

/**
 * Half the way around a slice, by gift wrapping. A thing that is not solid to its corners is eight-sided there: the corners that are
 * cut off take from its area what makes up the power 2/3 of its solid share.
 */
function sliceAround(
  slice: readonly (readonly [from: number, size: number, box: PlacedItem])[],
  share: ReadonlyMap<string, number>,
): number {
  const points = slice.flatMap(([from, size, { id, zMm, dMm }]) => {
    const area = Math.cbrt((share.get(id) ?? 1) ** 2);
    const cut = Math.min(0.5, Math.sqrt((1 - area) / 2));
    return [cut, 1 - cut].flatMap((part) => [
      [from + part * size, zMm],
      [from + part * size, zMm + dMm],
      [from, zMm + part * dMm],
      [from + size, zMm + part * dMm],
    ]);
  }) as [number, number][];
  const first = points.reduce<[number, number] | undefined>(
    (low, p) => (low === undefined || p[0] < low[0] || (p[0] === low[0] && p[1] < low[1]) ? p : low),
    undefined,
  );
  if (first === undefined) return 0;
  let [at, around] = [first, 0];
  for (let turn = 0; turn <= points.length; turn += 1) {
    let next = at;
    for (const p of points) {
      const side = (next[0] - at[0]) * (p[1] - at[1]) - (next[1] - at[1]) * (p[0] - at[0]);
      const isFarther = Math.hypot(p[0] - at[0], p[1] - at[1]) > Math.hypot(next[0] - at[0], next[1] - at[1]);
      if (next === at ? p !== at && isFarther : side < -EPSILON || (side <= EPSILON && isFarther)) next = p;
    }
    around += Math.hypot(next[0] - at[0], next[1] - at[1]);
    if (next === at || (next[0] === first[0] && next[1] === first[1])) break;
    at = next;
  }
  return around / 2;
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

/** A block is as large as its things side by side; how many beside, above and behind each other does not matter, as long as all are in it. */
function sizeIsPossible(item: FitItem, box: PlacedItem, press: number): boolean {
  const count = item.block?.length ?? 1;
  if (count === 1) return thingIsPossible(item, box, press);
  for (let across = 1; across <= count; across += 1)
    for (let up = 1; across * up <= count; up += 1) {
      const deep = Math.ceil(count / (across * up));
      const one = { ...box, wMm: box.wMm / across, hMm: box.hMm / up, dMm: box.dMm / deep };
      if (thingIsPossible(item, one, press)) return true;
    }
  return false;
}

function thingIsPossible(item: FitItem, box: PlacedItem, press: number): boolean {
  if (box.turnedDeg !== undefined) {
    // Turned corners: the box around them by their four projections.
    const [cos, sin] = [Math.cos((box.turnedDeg * Math.PI) / 180), Math.sin((box.turnedDeg * Math.PI) / 180)];
    const thick = item.tMm * (1 - press * (item.give ?? 0));
    const high = item.shape === 'tube' ? thick : item.hMm;
    const corners = [0, item.wMm].flatMap((x) => [0, high].map((y) => [x * cos - y * sin, x * sin + y * cos] as const));
    const extent = (axis: 0 | 1) => Math.max(...corners.map((c) => c[axis])) - Math.min(...corners.map((c) => c[axis]));
    const isThick = Math.abs(box.dMm - thick) < ROUNDING;
    return isThick && Math.abs(box.wMm - extent(0)) < ROUNDING && Math.abs(box.hMm - extent(1)) < ROUNDING;
  }
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
