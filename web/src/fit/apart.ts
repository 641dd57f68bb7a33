import type { PackingStep } from '@ivrak/core/staging';
import { frameOf, type RoomDrawing } from './frames.ts';

export interface Point {
  x: number;
  y: number;
}

/** A thing of a pulled-apart stack: its three faces that are seen, where its leader line begins, and where its label stands. */
export interface ApartBox {
  id: string;
  broad: Point[];
  near: Point[];
  side: Point[];
  anchor: Point;
  label: Point;
}

export interface ApartLayer {
  /** The outline of the room under it. */
  ground: Point[];
  boxes: ApartBox[];
}

export interface Apart {
  width: number;
  height: number;
  /** Left edge of the labels, px. */
  labelsAt: number;
  /** From the top of the drawing: what comes into the hand first. */
  layers: ApartLayer[];
}

/** What goes away from the eye is drawn upwards and to the right, and shortened. */
const AWAY_RIGHT = 0.42;
const AWAY_UP = 0.4;
const BETWEEN_PX = 16;
const LABEL_PX = 17;
const LEADER_PX = 34;

/** A thing as it lies when the container lies on its back, or stands if it opens at the top: mm along, away, and up. */
interface Lain {
  id: string;
  layer: number;
  along: [from: number, size: number];
  away: [from: number, size: number];
  up: [from: number, size: number];
}

function lainIn(room: RoomDrawing, { box, layer }: PackingStep): Lain[] {
  const frame = frameOf(room, box);
  if (frame === undefined) return [];
  const along: Lain['along'] = [frame.x + box.xMm, box.wMm];
  const deep: Lain['up'] = [box.zMm, box.dMm];
  const high: Lain['up'] = [frame.y + box.yMm, box.hMm];
  if (room.access !== 'top') return [{ id: box.id, layer, along, away: high, up: deep }];
  return [{ id: box.id, layer, along, away: [room.d - box.zMm - box.dMm, box.dMm], up: high }];
}

/** Whether b can hide something of a: it lies to the right of a's left edge, nearer than its far edge, and reaches higher. */
const hides = (b: Lain, a: Lain): boolean =>
  b.along[0] + b.along[1] > a.along[0] && b.away[0] < a.away[0] + a.away[1] && b.up[0] + b.up[1] > a.up[0];

/** In the order in which they are painted: what can be hidden by another comes before it. */
function painted(things: readonly Lain[]): Lain[] {
  const rest = [...things].sort((a, b) => b.away[0] - a.away[0] || a.along[0] - b.along[0]);
  const done: Lain[] = [];
  while (rest.length > 0) {
    const at = rest.findIndex((one) => rest.every((other) => other === one || !hides(one, other)));
    done.push(...rest.splice(Math.max(0, at), 1));
  }
  return done;
}

/** How wide a compartment comes out that is drawn lying or standing, mm. */
export const groundWidth = (room: RoomDrawing): number => room.w + awayOf(room) * AWAY_RIGHT;
const awayOf = (room: RoomDrawing): number => (room.access === 'top' ? room.d : room.h);

/** The stack of a compartment with its layers lifted off one another, true to scale along and up; lengths in px. */
export function pulledApart(room: RoomDrawing, steps: readonly PackingStep[], scale: number): Apart {
  const things = steps.flatMap((step) => lainIn(room, step));
  const wide = room.w;
  const away = awayOf(room);
  const count = things.reduce((most, { layer }) => Math.max(most, layer + 1), 0);
  const labelsAt = groundWidth(room) * scale + LEADER_PX;
  const layers: ApartLayer[] = [];
  let top = BETWEEN_PX;
  for (let layer = count - 1; layer >= 0; layer -= 1) {
    const own = things.filter((one) => one.layer === layer);
    const lowest = Math.min(...own.map(({ up }) => up[0]));
    const highest = Math.max(...own.map(({ up }) => up[0] + up[1]));
    const high = Math.max((away * AWAY_UP + highest - lowest) * scale, own.length * LABEL_PX);
    const bottom = top + high;
    const at = (along: number, far: number, up: number): Point => ({
      x: (along + far * AWAY_RIGHT) * scale,
      y: bottom - (far * AWAY_UP + up - lowest) * scale,
    });
    const ground = [at(0, 0, lowest), at(wide, 0, lowest), at(wide, away, lowest), at(0, away, lowest)];
    layers.push({
      ground,
      boxes: labelled(
        painted(own).map((one) => facesOf(one, at)),
        labelsAt,
        top,
        bottom,
      ),
    });
    top = bottom + BETWEEN_PX;
  }
  return { width: labelsAt, height: top, labelsAt, layers };
}

function facesOf(
  { id, along: [x, w], away: [v, far], up: [t, d] }: Lain,
  at: (along: number, far: number, up: number) => Point,
): Omit<ApartBox, 'label'> {
  const top = t + d;
  return {
    id,
    broad: [at(x, v, top), at(x + w, v, top), at(x + w, v + far, top), at(x, v + far, top)],
    near: [at(x, v, t), at(x + w, v, t), at(x + w, v, top), at(x, v, top)],
    side: [at(x + w, v, t), at(x + w, v + far, t), at(x + w, v + far, top), at(x + w, v, top)],
    anchor: at(x + w / 2, v + far / 2, top),
  };
}

/** Labels stand beside the layer in the order of what they name, from above, and never on one another. */
function labelled(boxes: readonly Omit<ApartBox, 'label'>[], x: number, top: number, bottom: number): ApartBox[] {
  const order = [...boxes].sort((a, b) => a.anchor.y - b.anchor.y || a.anchor.x - b.anchor.x);
  let next = top + LABEL_PX / 2;
  const y = new Map<string, number>();
  for (const [index, { id, anchor }] of order.entries()) {
    const last = bottom - LABEL_PX / 2 - (order.length - 1 - index) * LABEL_PX;
    const own = Math.min(Math.max(anchor.y, next), last);
    y.set(id, own);
    next = own + LABEL_PX;
  }
  return boxes.map((box) => ({ ...box, label: { x, y: y.get(box.id) ?? top } }));
}
