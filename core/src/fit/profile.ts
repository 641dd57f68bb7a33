import type { FitItem, FitResult, PlacedItem } from './problem.ts';

/** Greatest thickness of each of `columns` equal strips across a compartment, from left to right, mm. */
export function thicknessProfile(placed: readonly PlacedItem[], compartment: { id: string; wMm: number }, columns: number): number[] {
  const strip = compartment.wMm / columns;
  return Array.from({ length: columns }, (_, index) =>
    placed.reduce((most, box) => {
      const isHere = box.compartment === compartment.id && box.xMm < (index + 1) * strip && box.xMm + box.wMm > index * strip;
      return isHere ? Math.max(most, box.zMm + box.dMm) : most;
    }, 0),
  );
}

/** Thickness over a grid of cells, row by row from the top left as seen from the front, mm. */
export function thicknessMap(
  placed: readonly PlacedItem[],
  compartment: { id: string; wMm: number; hMm: number },
  columns: number,
  rows: number,
): number[][] {
  const [wide, high] = [compartment.wMm / columns, compartment.hMm / rows];
  const own = placed.filter((box) => box.compartment === compartment.id);
  return Array.from({ length: rows }, (_, row) =>
    Array.from({ length: columns }, (__, column) => {
      const [x, y] = [(column + 0.5) * wide, (rows - row - 0.5) * high];
      return own.reduce((most, box) => {
        const isHere = box.xMm <= x && x < box.xMm + box.wMm && box.yMm <= y && y < box.yMm + box.hMm;
        return isHere ? Math.max(most, box.zMm + box.dMm) : most;
      }, 0);
    }),
  );
}

export interface Balance {
  massG: number;
  /** Centre of mass off the middle of the compartment, mm; right, up and forward are positive. */
  rightMm: number;
  upMm: number;
  forwardMm: number;
}

/** Mass and centre of mass of what lies in one compartment; null where nothing with a mass does. */
export function balanceOf(
  placed: readonly PlacedItem[],
  items: readonly FitItem[],
  compartment: { id: string; wMm: number; hMm: number },
): Balance | null {
  const massOf = new Map(items.map(({ id, massG = 0 }) => [id, massG]));
  let [mass, x, y, z] = [0, 0, 0, 0];
  for (const box of placed) {
    const own = box.compartment === compartment.id ? (massOf.get(box.id) ?? 0) : 0;
    mass += own;
    x += own * (box.xMm + box.wMm / 2);
    y += own * (box.yMm + box.hMm / 2);
    z += own * (box.zMm + box.dMm / 2);
  }
  if (mass === 0) return null;
  const round = (value: number) => Math.round(value * 10) / 10;
  return {
    massG: mass,
    rightMm: round(x / mass - compartment.wMm / 2),
    upMm: round(y / mass - compartment.hMm / 2),
    forwardMm: round(z / mass),
  };
}

export interface PackingChange {
  id: string;
  what: 'added' | 'gone' | 'moved' | 'turned' | 'other compartment';
}

const MOVED_MM = 5;

/** What lies otherwise than in an earlier packing; shifts under 5 mm are not told. */
export function packingChanges(before: Pick<FitResult, 'placed'>, after: Pick<FitResult, 'placed'>): PackingChange[] {
  const old = new Map(before.placed.map((box) => [box.id, box]));
  const now = new Set(after.placed.map(({ id }) => id));
  const changes = after.placed.flatMap((box): PackingChange[] => {
    const was = old.get(box.id);
    if (was === undefined) return [{ id: box.id, what: 'added' }];
    if (was.compartment !== box.compartment || was.slot !== box.slot) return [{ id: box.id, what: 'other compartment' }];
    if (Math.abs(was.wMm - box.wMm) > 1 || Math.abs(was.hMm - box.hMm) > 1) return [{ id: box.id, what: 'turned' }];
    const shift = Math.max(Math.abs(was.xMm - box.xMm), Math.abs(was.yMm - box.yMm), Math.abs(was.zMm - box.zMm));
    return shift >= MOVED_MM ? [{ id: box.id, what: 'moved' }] : [];
  });
  return [...changes, ...before.placed.flatMap(({ id }): PackingChange[] => (now.has(id) ? [] : [{ id, what: 'gone' }]))];
}
