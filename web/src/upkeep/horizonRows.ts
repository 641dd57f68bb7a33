import { addDays, daysBetween, type NeedId, type PlainDate, RUNGS, type Rung, rungOf, showDate } from '@ivrak/core/model';
import type { HorizonRow } from '@ivrak/core/upkeep';

export interface Bar {
  rung: Rung;
  /** Day from which something of this rung is missing; null: not within the span. */
  gapFrom: PlainDate | null;
}
export interface ChartRow {
  id: string;
  name: string;
  says: string;
  isGap: boolean;
  bars: Bar[];
  lapses: { on: PlainDate; rung: Rung }[];
  orders: { on: PlainDate; rung: Rung }[];
  inspections: PlainDate[];
}

/** Whether a need is the one that is asked for, or on the rung that is. */
export const isAbout = (need: NeedId, only: Rung | NeedId | null): boolean => only === null || only === need || only === rungOf(need);

/** What the chart draws of a row of the horizon: a bar a rung, broken where the first need of it falls. */
export function chartRow(row: HorizonRow, from: PlainDate, only: Rung | NeedId | null): ChartRow {
  const needs = row.needs.filter(({ need }) => isAbout(need, only));
  const rungs = RUNGS.filter((rung) => needs.some(({ need }) => rungOf(need) === rung));
  const bars = rungs.map((rung): Bar => {
    const own = needs.filter(({ need }) => rungOf(need) === rung);
    const falls = own.flatMap(({ isHeld, lapsesOn }) => (isHeld ? (lapsesOn ?? []) : [from])).sort();
    return { rung, gapFrom: falls[0] ?? null };
  });
  return {
    id: `${row.of}-${row.id}`,
    name: row.name,
    says: sayOf(row, from),
    isGap: row.gapNow,
    bars,
    lapses: needs.flatMap(({ lapsesOn, need }) => (lapsesOn === null ? [] : [{ on: lapsesOn, rung: rungOf(need) }])),
    orders: needs.flatMap(({ orderBy, bookBy, need }) => {
      const on = orderBy ?? bookBy;
      return on === null ? [] : [{ on, rung: rungOf(need) }];
    }),
    inspections: row.inspections,
  };
}

export const sayOf = ({ gapNow, holdsUntil }: HorizonRow, today: PlainDate): string =>
  gapNow ? 'gap now' : holdsUntil === null ? 'nothing lapses' : `holds ${daysBetween(today, holdsUntil)} days`;

export const untilOf = ({ holdsUntil }: HorizonRow): string => (holdsUntil === null ? 'past the span' : showDate(holdsUntil));

/** First days of months within a span. */
export function monthsIn(from: PlainDate, to: PlainDate): PlainDate[] {
  const months: PlainDate[] = [];
  for (let day = from; day <= to; day = addDays(day, 1)) if (day.endsWith('-01')) months.push(day);
  return months;
}
