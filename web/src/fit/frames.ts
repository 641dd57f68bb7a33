import type { FitResult } from '@ivrak/core/fit';
import type { Container, Kind } from '@ivrak/core/model';

/** Around every drawing, px. */
export const PAD = 8;

/** A place in which things are drawn: a compartment, or one elastic slot of it; millimetres in the drawing of its compartment. */
export interface Frame {
  compartment: string;
  slot: string | undefined;
  x: number;
  y: number;
  w: number;
  h: number;
  d: number;
}

export interface RoomDrawing {
  id: string;
  access: 'front' | 'top';
  w: number;
  h: number;
  d: number;
  frames: Frame[];
}

const SLOTS_IN_A_ROW = 3;
const SLOT_GAP_MM = 10;

/** What is drawn of a container, compartment by compartment. Film and bands are as large as what they hold. */
export function roomDrawings(container: Container, result: FitResult): RoomDrawing[] {
  return container.compartments.map(({ id, access, wMm, hMm, dMm, maxDMm, slots = [], loose }) => {
    if (slots.length > 0) {
      const wide = Math.max(...slots.map((slot) => slot.wMm + (slot.stretchMm ?? 0)));
      const high = Math.max(...slots.map((slot) => slot.hMm + (slot.stickOutMm ?? 0)));
      const rows = Math.ceil(slots.length / SLOTS_IN_A_ROW);
      const columns = Math.min(SLOTS_IN_A_ROW, slots.length);
      const frames = slots.map((slot, index) => ({
        compartment: id,
        slot: slot.id,
        x: (index % SLOTS_IN_A_ROW) * (wide + SLOT_GAP_MM),
        y: (rows - 1 - Math.floor(index / SLOTS_IN_A_ROW)) * (high + SLOT_GAP_MM),
        w: slot.wMm + (slot.stretchMm ?? 0),
        h: slot.hMm + (slot.stickOutMm ?? 0),
        d: slot.dMm,
      }));
      const [w, h] = [columns * (wide + SLOT_GAP_MM) - SLOT_GAP_MM, rows * (high + SLOT_GAP_MM) - SLOT_GAP_MM];
      if (loose === undefined) return { id, access, w, h, d: dMm, frames };
      // Drawn beside the slots, wherever it lies: both are seen.
      const room = { compartment: id, slot: undefined, x: w + SLOT_GAP_MM, y: 0, w: loose.wMm, h: loose.hMm, d: loose.dMm };
      return { id, access, w: w + SLOT_GAP_MM + loose.wMm, h: Math.max(h, loose.hMm), d: dMm, frames: [...frames, room] };
    }
    const outer = result.outer;
    const isOutcome = container.make !== 'soft' && container.make !== 'rigid' && outer !== undefined && outer.tMm > 0;
    const [w, h, d] = isOutcome ? [outer.wMm, outer.hMm, outer.tMm] : [wMm, hMm, Math.max(dMm, maxDMm ?? 0)];
    return { id, access, w, h, d, frames: [{ compartment: id, slot: undefined, x: 0, y: 0, w, h, d }] };
  });
}

export const frameOf = (room: RoomDrawing, box: { compartment: string; slot?: string | undefined }): Frame | undefined =>
  room.id === box.compartment ? room.frames.find(({ slot }) => slot === box.slot) : undefined;

/** One scale for everything that is drawn, px per mm. */
export function scaleFor(rooms: readonly RoomDrawing[], sideMm: number, widthPx: number, heightPx: number): number {
  const perRoomPx = 60;
  const wide = rooms.reduce((sum, { w }) => sum + w + sideMm, 0);
  const high = Math.max(...rooms.map(({ h }) => h));
  return Math.min(2.2, heightPx / high, (widthPx - perRoomPx * rooms.length) / wide);
}

/** Colour of a thing by its class; a module has no kind. */
export function fillOf(kind: Kind | undefined): string {
  switch (kind?.shape) {
    case undefined:
      return 'var(--tag)';
    case 'brick':
      return 'var(--cloth-dark)';
    case 'rigid':
      return 'var(--film)';
    case 'tube':
    case 'soft':
      return 'var(--paper)';
    default:
      return 'var(--cloth)';
  }
}
