import * as z from 'zod';

/** Years in which a kit can have been packed, used or lapse; anything else is a slip of the keyboard. */
export const FIRST_YEAR = 1900;
export const LAST_YEAR = 2200;

/** The farthest that clocks anywhere stand from Greenwich: UTC-12:00 to UTC+14:00. */
const MOST_MINUTES_EAST = 14 * 60;
const MOST_MINUTES_WEST = 12 * 60;

function isOnEarth(text: string): boolean {
  const [, sign, hours, minutes] = /([+-])(\d{2}):(\d{2})$/.exec(text) ?? [];
  if (sign === undefined) return true;
  const offset = Number(hours) * 60 + Number(minutes);
  return offset <= (sign === '+' ? MOST_MINUTES_EAST : MOST_MINUTES_WEST);
}

export const isInYears = (text: string): boolean => Number(text.slice(0, 4)) >= FIRST_YEAR && Number(text.slice(0, 4)) <= LAST_YEAR;

/** A time with its zone, ISO 8601, within the years that dates may have. */
export const TimeSchema = z.iso
  .datetime({ offset: true, error: 'must be a time with zone, e.g. 2026-11-25T14:02:00Z', abort: true })
  .refine(isInYears, { message: `must lie in the years ${FIRST_YEAR} to ${LAST_YEAR}` })
  .refine(isOnEarth, { message: 'must have a zone that exists, -12:00 to +14:00' });
