import { EVERY } from '../coverage/booking.ts';
import type { Kind } from '../model/kind.ts';
import { isGoodOn } from '../model/unit.ts';
import type { Booker } from './booker.ts';
import type { ProposeQuestion } from './question.ts';

/** A kind that may be put in: to be bought, or out of stores. */
export interface Choice {
  kind: Kind;
  isStock: boolean;
  /** It lies elsewhere, in what is carried as one with it, and stays there. */
  isBeside?: boolean;
  /** It was there a step before. */
  isHad?: boolean;
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

/** `had` is told apart from more of the same, so that it may be kept where that costs nothing. */
export function choicesOf(
  question: ProposeQuestion,
  booker: Booker,
  volumeOf: (kind: Kind) => number,
  had: ReadonlyMap<string, number> = new Map(),
): Choice[] {
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
    return [{ kind, isStock: true, isBeside: true, priceMinor: 0, massG: 0, volume: 0, least: there, most: there }];
  });
  const own = question.kinds.flatMap((kind): Choice[] => {
    const must = locked.get(kind.id) ?? 0;
    const useful = Math.min(MOST_OF_A_KIND, Math.max(must, barred.has(kind.id) ? 0 : usefulOf(booker, kind)));
    if (useful === 0) return [];
    const stored = Math.min(useful, inStock.get(kind.id) ?? 0);
    const one = { kind, massG: kind.massG, volume: volumeOf(kind) };
    const choices: Choice[] = [];
    if (stored > 0) choices.push({ ...one, isStock: true, priceMinor: 0, least: Math.min(stored, must), most: stored });
    if ((useful > stored && question.isOwnOnly !== true) || must > stored)
      choices.push({ ...one, isStock: false, priceMinor: kind.priceMinor, least: Math.max(0, must - stored), most: useful - stored });
    return choices.flatMap((choice) => splitBy(choice, had.get(kind.id) ?? 0));
  });
  return [...own, ...given];
}

function splitBy(choice: Choice, had: number): Choice[] {
  const own = Math.min(choice.most, had);
  if (own === 0 || choice.isStock) return [choice];
  const was = { ...choice, isHad: true, least: Math.min(choice.least, own), most: own };
  return own === choice.most ? [was] : [was, { ...choice, least: Math.max(0, choice.least - own), most: choice.most - own }];
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
