import { fromFields as durationOf } from 'temporal-polyfill/fns/Duration';
import { add, create, daysInMonth, diff, type Record as PlainDateRecord, toString as write } from 'temporal-polyfill/fns/PlainDate';
import * as z from 'zod';
import { FIRST_YEAR, isInYears, LAST_YEAR } from './time.ts';

/** A calendar date without a time, `YYYY-MM-DD`. Plain dates of four-digit years compare correctly as strings. */
export type PlainDate = string & { readonly __plainDate: true };

const SHAPE = /^\d{4}-\d{2}-\d{2}$/;

/** Returns the date, or null where the text is not an existing calendar day (2027-02-30, 2027-13-01, 27-1-1). */
export function toPlainDate(text: string): PlainDate | null {
  if (!SHAPE.test(text)) return null;
  try {
    parse(text);
    return text as PlainDate; // checked on the line above
  } catch {
    return null;
  }
}

/** As `toPlainDate`, for dates that the program itself wrote. Throws RangeError on anything else. */
export function plainDate(text: string): PlainDate {
  const date = toPlainDate(text);
  if (date === null) throw new RangeError(`not a calendar date: ${text}`);
  return date;
}

export const PlainDateSchema = z
  .string()
  .refine((text) => toPlainDate(text) !== null, { message: 'must be an existing calendar date as YYYY-MM-DD', abort: true })
  .refine(isInYears, { message: `must lie in the years ${FIRST_YEAR} to ${LAST_YEAR}` })
  .transform((text) => text as PlainDate) // refined on the line above
  .meta({ format: 'date', example: '2027-03-14' });

/** Throws RangeError on days that do not exist. */
const parse = (text: string): PlainDateRecord => create(Number(text.slice(0, 4)), Number(text.slice(5, 7)), Number(text.slice(8)));

/** The date `days` after (negative: before) `date`. */
export function addDays(date: PlainDate, days: number): PlainDate {
  return write(add(parse(date), durationOf({ days }))) as PlainDate; // printed as an ISO date
}

/** The date so many months later; of a month that is too short, its last day. */
export function addMonths(date: PlainDate, months: number): PlainDate {
  return write(add(parse(date), durationOf({ months }))) as PlainDate; // printed as an ISO date
}

/** Whole days from `from` to `to`; negative where `to` is earlier. */
export function daysBetween(from: PlainDate, to: PlainDate): number {
  return diff(parse(from), parse(to), { largestUnit: 'day' }).days;
}

/** The last day of a month, as a plain date. `month` is 1 to 12. */
export function lastDayOfMonth(year: number, month: number): PlainDate {
  return plainDate(`${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${daysInMonth(create(year, month, 1))}`);
}

/** Orders null (no date) after every date. */
export function compareExpiry(a: PlainDate | null, b: PlainDate | null): number {
  if (a === b) return 0;
  if (a === null) return 1;
  if (b === null) return -1;
  return a < b ? -1 : 1;
}

/** Short, as dates are shown, January first. */
export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** `14 Mar 2027`: the one form in which dates are shown. */
export function showDate(date: PlainDate): string {
  return `${date.slice(8)} ${MONTHS[Number(date.slice(5, 7)) - 1]} ${date.slice(0, 4)}`;
}
