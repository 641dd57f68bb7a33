import type { SittingPoint } from '@ivrak/core/drill';
import { MONTHS } from '@ivrak/core/model';
import type { EChartsOption } from 'echarts/types/dist/shared';

export interface LapsesColours {
  lines: readonly string[];
  line: string;
  ink: string;
  muted: string;
  mono: string;
}
export interface PersonLine {
  name: string;
  points: readonly SittingPoint[];
}

export const DASHES = ['solid', 'dashed', 'dotted'] as const;
const STEP = 25;

/** Of what was asked, %. */
export const missedShare = ({ asked, missed }: SittingPoint): number => (asked === 0 ? 0 : Math.round((100 * missed) / asked));

/** Sitting by sitting, how much of what was asked each person missed; told apart by the dash of the line. */
export function lapsesOption(people: readonly PersonLine[], colours: LapsesColours): EChartsOption {
  const text = { fontFamily: colours.mono, fontSize: 13, color: colours.muted };
  return {
    animation: false,
    grid: { left: 48, right: 12, top: 14, bottom: 30 },
    xAxis: {
      type: 'time',
      axisLabel: { ...text, hideOverlap: true, formatter: (at: number) => MONTHS[new Date(at).getUTCMonth()] ?? '' },
      minInterval: 28 * 86_400_000,
      axisLine: { lineStyle: { color: colours.ink } },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: Math.max(2 * STEP, ...people.flatMap(({ points }) => points.map((point) => STEP * Math.ceil(missedShare(point) / STEP)))),
      interval: STEP,
      axisLabel: { ...text, formatter: (share: number) => `${share} %` },
      splitLine: { lineStyle: { color: colours.line } },
    },
    series: people.map(({ name, points }, index) => {
      const colour = colours.lines[index % colours.lines.length] ?? colours.ink;
      return {
        type: 'line',
        name,
        data: points.map((point) => [Date.parse(point.at), missedShare(point)]),
        symbol: 'circle',
        symbolSize: 6,
        itemStyle: { color: colour },
        lineStyle: { color: colour, width: 2, type: DASHES[index % DASHES.length] ?? 'solid' },
      };
    }),
  };
}
