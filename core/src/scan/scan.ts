import type { PlainDate } from '../model/plainDate.ts';
import { bareGtin, FNC1, readGs1 } from './gs1.ts';
import { readHibc } from './hibc.ts';
import { Refused, type ScanAnswer, type ScanResult } from './label.ts';

const MAX_TEXT = 500;
const LEADING_FNC1 = new RegExp(`^${FNC1}+`);

/**
 * Reads a GS1 element string (bracketed, or raw with FNC1 as \x1D, with or without a symbology identifier), a bare GTIN, or a
 * HIBC supplier label. Never throws; never guesses: what is not understood is refused or reported as a warning.
 */
export function readScan(text: string, today: PlainDate): ScanAnswer {
  try {
    return { ok: true, scan: read(text, today) };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, code: error.code, message: error.message };
    throw error;
  }
}

function read(input: string, today: PlainDate): ScanResult {
  if (input.length > MAX_TEXT) throw new Refused('tooLong', `A label holds at most ${MAX_TEXT} characters; this is ${input.length}.`);
  const text = input.trim().replace(/<GS>|\{GS\}|␝/gi, FNC1);
  const body = text.replace(/^\][A-Za-z]\d/, '').replace(LEADING_FNC1, '');
  if (body === '') throw new Refused('empty', 'Nothing was scanned.');
  // Readers of Code 39 may put the start and stop characters around the text.
  const bare = body.replace(/^\*(.*)\*$/, '$1');
  if (bare.startsWith('+')) return readHibc(bare, today);
  if (/^\d+$/.test(body) && [8, 12, 13, 14].includes(body.length)) return bareGtin(body);
  return readGs1(body, today);
}

/** The number by which an article is known: its GTIN, or issuer and number of a HIBC label. */
export const articleOf = ({ gtin, article }: Pick<ScanResult, 'gtin' | 'article'>): string | null => gtin ?? article ?? null;
