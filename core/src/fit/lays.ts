import type { FitItem } from './problem.ts';

/** One way to lay a thing down, in tenths of a millimetre. */
export interface Orientation {
  w: number;
  h: number;
  d: number;
  folded: boolean;
  /** It lies askew in the plane: w and h are of the upright box around it. */
  turnedDeg?: number;
  /** Of a block: how many lie beside, above and behind each other. */
  grid?: readonly [across: number, up: number, deep: number];
}

/** Inside the engine, lengths are whole tenths of a millimetre. */
export const toTenths = (mm: number): number => Math.max(0, Math.ceil(mm * 10 - 1e-6));
export const toMm = (tenths: number): number => tenths / 10;

/** All different ways to lay a thing down: turned flat, any face for bricks, any axis for tubes, folded once where it may be. */
export function laysOf(item: FitItem, press: number): Orientation[] {
  const thin = 1 - press * (item.give ?? 0);
  const [w, h, t] = [toTenths(item.wMm), toTenths(item.hMm), Math.max(1, toTenths(item.tMm * thin))];
  const count = item.block?.length ?? 1;
  const lays: Orientation[] = item.foldable && item.fold === true ? [] : shapeLays(item.shape, w, h, t, false);
  // A pile is not folded unless it was said that its things are.
  if (item.foldable && item.fold !== false && (count === 1 || item.fold === true)) {
    const [fw, fh] = w >= h ? [Math.ceil(w / 2), h] : [w, Math.ceil(h / 2)];
    lays.push(...shapeLays('flat', fw, fh, 2 * t, true));
  }
  return different(count === 1 ? lays : lays.flatMap((lay) => blocksOf(lay, count)));
}

const different = (lays: readonly Orientation[]): Orientation[] =>
  lays.filter((lay, index) => lays.findIndex((other) => other.w === lay.w && other.h === lay.h && other.d === lay.d) === index);

/** Ways to stack a block that are tried for each way that one of its things lies: few, or the search drowns in them. */
const MOST_GRIDS = 6;
/** Cells of a grid that may stay empty, as a share of what is in it. */
const MOST_EMPTY = 0.15;

/** Equal things side by side and on one another: the grids with little left over, the most compact first. */
function blocksOf(lay: Orientation, count: number): Orientation[] {
  const grids: Orientation[] = [];
  for (let across = 1; across <= count; across += 1)
    for (let up = 1; across * up <= count; up += 1) {
      const deep = Math.ceil(count / (across * up));
      const empty = across * up * deep - count;
      // A last column or row that is not needed is another grid.
      if (empty > Math.max(1, MOST_EMPTY * count) || (across - 1) * up * deep >= count || across * (up - 1) * deep >= count) continue;
      grids.push({ w: lay.w * across, h: lay.h * up, d: lay.d * deep, folded: lay.folded, grid: [across, up, deep] });
    }
  const surface = ({ w, h, d }: Orientation) => w * h + h * d + d * w;
  // Of each depth the most compact, and of all depths as many as may be, from the flattest to the pile.
  const compactest = (own: readonly Orientation[]): Orientation[] => {
    const byDepth = new Map<number, Orientation>();
    for (const grid of own) {
      const known = byDepth.get(grid.d);
      if (known === undefined || surface(grid) < surface(known)) byDepth.set(grid.d, grid);
    }
    return [...byDepth.values()].sort((one, other) => one.d - other.d);
  };
  // A square thing lies alike either way, but not a row of them.
  const isSquare = lay.w === lay.h;
  return [
    ...spread(compactest(isSquare ? grids.filter(({ w, h }) => w >= h) : grids)),
    ...(isSquare ? spread(compactest(grids.filter(({ w, h }) => w < h))) : []),
  ];
}

/** A few out of many, evenly from the first to the last. */
function spread(depths: readonly Orientation[]): Orientation[] {
  const step = Math.max(1, (depths.length - 1) / (MOST_GRIDS - 1));
  return depths.filter((_, index) => Math.round(Math.round(index / step) * step) === index);
}

/** Steps in which a thing is turned askew. */
const ASKEW_DEG = 1;

/**
 * A stiff long thing that lies askew in a plane of w x h, where it goes in no other way: the least turn that does it. Null: it does not.
 * The box around it is kept free of everything else. Tenths of a millimetre.
 */
export function askew(item: FitItem, press: number, w: number, h: number, d: number): Orientation | null {
  if (item.block !== undefined || item.fold === true) return null;
  const straight = shapeLays(
    item.shape,
    toTenths(item.wMm),
    toTenths(item.hMm),
    Math.max(1, toTenths(item.tMm * (1 - press * (item.give ?? 0)))),
    false,
  );
  const [own] = straight;
  if (own === undefined || own.d > d) return null;
  for (let turnedDeg = ASKEW_DEG; turnedDeg < 90; turnedDeg += ASKEW_DEG) {
    const angle = (turnedDeg * Math.PI) / 180;
    const wide = Math.ceil(own.w * Math.cos(angle) + own.h * Math.sin(angle) - 1e-6);
    const high = Math.ceil(own.w * Math.sin(angle) + own.h * Math.cos(angle) - 1e-6);
    if (wide <= w && high <= h) return { w: wide, h: high, d: own.d, folded: false, turnedDeg };
  }
  return null;
}

function shapeLays(shape: FitItem['shape'], w: number, h: number, t: number, folded: boolean): Orientation[] {
  const lay = (width: number, height: number, d: number): Orientation => ({ w: width, h: height, d, folded });
  if (shape === 'flat') return [lay(w, h, t), lay(h, w, t)];
  if (shape === 'tube') return [lay(w, t, t), lay(t, w, t), lay(t, t, w)];
  return [lay(w, h, t), lay(h, w, t), lay(w, t, h), lay(t, w, h), lay(h, t, w), lay(t, h, w)];
}

/** How many single things some items are, all of them or those with these ids; a block is as many as are in it. */
export const thingsIn = (items: readonly Pick<FitItem, 'id' | 'block'>[], ids?: readonly string[]): number =>
  items.reduce((sum, { id, block }) => (ids === undefined || ids.includes(id) ? sum + (block?.length ?? 1) : sum), 0);
