import { daysBetween, MONTHS, type PlainDate } from '@ivrak/core/model';
import type { CustomSeriesRenderItemAPI, CustomSeriesRenderItemParams } from 'echarts';
import type { EChartsOption } from 'echarts/types/dist/shared';
import { type ChartRow, monthsIn } from './horizonRows.ts';

/** Heights in px: the list of names beside the chart is laid out with the same. */
export const BAR_HEIGHT = 12;
export const MARK_HEIGHT = 14;
export const ROW_GAP = 8;
export const HEAD_HEIGHT = 44;

export const heightOf = ({ bars }: ChartRow): number => Math.max(3, bars.length) * BAR_HEIGHT + MARK_HEIGHT + ROW_GAP;
export const chartHeight = (rows: readonly ChartRow[]): number => rows.reduce((sum, row) => sum + heightOf(row), 0);

export interface ChartColours {
  held: string;
  gap: string;
  order: string;
  inspect: string;
  line: string;
  ink: string;
  muted: string;
  card: string;
  body: string;
}

type Cells = [start: number, end: number, y: number, name: number];

interface Drawn {
  held: Cells[];
  gaps: Cells[];
  lapses: Cells[];
  orders: Cells[];
  looks: Cells[];
  /** Under each row, px. */
  lines: number[];
  high: number;
}

/** Every bar and mark: days from the first day along x, px down along y. `at` gives the days of a date, within the span. */
function drawnRows(rows: readonly ChartRow[], days: number, at: (date: PlainDate) => number): Drawn {
  const drawn: Drawn = { held: [], gaps: [], lapses: [], orders: [], looks: [], lines: [], high: 0 };
  for (const [index, row] of rows.entries()) {
    const top = drawn.high;
    for (const [bar, { gapFrom }] of row.bars.entries()) {
      const y = top + bar * BAR_HEIGHT + BAR_HEIGHT / 2;
      const end = gapFrom === null ? days : at(gapFrom);
      if (end > 0) drawn.held.push([0, end, y, index]);
      if (gapFrom !== null && end < days) drawn.gaps.push([end, days, y, index]);
    }
    const rowOf = (rung: ChartRow['bars'][number]['rung']) =>
      top + row.bars.findIndex((bar) => bar.rung === rung) * BAR_HEIGHT + BAR_HEIGHT / 2;
    for (const { on, rung } of row.lapses) drawn.lapses.push([at(on), at(on), rowOf(rung), index]);
    for (const { on, rung } of row.orders) drawn.orders.push([at(on), at(on), rowOf(rung), index]);
    const under = top + Math.max(3, row.bars.length) * BAR_HEIGHT + MARK_HEIGHT / 2 - 1;
    for (const on of row.inspections) drawn.looks.push([at(on), at(on), under, index]);
    drawn.high += heightOf(row);
    drawn.lines.push(drawn.high - ROW_GAP / 2);
  }
  return drawn;
}

/** Bars and marks in the order in which they lie over each other. */
const markSeries = ({ held, gaps, lapses, orders, looks, lines }: Drawn, days: number, colours: ChartColours) => [
  marks(
    'rows',
    lines.map((y): Cells => [0, days, y, 0]),
    (_, x, y, x2) => line(x, y, x2, y, colours.line, 1),
  ),
  marks('held', held, (_, x, y, x2) => ({
    type: 'rect',
    shape: { x, y: y - BAR_HEIGHT / 2 + 1.5, width: x2 - x, height: BAR_HEIGHT - 3 },
    style: { fill: colours.held },
  })),
  marks('gap', gaps, (_, x, y, x2) => ({
    type: 'rect',
    shape: { x: x + 2, y: y - BAR_HEIGHT / 2 + 2, width: Math.max(0, x2 - x - 2), height: BAR_HEIGHT - 4 },
    style: { fill: 'transparent', stroke: colours.gap, lineDash: [4, 3], lineWidth: 1 },
  })),
  marks('lapse', lapses, (_, x, y) => line(x, y - BAR_HEIGHT / 2, x, y + BAR_HEIGHT / 2, colours.gap, 3)),
  marks('order', orders, (_, x, y) => ({
    type: 'polygon',
    shape: { points: diamond(Math.max(MARK_HALF, x), y) },
    style: { fill: colours.order, stroke: colours.card, lineWidth: 1 },
  })),
  marks('inspect', looks, (_, x, y) => ({
    type: 'circle',
    shape: { cx: Math.max(5, x), cy: y, r: 4 },
    style: { fill: colours.card, stroke: colours.inspect, lineWidth: 2 },
  })),
];

