import type { PlacedItem } from './problem.ts';

/** A small flat box as it lies in a corner of a compartment, mm. */
export const placedBox = (id: string, more: Partial<PlacedItem> = {}): PlacedItem => ({
  id,
  compartment: 'main',
  xMm: 0,
  yMm: 0,
  zMm: 0,
  wMm: 60,
  hMm: 50,
  dMm: 10,
  folded: false,
  ...more,
});
