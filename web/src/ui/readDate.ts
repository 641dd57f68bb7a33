import { type PlainDate, toPlainDate } from '@ivrak/core/model';

/** A date as it is typed off a packet: a day, or a month, which is good through its last day. Null: no such date. */
export const readDate = (text: string): PlainDate | null => toPlainDate(text) ?? endOfMonth(text);

function endOfMonth(text: string): PlainDate | null {
  if (!/^\d{4}-\d{2}$/.test(text)) return null;
  return [31, 30, 29, 28].map((day) => toPlainDate(`${text}-${day}`)).find((date) => date !== null) ?? null;
}
