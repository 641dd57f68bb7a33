import { addDays, daysBetween, lastDayOfMonth, type PlainDate, plainDate, toPlainDate } from '../model/plainDate.ts';
import { Refused, type ScanResult } from './label.ts';

/** Value of a character is its place here; the check character makes the sum over the text agree modulo 43. */
const ALPHABET = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ-. $/+%';

/** The check character of a text, `+` included. Source: ANSI/HIBC 2.6, from memory. */
export function hibcCheckCharacter(text: string): string | null {
  let sum = 0;
  for (const character of text) {
    const value = ALPHABET.indexOf(character);
    if (value < 0) return null;
    sum += value;
  }
  return ALPHABET[sum % 43] ?? null;
}

interface DateForm {
  /** Characters of the date, hour included. */
  length: number;
  read: (text: string, today: PlainDate) => PlainDate | null;
  hasHour: boolean;
}

/** Two-digit years lie within 49 years back and 50 ahead, as in GS1; the standard leaves it to the reader. */
function yearOf(text: string, today: PlainDate): number {
  const now = Number(today.slice(0, 4));
  const year = now - (now % 100) + Number(text);
  return year - now > 50 ? year - 100 : year - now < -49 ? year + 100 : year;
}

const pad = (value: number): string => String(value).padStart(4, '0');

function calendarDay(year: number, month: string, day: string): PlainDate | null {
  return toPlainDate(`${pad(year)}-${month}-${day}`);
}

/** Day of the year, 001 to 366. */
function julianDay(year: number, day: string): PlainDate | null {
  const first = plainDate(`${pad(year)}-01-01`);
  const number = Number(day);
  if (number < 1 || number > daysBetween(first, plainDate(`${pad(year)}-12-31`)) + 1) return null;
  return addDays(first, number - 1);
}

function monthEnd(text: string, today: PlainDate): PlainDate | null {
  const month = Number(text.slice(0, 2));
  return month >= 1 && month <= 12 ? lastDayOfMonth(yearOf(text.slice(2, 4), today), month) : null;
}

const MONTH_FORM: DateForm = { length: 4, read: monthEnd, hasHour: false };

/** By the digit that stands before the date. */
const DATE_FORMS: Record<string, DateForm> = {
  '2': { length: 6, read: (t, today) => calendarDay(yearOf(t.slice(4, 6), today), t.slice(0, 2), t.slice(2, 4)), hasHour: false },
  '3': { length: 6, read: (t, today) => calendarDay(yearOf(t.slice(0, 2), today), t.slice(2, 4), t.slice(4, 6)), hasHour: false },
  '4': { length: 8, read: (t, today) => calendarDay(yearOf(t.slice(0, 2), today), t.slice(2, 4), t.slice(4, 6)), hasHour: true },
  '5': { length: 5, read: (t, today) => julianDay(yearOf(t.slice(0, 2), today), t.slice(2, 5)), hasHour: false },
  '6': { length: 7, read: (t, today) => julianDay(yearOf(t.slice(0, 2), today), t.slice(2, 5)), hasHour: true },
};

const UNKNOWN_ARTICLE = 'No article on this label, only lot and date: choose the kind by hand.';

/**
 * A supplier label: primary (`+`, issuer, article, level, check), secondary, or both joined by `/`. The text is without a
 * symbology identifier. Source: ANSI/HIBC 2.6 supplier labelling, from memory.
 */
export function readHibc(text: string, today: PlainDate): ScanResult {
  const check = text.at(-1) ?? '';
  const right = hibcCheckCharacter(text.slice(0, -1));
  if (text.length < 4 || right === null)
    throw new Refused('unreadable', 'This is not a HIBC label: capitals, digits and - . space $ / + % were expected.');
  if (right !== check) throw new Refused('checkDigit', `The check character of this HIBC label is wrong: read it again.`);
  const body = text.slice(1, -1);
  const result: ScanResult = { scheme: 'hibc', warnings: [] };
  if (/^(\$|\d)/.test(body)) {
    // A secondary label by itself ends with the check character of its primary label, as a link.
    readSecondary(body.slice(0, -1), result, today);
    result.warnings.push(UNKNOWN_ARTICLE);
  } else {
    const [primary = '', ...secondary] = body.split('/');
    readPrimary(primary, result);
    for (const [index, part] of secondary.entries()) {
      if (index === 0 && /^(\$|\d)/.test(part)) readSecondary(part, result, today);
      else readExtra(part, result, today);
    }
  }
  if (result.expiresOn !== undefined && result.expiresOn < today) result.warnings.push('The printed expiry date has passed.');
  return result;
}

