import { plainDate } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { chartHeight, heightOf, horizonOption, monthsApart } from './horizonOption.ts';
import type { ChartRow } from './horizonRows.ts';

const FROM = plainDate('2026-11-25');
const TO = plainDate('2028-11-24');
const COLOURS = { held: 'h', gap: 'g', order: 'o', inspect: 'i', line: 'l', ink: 'k', muted: 'm', card: 'c', body: 'b' };
const row = (more: Partial<ChartRow>): ChartRow => ({
  id: 'k',
  name: 'Kit',
  says: '',
  isGap: false,
  bars: [],
  lapses: [],
  orders: [],
  inspections: [],
  ...more,
});

type Series = { name: string; data: [start: number, end: number, y: number, row: number][] };
const seriesOf = (rows: ChartRow[]): Map<string, Series['data']> =>
  new Map((horizonOption(rows, FROM, TO, COLOURS).series as Series[]).map(({ name, data }) => [name, data]));

describe('the chart', () => {
  it('names as many months as there is room for', () => {
    expect([40, 26, 25, 9, 7, 5, 4, 1].map(monthsApart)).toEqual([1, 1, 3, 3, 6, 6, 12, 12]);
  });

  it('draws a bar up to the day on which a rung falls, and a gap from there to the end of the span', () => {
    const series = seriesOf([
      row({
        bars: [
          { rung: 'M', gapFrom: plainDate('2026-12-05') },
          { rung: 'R', gapFrom: FROM },
          { rung: 'H', gapFrom: null },
        ],
      }),
    ]);
    const spans = (name: string) => series.get(name)?.map(([start, end]) => [start, end]);
    expect(spans('held')).toEqual([
      [0, 10],
      [0, 730],
    ]);
    expect(spans('gap')).toEqual([
      [10, 730],
      [0, 730],
    ]);
  });

  it('puts each mark beside the bar of its rung, and inspections below all bars of their kit', () => {
    const bars = [
      { rung: 'M' as const, gapFrom: null },
      { rung: 'C' as const, gapFrom: null },
    ];
    const on = plainDate('2027-01-04');
    const series = seriesOf([
      row({ bars }),
      row({ id: 'two', bars, lapses: [{ on, rung: 'C' }], orders: [{ on: FROM, rung: 'M' }], inspections: [on] }),
    ]);
    const first = heightOf(row({ bars }));
    const yOf = (name: string) => series.get(name)?.[0]?.[2] ?? Number.NaN;
    const heldRows = series.get('held')?.map(([, , y]) => y) ?? [];
    expect(heldRows).toHaveLength(4);
    expect(yOf('order')).toBe(heldRows[2]);
    expect(yOf('lapse')).toBe(heldRows[3]);
    expect(yOf('inspect')).toBeGreaterThan(Math.max(...heldRows));
    expect(yOf('inspect')).toBeLessThan(chartHeight([row({ bars }), row({ bars })]));
    expect(yOf('order')).toBeGreaterThan(first);
    expect(series.get('lapse')?.[0]?.[0]).toBe(40);
  });

  it('is as high as its rows together, and has a line for every month in the span', () => {
    const rows = [row({ bars: [{ rung: 'M', gapFrom: null }] }), row({ id: 'two' })];
    const option = horizonOption(rows, FROM, TO, COLOURS);
    expect((option.yAxis as { max: number }).max).toBe(chartHeight(rows));
    expect(seriesOf(rows).get('months')).toHaveLength(24);
  });
});