const MARK_HALF = 6;
const diamond = (x: number, y: number): [number, number][] => [
  [x, y - MARK_HALF],
  [x + MARK_HALF, y],
  [x, y + MARK_HALF],
  [x - MARK_HALF, y],
];

/** The chart as the library wants it: days from the first day along x, px down along y. */
export function horizonOption(rows: readonly ChartRow[], from: PlainDate, to: PlainDate, colours: ChartColours): EChartsOption {
  const days = daysBetween(from, to);
  const at = (date: PlainDate) => Math.min(days, Math.max(0, daysBetween(from, date)));
  const drawn = drawnRows(rows, days, at);
  const top = drawn.high;
  const months = monthsIn(from, to);
  return {
    animation: false,
    textStyle: { fontFamily: colours.body },
    grid: { left: 0, right: 14, top: HEAD_HEIGHT, bottom: 0 },
    xAxis: { type: 'value', min: 0, max: days, show: false },
    yAxis: { type: 'value', min: 0, max: top, inverse: true, show: false },
    series: [
      marks(
        'months',
        months.map((month): Cells => [at(month), at(month), 0, 0]),
        (api, x) => {
          const month = months.find((one) => at(one) === Math.round(Number(api.value(0))));
          const every = monthsApart(Number((api.size?.([MONTH_DAYS, 0]) as number[] | undefined)?.[0] ?? MONTH_PX));
          const isMarked = month !== undefined && (Number(month.slice(5, 7)) - 1) % every === 0;
          return {
            type: 'group',
            children: [
              ...(isMarked ? [line(x, HEAD_HEIGHT, x, HEAD_HEIGHT + top, colours.line, 1)] : []),
              ...(month === undefined ? [] : monthLabel(month, months, isMarked, x, colours)),
            ],
          };
        },
      ),
      ...markSeries(drawn, days, colours),
    ],
  };
}

const line = (x1: number, y1: number, x2: number, y2: number, stroke: string, lineWidth: number) => ({
  type: 'line' as const,
  shape: { x1, y1, x2, y2 },
  style: { stroke, lineWidth },
});

const MONTH_DAYS = 30;
/** What the name of a month takes. */
const MONTH_PX = 26;

/** Of how many months one is named, where a month is so many px wide. */
export const monthsApart = (monthPx: number): number => [1, 3, 6].find((every) => monthPx * every >= MONTH_PX) ?? 12;

/** The month where there is room for it, and above the first and each January its year. */
function monthLabel(month: PlainDate, months: readonly PlainDate[], isNamed: boolean, x: number, colours: ChartColours) {
  const index = months.indexOf(month);
  // The first month says its year only where the next one leaves room.
  const january = months.findIndex((one) => one.slice(5, 7) === '01');
  const isYear = month.slice(5, 7) === '01' || (index === 0 && (january < 0 || january > 1));
  const label = (text: string, y: number, weight: 'bold' | 'normal') => ({
    type: 'text' as const,
    style: {
      x: x + 2,
      y,
      text,
      fill: weight === 'bold' ? colours.ink : colours.muted,
      font: `${weight === 'bold' ? 700 : 400} 12px ${colours.body}`,
    },
  });
  return [
    ...(isNamed ? [label(MONTHS[Number(month.slice(5, 7)) - 1] ?? '', 24, 'normal')] : []),
    ...(isYear ? [label(month.slice(0, 4), 6, 'bold')] : []),
  ];
}

type Draw = (api: CustomSeriesRenderItemAPI, x: number, y: number, x2: number) => Record<string, unknown>;

function marks(name: string, data: readonly Cells[], draw: Draw) {
  return {
    type: 'custom' as const,
    name,
    silent: true,
    clip: false,
    data: data as unknown as number[][], // tuples of numbers
    renderItem: (_: CustomSeriesRenderItemParams, api: CustomSeriesRenderItemAPI) => {
      const [x = 0, y = 0] = api.coord([api.value(0), api.value(2)]);
      const [x2 = 0] = api.coord([api.value(1), api.value(2)]);
      return draw(api, x, y, x2) as never; // the library's union of shapes is wider than what is drawn here
    },
  };
}
