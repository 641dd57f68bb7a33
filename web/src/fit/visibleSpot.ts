import type { PlacedItem } from '@ivrak/core/fit';

/** In the order of painting: what lies farther back first. */
export const backToFront = (placed: readonly PlacedItem[]): PlacedItem[] => [...placed].sort((a, b) => a.zMm + a.dMm - (b.zMm + b.dMm));

export interface Spot {
  x: number;
  y: number;
  /** Room around the point, and to the sides of it, mm. */
  clear: number;
  side: number;
}

const SAMPLES = 12;

/** The point of a box that lies farthest from its own edges and from all boxes in front, mm; null where none shows. */
export function visibleSpot(box: PlacedItem, infront: readonly PlacedItem[]): Spot | null {
  let best: Spot | null = null;
  for (let column = 1; column < SAMPLES; column += 1) {
    for (let line = 1; line < SAMPLES; line += 1) {
      const x = box.xMm + (box.wMm * column) / SAMPLES;
      const y = box.yMm + (box.hMm * line) / SAMPLES;
      let side = Math.min(x - box.xMm, box.xMm + box.wMm - x);
      let clear = Math.min(side, y - box.yMm, box.yMm + box.hMm - y);
      for (const other of infront) {
        const dx = Math.max(other.xMm - x, x - other.xMm - other.wMm);
        const dy = Math.max(other.yMm - y, y - other.yMm - other.hMm);
        clear = Math.min(clear, Math.max(dx, dy));
        if (dy < 10) side = Math.min(side, dx);
      }
      if (clear > 0 && (best === null || clear > best.clear)) best = { x, y, clear, side };
    }
  }
  return best;
}
