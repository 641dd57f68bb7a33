import { EVERY } from '../coverage/booking.ts';
import type { Kind } from '../model/kind.ts';
import { isGoodOn } from '../model/unit.ts';
import type { Booker } from './booker.ts';
import type { ProposeQuestion } from './question.ts';

/** A kind that may be put in: out of stores, and bought beyond that. */
export interface Choice {
  kind: Kind;
  /** So many are owned, and cost nothing; they are taken first. */
  stock: number;
  /** It lies elsewhere, in what is carried as one with it, and stays there. */
  isBeside?: boolean;
  /** Of what is bought. */
  priceMinor: number;
  massG: number;
  /** Tenths of a cubic centimetre. */
  volume: number;
  /** At least as many as must be in, and more than so many give nothing. */
  least: number;
  most: number;
}

/** Nobody carries more of one kind, whatever is asked. */
const MOST_OF_A_KIND = 500;

export function choicesOf(question: ProposeQuestion, booker: Booker, volumeOf: (kind: Kind) => number): Choice[] {
  const barred = new Set(question.barred ?? []);
  const locked = new Map((question.locked ?? []).map(({ kind, count }) => [kind, count]));
  const inStock = new Map<string, number>();
  for (const { kind, count, expiresOn = null } of question.stock ?? [])
    if (isGoodOn(expiresOn, question.on)) inStock.set(kind, (inStock.get(kind) ?? 0) + count);
  const beside = new Map<string, number>();
  for (const { kind, count, expiresOn = null } of question.beside ?? [])
    if (isGoodOn(expiresOn, question.on)) beside.set(kind, (beside.get(kind) ?? 0) + count);
  const given = question.kinds.flatMap((kind): Choice[] => {
    const there = beside.get(kind.id) ?? 0;
    if (there === 0 || booker.bringing(kind).length === 0) return [];
    return [{ kind, stock: there, isBeside: true, priceMinor: 0, massG: 0, volume: 0, least: there, most: there }];
  });
  const own = question.kinds.flatMap((kind): Choice[] => {
    const must = locked.get(kind.id) ?? 0;
    const useful = Math.min(MOST_OF_A_KIND, Math.max(must, barred.has(kind.id) ? 0 : usefulOf(booker, kind)));
    if (useful === 0) return [];
    const stock = inStock.get(kind.id) ?? 0;
    const most = question.isOwnOnly === true ? Math.max(must, Math.min(useful, stock)) : useful;
    if (most === 0) return [];
    return [{ kind, stock, priceMinor: kind.priceMinor, massG: kind.massG, volume: volumeOf(kind), least: must, most }];
  });
  return [...own, ...given];
}

/** Units beyond which nothing that is asked gains: all that its pieces might serve, by themselves or beside others. */
function usefulOf(booker: Booker, kind: Kind): number {
  let units = 0;
  const open = booker.demands.reduce((sum, { ideal }) => sum + ideal, 0);
  for (const { profile, pieces } of booker.bringing(kind)) {
    const asked = profile.uses.map(({ demand, key }) => {
      const own = booker.demands[demand];
      return Math.min(own?.ideal ?? 0, key < 0 ? EVERY : (own?.caps?.[key] ?? EVERY));
    });
    const beside = profile.provides.length === 0 ? 0 : profile.isTool ? 1 : open;
    const wanted = profile.isTool ? Math.max(beside, ...asked, 0) : asked.reduce((sum, own) => sum + own, 0) + beside;
    units = Math.max(units, Math.ceil(wanted / pieces));
  }
  return units;
}
