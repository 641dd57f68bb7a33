import type { Orientation } from './lays.ts';
import type { Box } from './prepare.ts';
import type { Random } from './random.ts';

/** Farthest shift along the bag or across it, and in thickness. */
const FAR = 400;
const FAR_DEEP = 120;
const TURNS = 0.12;
const CHANGES = 0.25;

export interface Shifting {
  random: Random;
  lays: readonly (readonly Orientation[])[];
  /** Whether what must be kept is. */
  holds: (boxes: readonly Box[]) => boolean;
  /** How much film is missing. */
  shortOf: (boxes: readonly Box[]) => number;
}

/** Shifts things about, one or two at a time, turns them or lets two change places, while the film is too short; leaves the best of it in `boxes`. */
export function shiftAbout(
  boxes: Box[],
  short: number,
  { perThing, hot }: { perThing: number; hot: number },
  at: Shifting,
): { short: number; tries: number } {
  const { random, holds, shortOf } = at;
  let now = short;
  let best = short;
  let kept = boxes.map((box) => ({ ...box }));
  const tries = perThing * boxes.length;
  let tried = 0;
  for (; tried < tries && best > 0; tried += 1) {
    const moved = movedBoxes(boxes, random);
    const were = moved.map((one) => ({ ...(boxes[one] as Box) }));
    const isFree = moveAbout(boxes, moved, at) && moved.every((one) => !meetsAny(boxes, one)) && holds(boxes);
    const next = isFree ? shortOf(boxes) : Number.POSITIVE_INFINITY;
    const heat = Math.max(0.5, hot * (1 - tried / tries));
    if (next <= now || random.next() < Math.exp((now - next) / heat)) {
      now = next;
      if (now < best - 1e-6) {
        best = now;
        kept = boxes.map((box) => ({ ...box }));
      }
    } else for (const [index, one] of moved.entries()) boxes[one] = were[index] as Box;
  }
  for (const [index, box] of kept.entries()) boxes[index] = box;
  return { short: best, tries: tried };
}

function movedBoxes(boxes: readonly Box[], random: Random): number[] {
  const first = random.below(boxes.length);
  const second = random.next() < 0.4 ? random.below(boxes.length) : first;
  return first === second ? [first] : [first, second];
}

/** One move of one or two boxes, which may leave them where others lie. */
function moveAbout(boxes: Box[], moved: readonly number[], { random, lays }: Shifting): boolean {
  const kind = random.next();
  const [one, other] = [boxes[moved[0] as number] as Box, boxes[moved[moved.length - 1] as number] as Box];
  if (kind < TURNS && moved.length === 1) {
    const lay = random.below(lays[one.item]?.length ?? 1);
    const own = lays[one.item]?.[lay];
    if (own === undefined || lay === one.lay) return false;
    const x = Math.round(one.x + (one.w - own.w) / 2);
    const y = Math.round(one.y + (one.h - own.h) / 2);
    boxes[moved[0] as number] = { ...one, x, y, z: one.z, w: own.w, h: own.h, d: own.d, lay };
    return true;
  }
  if (kind < CHANGES && moved.length === 2) {
    const [x, y, z] = [one.x, one.y, one.z];
    boxes[moved[0] as number] = { ...one, x: other.x, y: other.y, z: other.z };
    boxes[moved[1] as number] = { ...other, x, y, z };
    return true;
  }
  const axis = (['x', 'y', 'z'] as const)[random.below(3)] ?? 'x';
  // Near and far: what is almost there is lost by a long step.
  const reach = (axis === 'z' ? FAR_DEEP : FAR) * random.next() ** 2;
  const by = Math.round((2 * random.next() - 1) * reach);
  for (const at of moved) boxes[at] = { ...(boxes[at] as Box), [axis]: (boxes[at] as Box)[axis] + by };
  return by !== 0;
}

function meetsAny(boxes: readonly Box[], index: number): boolean {
  const own = boxes[index] as Box;
  for (let at = 0; at < boxes.length; at += 1) {
    if (at === index) continue;
    const other = boxes[at] as Box;
    if (
      other.x < own.x + own.w &&
      own.x < other.x + other.w &&
      other.y < own.y + own.h &&
      own.y < other.y + other.h &&
      other.z < own.z + own.d &&
      own.z < other.z + other.d
    )
      return true;
  }
  return false;
}
