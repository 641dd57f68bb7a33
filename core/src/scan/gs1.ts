import { addDays, lastDayOfMonth, type PlainDate, plainDate, toPlainDate } from '../model/plainDate.ts';
import { Refused, type ScanResult } from './label.ts';

type Format = 'digits' | 'text';
interface AiRule {
  /** Exact length, or the most where `variable`. */
  length: number;
  variable: boolean;
  format: Format;
}

const fixed = (length: number, format: Format = 'digits'): AiRule => ({ length, variable: false, format });
const upTo = (length: number, format: Format = 'text'): AiRule => ({ length, variable: true, format });

/** Application identifiers and their lengths. Source: GS1 General Specifications. */
const RULES: Record<string, AiRule> = {
  '00': fixed(18),
  '01': fixed(14),
  '02': fixed(14),
  '10': upTo(20),
  '11': fixed(6),
  '12': fixed(6),
  '13': fixed(6),
  '15': fixed(6),
  '16': fixed(6),
  '17': fixed(6),
  '20': fixed(2),
  '21': upTo(20),
  '22': upTo(20),
  '235': upTo(28),
  '240': upTo(30),
  '241': upTo(30),
  '242': upTo(6, 'digits'),
  '243': upTo(20),
  '250': upTo(30),
  '251': upTo(30),
  '253': upTo(30),
  '254': upTo(20),
  '255': upTo(25, 'digits'),
  '30': upTo(8, 'digits'),
  '37': upTo(8, 'digits'),
  '400': upTo(30),
  '401': upTo(30),
  '402': fixed(17),
  '403': upTo(30),
  '410': fixed(13),
  '411': fixed(13),
  '412': fixed(13),
  '413': fixed(13),
  '414': fixed(13),
  '415': fixed(13),
  '416': fixed(13),
  '417': fixed(13),
  '420': upTo(20),
  '421': upTo(12),
  '422': fixed(3),
  '423': upTo(15, 'digits'),
  '424': fixed(3),
  '425': upTo(15, 'digits'),
  '426': fixed(3),
  '710': upTo(20),
  '711': upTo(20),
  '712': upTo(20),
  '713': upTo(20),
  '714': upTo(20),
  '715': upTo(20),
  '716': upTo(20),
  '7003': fixed(10),
  '8003': upTo(30),
  '8004': upTo(30),
  '8005': fixed(6),
  '8006': fixed(18),
  '8008': upTo(12, 'digits'),
  '8010': upTo(30),
  '8017': fixed(18),
  '8018': fixed(18),
  '8020': upTo(25),
  '8200': upTo(70),
  '90': upTo(30),
  '91': upTo(90),
  '92': upTo(90),
  '93': upTo(90),
  '94': upTo(90),
  '95': upTo(90),
  '96': upTo(90),
  '97': upTo(90),
  '98': upTo(90),
  '99': upTo(90),
};

/** Variable in the standard though of one length: a separator must follow them unless they stand last. */
const NEEDS_SEPARATOR = new Set(['402', '422', '424', '426', '7003', '8005', '8006', '8017', '8018']);

const DATE_AIS: Record<string, string> = {
  '11': 'production date',
  '12': 'due date',
  '13': 'packaging date',
  '15': 'best before',
  '16': 'sell by',
  '17': 'expiry',
};

/** The separator of element strings, as readers give it. */
export const FNC1 = '\x1D';
const CLOSING_FNC1 = new RegExp(`${FNC1}+$`);

/** Weights 3 and 1 from the right; the last digit makes the sum a multiple of ten. Source: GS1 General Specifications. */
export function gtinCheckDigitIsRight(digits: string): boolean {
  if (!/^\d{8,18}$/.test(digits)) return false;
  let sum = 0;
  for (let index = 0; index < digits.length; index += 1) {
    const fromRight = digits.length - 1 - index;
    sum += Number(digits[index]) * (fromRight % 2 === 1 ? 3 : 1);
  }
  return sum % 10 === 0;
}

/**
 * YYMMDD of an element string. Two-digit years lie within 49 years back and 50 years ahead of `today`'s year; day 00 is
 * the last day of the month. Returns null where no such day exists. Source: GS1 General Specifications.
 */
export function gs1Date(text: string, today: PlainDate): PlainDate | null {
  if (!/^\d{6}$/.test(text)) return null;
  const currentYear = Number(today.slice(0, 4));
  const century = currentYear - (currentYear % 100);
  const difference = Number(text.slice(0, 2)) - (currentYear % 100);
  const shift = difference >= 51 ? -100 : difference <= -50 ? 100 : 0;
  const year = century + Number(text.slice(0, 2)) + shift;
  const month = Number(text.slice(2, 4));
  if (month < 1 || month > 12) return null;
  if (text.slice(4) === '00') return lastDayOfMonth(year, month);
  return toPlainDate(`${String(year).padStart(4, '0')}-${text.slice(2, 4)}-${text.slice(4)}`);
}

/** An element string without symbology identifier and leading FNC1. Throws `Refused`. */
export function readGs1(body: string, today: PlainDate): ScanResult {
  const warnings: string[] = [];
  const elements = body.startsWith('(') ? readBracketed(body, warnings) : readRaw(body, warnings);
  return interpret(elements, today, warnings);
}

