import type { Position } from '../model/container.ts';
import { isAtHand, type Loadout } from '../model/loadout.ts';

/** What a kit takes up outside, mm; null: it was not packed as it is now, or its container is not known. */
export interface Outside {
  positionId: string;
  outer: { wMm: number; hMm: number; tMm: number } | null;
}

/** Kits that share a pocket or a belt: how they lie in it, and what they come to together. */
export interface SharedPlace {
  positionId: string;
  kitIds: string[];
  /** Side by side, one on the other, or both. */
  lie: 'beside' | 'onEachOther' | 'both';
  /** The thickest of what lies on each other, mm; null: one of them is not measured. */
  thicknessMm: number | null;
  limitMm: number;
  /** Of what is too thick, by how much. */
  overMm: number;
  /** One of them is wider or higher than the place by itself. */
  isTooLarge: boolean;
}

/** Ways of putting so many into columns are tried all; a pocket of more is a bag. */
const MOST_TRIED = 7;

type Box = NonNullable<Outside['outer']>;

/**
 * Places on a body that hold more than one kit of a loadout. Kits lie beside each other where the place is wide enough, else on each other:
 * whatever comes out thinnest, each upright or turned. Envelopes are planning values.
 */
export function sharedPlaces(
  loadout: Pick<Loadout, 'kits'>,
  kits: ReadonlyMap<string, Outside>,
  positions: readonly Position[],
): SharedPlace[] {
  const at = new Map<string, string[]>();
  for (const carried of loadout.kits) {
    const own = carried.positionId ?? kits.get(carried.kitId)?.positionId;
    if (own === undefined || !isAtHand(carried)) continue;
    at.set(own, [...(at.get(own) ?? []), carried.kitId]);
  }
  return positions.flatMap((position) => {
    const kitIds = at.get(position.id) ?? [];
    if (!position.onBody || kitIds.length < 2) return [];
    const boxes = kitIds.map((id) => kits.get(id)?.outer ?? null);
    const known = boxes.filter((box) => box !== null);
    const { columns, tMm, isTooLarge } = thinnest(known.slice(0, MOST_TRIED), position);
    const lie = columns === 1 ? 'onEachOther' : columns === known.length ? 'beside' : 'both';
    const isKnown = known.length === boxes.length && boxes.length <= MOST_TRIED;
    const overMm = Math.max(0, Math.round((tMm - position.tMm) * 10) / 10);
    return [{ positionId: position.id, kitIds, lie, thicknessMm: isKnown ? tMm : null, limitMm: position.tMm, overMm, isTooLarge }];
  });
}

/** The narrowest way in which a kit stands in a place, its thickness apart; null: it does not. */
function narrowest({ wMm, hMm }: Box, position: Position): number | null {
  const high = position.hMm + (position.stickOutMm ?? 0);
  const ways = [...(hMm <= high ? [wMm] : []), ...(wMm <= high ? [hMm] : [])].filter((wide) => wide <= position.wMm);
  return ways.length === 0 ? null : Math.min(...ways);
}

interface Lying {
  columns: number;
  tMm: number;
  isTooLarge: boolean;
}

/** The thinnest of all ways of putting boxes into columns that the place is wide enough for. */
function thinnest(boxes: readonly Box[], position: Position): Lying {
  const wide = boxes.map((box) => narrowest(box, position));
  const stacked = round(boxes.reduce((sum, { tMm }) => sum + tMm, 0));
  let best: Lying = { columns: 1, tMm: stacked, isTooLarge: wide.some((width) => width === null) };
  if (best.isTooLarge) return best;
  const columns: { wMm: number; tMm: number }[] = [];
  const put = (index: number): void => {
    const box = boxes[index];
    if (box === undefined) {
      const tMm = round(Math.max(...columns.map((column) => column.tMm)));
      const isWider = columns.reduce((sum, { wMm }) => sum + wMm, 0) > position.wMm;
      // Of equally thin ways the one with fewer columns, which leaves room beside it.
      if (!isWider && (tMm < best.tMm || (tMm === best.tMm && columns.length < best.columns)))
        best = { columns: columns.length, tMm, isTooLarge: false };
      return;
    }
    const wMm = wide[index] ?? 0;
    for (const column of [...columns]) {
      const before = { ...column };
      column.wMm = Math.max(column.wMm, wMm);
      column.tMm += box.tMm;
      put(index + 1);
      Object.assign(column, before);
    }
    columns.push({ wMm, tMm: box.tMm });
    put(index + 1);
    columns.pop();
  };
  put(0);
  return best;
}

const round = (value: number): number => Math.round(value * 10) / 10;