function readPrimary(text: string, result: ScanResult): void {
  if (!/^[A-Z][A-Z0-9]{3}[A-Z0-9]{1,18}\d$/.test(text))
    throw new Refused('unreadable', 'The article of this HIBC label is not as the standard asks: issuer, number and packaging level.');
  result.article = `+${text.slice(0, -1)}`;
  if (text.at(-1) !== '0') result.warnings.push(`Packaging level ${text.at(-1)}: more than one thing may be in this pack.`);
}

/** `$` lot, `$+` serial, `$$` with a date, or a bare day of the year; what follows the date is lot or serial. */
function readSecondary(text: string, result: ScanResult, today: PlainDate): void {
  const head = /^(\$\$\+?|\$\+?|)/.exec(text)?.[0] ?? '';
  let rest = text.slice(head.length);
  if (head === '') rest = takeDate(rest, DATE_FORMS['5'] as DateForm, result, today);
  if (head.startsWith('$$')) {
    rest = takeQuantity(rest, result);
    const flag = rest[0] ?? '';
    if (/[01]/.test(flag)) rest = takeDate(rest, MONTH_FORM, result, today);
    else if (DATE_FORMS[flag] !== undefined) rest = takeDate(rest.slice(1), DATE_FORMS[flag], result, today);
    else if (flag === '7') rest = rest.slice(1);
    else throw new Refused('badDate', `"${flag}" is no date form of a HIBC label.`);
  }
  if (rest === '') return;
  if (!/^[A-Z0-9.-]{1,20}$/.test(rest)) throw new Refused('badValue', `"${rest}" is not a lot or serial number of a HIBC label.`);
  if (head.endsWith('+')) result.serial = rest;
  else result.lot = rest;
}

/** 8 and two digits, or 9 and five. */
function takeQuantity(text: string, result: ScanResult): string {
  const match = /^(?:8(\d{2})|9(\d{5}))/.exec(text);
  if (match === null) {
    if (/^[89]/.test(text)) throw new Refused('badValue', 'The quantity of this HIBC label is not a number.');
    return text;
  }
  const count = Number(match[1] ?? match[2]);
  if (count > 0) result.count = count;
  else result.warnings.push('A quantity of 0 was left out.');
  return text.slice(match[0].length);
}

function takeDate(text: string, form: DateForm, result: ScanResult, today: PlainDate): string {
  const raw = text.slice(0, form.length);
  const date = raw.length === form.length && /^\d+$/.test(raw) ? form.read(raw, today) : null;
  if (date === null) throw new Refused('badDate', `Expiry ${raw} is not a calendar date.`);
  result.expiresOn = date;
  if (form === MONTH_FORM) result.warnings.push('Only month and year are printed: the last day of the month was taken.');
  if (form.hasHour) {
    const hour = raw.slice(-2);
    if (Number(hour) > 23) throw new Refused('badDate', `Hour ${hour} of the expiry is not an hour.`);
    result.warnings.push(`It expires at ${hour}:00 on that day.`);
  }
  return text.slice(form.length);
}

/** Data behind a further `/`: S serial, 14D expiry, 16D production, Q quantity. */
function readExtra(text: string, result: ScanResult, today: PlainDate): void {
  const match = /^(S|14D|16D|Q)(.+)$/.exec(text);
  if (match === null) {
    result.warnings.push(`"${text}" is not understood and was left out.`);
    return;
  }
  const [, key, value = ''] = match;
  if (key === 'S') result.serial = value;
  else if (key === 'Q') takeCount(value, result);
  else {
    const date = /^\d{8}$/.test(value) ? toPlainDate(`${value.slice(0, 4)}-${value.slice(4, 6)}-${value.slice(6)}`) : null;
    if (date === null) throw new Refused('badDate', `${key === '14D' ? 'Expiry' : 'Production date'} ${value} is not a calendar date.`);
    if (key === '16D') result.producedOn = date;
    else if (result.expiresOn !== undefined && result.expiresOn !== date)
      throw new Refused('conflict', `This label gives two expiry dates, ${result.expiresOn} and ${date}.`);
    else result.expiresOn = date;
  }
  if (result.producedOn !== undefined && result.producedOn > today) result.warnings.push('The production date lies ahead.');
}

function takeCount(value: string, result: ScanResult): void {
  if (!/^\d{1,5}$/.test(value) || Number(value) === 0) throw new Refused('badValue', `Quantity ${value} is not a number from 1 to 99999.`);
  result.count = Number(value);
}