/** A bare article number. Throws `Refused`. */
export function bareGtin(digits: string): ScanResult {
  if (!gtinCheckDigitIsRight(digits)) throw new Refused('checkDigit', `The check digit of ${digits} is wrong: read the number again.`);
  return {
    scheme: 'gtin',
    gtin: digits.padStart(14, '0'),
    warnings: ['Only the article number was read: lot and date are not in this code.'],
  };
}

type Elements = Map<string, string>;

function put(elements: Elements, ai: string, value: string): void {
  const rule = RULES[ai];
  if (rule === undefined) throw new Refused('unreadable', `(${ai}) is not a known identifier.`);
  const lengthIsRight = rule.variable ? value.length >= 1 && value.length <= rule.length : value.length === rule.length;
  if (!lengthIsRight)
    throw new Refused(
      'badValue',
      `(${ai}) must have ${rule.variable ? 'at most ' : ''}${rule.length} characters; "${value}" has ${value.length}.`,
    );
  const allowed = rule.format === 'digits' ? /^\d+$/ : /^[\x21-\x22\x25-\x3F\x41-\x5A\x5F\x61-\x7A]+$/;
  if (!allowed.test(value)) throw new Refused('badValue', `(${ai}) holds a character that a label cannot carry.`);
  const before = elements.get(ai);
  if (before !== undefined && before !== value) throw new Refused('conflict', `(${ai}) stands twice, with ${before} and ${value}.`);
  elements.set(ai, value);
}

function readBracketed(body: string, warnings: string[]): Elements {
  const elements: Elements = new Map();
  const pattern = /\((\d{2,4})\)([^(]*(?:\((?!\d{2,4}\))[^(]*)*)/gy;
  let end = 0;
  for (let match = pattern.exec(body); match !== null; match = pattern.exec(body)) {
    end = pattern.lastIndex;
    const [, ai = '', raw = ''] = match;
    // A separator may close a value; inside of one it is a reading error.
    const value = raw.replace(CLOSING_FNC1, '').trim();
    if (RULES[ai] === undefined) warnings.push(`(${ai}) is not a known identifier; "${value}" was left out.`);
    else put(elements, ai, value);
  }
  if (end !== body.length || end === 0)
    throw new Refused('unreadable', 'This is not a GS1 element string: "(01)..." or raw digits were expected.');
  return elements;
}

function readRaw(body: string, warnings: string[]): Elements {
  const elements: Elements = new Map();
  let at = 0;
  while (at < body.length) {
    if (body[at] === FNC1) {
      at += 1;
      continue;
    }
    const ai = [2, 3, 4].map((length) => body.slice(at, at + length)).find((candidate) => RULES[candidate] !== undefined);
    const separator = body.indexOf(FNC1, at);
    const stop = separator < 0 ? body.length : separator;
    if (ai === undefined) {
      if (elements.size === 0) throw new Refused('unreadable', 'This is not a GS1 element string: "(01)..." or raw digits were expected.');
      warnings.push(`"${body.slice(at, stop)}" starts with an unknown identifier and was left out.`);
      at = stop;
      continue;
    }
    const rule = RULES[ai] as AiRule; // found above
    at += ai.length;
    const end = rule.variable || NEEDS_SEPARATOR.has(ai) ? stop : Math.min(at + rule.length, stop);
    put(elements, ai, body.slice(at, end));
    at = end;
  }
  return elements;
}

function interpret(elements: Elements, today: PlainDate, warnings: string[]): ScanResult {
  const result: ScanResult = { scheme: 'gs1', warnings };
  const gtin = elements.get('01') ?? elements.get('02');
  if (gtin !== undefined) {
    if (!gtinCheckDigitIsRight(gtin)) throw new Refused('checkDigit', `The check digit of GTIN ${gtin} is wrong: read the label again.`);
    result.gtin = gtin;
  } else warnings.push('No GTIN (01) on this label: choose the kind by hand.');
  const sscc = elements.get('00');
  if (sscc !== undefined && !gtinCheckDigitIsRight(sscc))
    throw new Refused('checkDigit', `The check digit of SSCC ${sscc} is wrong: read the label again.`);
  const dates = readDates(elements, today);
  const [lot, serial, produced, expires] = [elements.get('10'), elements.get('21'), dates.get('11'), dates.get('17')];
  if (lot !== undefined) result.lot = lot;
  if (serial !== undefined) result.serial = serial;
  if (produced !== undefined) result.producedOn = produced;
  if (expires !== undefined) result.expiresOn = expires;
  const count = elements.get('30') ?? elements.get('37');
  if (count !== undefined) result.count = Number(count);
  if (expires !== undefined && expires < today) warnings.push('The printed expiry date has passed.');
  if (produced !== undefined && produced > today) warnings.push('The production date lies ahead.');
  if (produced !== undefined && expires !== undefined && expires < produced) warnings.push('It expires before it was produced.');
  if (expires === undefined && dates.has('15')) warnings.push('Best before (15) is not an expiry date (17); none was taken.');
  if (expires !== undefined && expires > addDays(today, 366 * 15))
    warnings.push('The expiry date is more than fifteen years ahead: check it.');
  return result;
}

function readDates(elements: Elements, today: PlainDate): Map<string, PlainDate> {
  const dates = new Map<string, PlainDate>();
  for (const [ai, name] of Object.entries(DATE_AIS)) {
    const text = elements.get(ai);
    if (text === undefined) continue;
    const date = gs1Date(text, today);
    if (date === null) throw new Refused('badDate', `(${ai}) ${name} ${text} is not a calendar date.`);
    dates.set(ai, plainDate(date));
  }
  return dates;
}
