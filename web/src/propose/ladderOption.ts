import { NEEDS } from '@ivrak/core/model';
import type { Ladder } from '@ivrak/core/propose';
import type { EChartsOption } from 'echarts/types/dist/shared';

export interface LadderColours {
  step: string;
  nested: string;
  sum: string;
  line: string;
  ink: string;
  muted: string;
  card: string;
  body: string;
  mono: string;
}
interface Drawn {
  ladder: Ladder;
  /** What stands in as a line; null: nothing was typed. */
  sum: number | null;
  /** The step that is read. */
  at: number | null;
  show: (value: number) => string;
}

type Point = [value: number, held: number];

/** Along money, grams or millimetres, needs held: a stair, and beside it the one of whoever keeps everything. */
export function ladderOption({ ladder, sum, at, show }: Drawn, colours: LadderColours): EChartsOption {
  const { steps, nested } = ladder;
  const most = Math.max(1, sum ?? 0, steps.at(-1)?.value ?? 0, nested.at(-1)?.value ?? 0);
  const stair = (of: Ladder['steps']): Point[] => [[0, 0], ...of.map(({ value }, index): Point => [value, index + 1])];
  const free = stair(steps);
  const isSame = nested.every(({ value }, index) => value === steps[index]?.value);
  const text = { fontFamily: colours.body, fontSize: 13, color: colours.ink };
  return {
    animation: false,
    grid: { left: 34, right: 150, top: 14, bottom: 30 },
    xAxis: {
      type: 'value',
      min: 0,
      max: most * 1.02,
      axisLabel: {
        fontFamily: colours.mono,
        fontSize: 13,
        color: colours.muted,
        formatter: (value: number) => show(value),
        hideOverlap: true,
        showMaxLabel: false,
      },
      splitLine: { lineStyle: { color: colours.line } },
      axisLine: { lineStyle: { color: colours.ink } },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: steps.length + 0.6,
      minInterval: 1,
      axisLabel: { fontFamily: colours.mono, fontSize: 13, color: colours.muted, showMaxLabel: false },
      splitLine: { show: false },
    },
    series: [
      ...(isSame
        ? []
        : [
            {
              type: 'line' as const,
              step: 'end' as const,
              data: stair(nested),
              symbol: 'none',
              lineStyle: { color: colours.nested, width: 2, type: 'dashed' as const },
              silent: true,
            },
          ]),
      {
        type: 'line',
        step: 'end',
        data: free.map((point, index) => ({
          value: point,
          symbolSize: index === 0 ? 0 : at === index - 1 ? 13 : 8,
          label: {
            show: index > 0,
            position: 'right' as const,
            distance: 4,
            offset: [2, 11],
            ...text,
            fontWeight: at === index - 1 ? ('bold' as const) : ('normal' as const),
            backgroundColor: colours.card,
            padding: [1, 3],
            formatter: () => labelOf(ladder, index - 1),
          },
        })),
        symbol: 'circle',
        labelLayout: { hideOverlap: true },
        itemStyle: { color: colours.step },
        lineStyle: { color: colours.step, width: 2.5 },
        ...(sum === null
          ? {}
          : {
              markLine: {
                silent: true,
                symbol: 'none',
                lineStyle: { color: colours.sum, width: 2, type: 'solid' as const },
                label: { show: false },
                data: [{ xAxis: Math.min(sum, most * 1.02) }],
              },
            }),
      },
    ],
  };
}

/** What is held from a step on, with what gives way for it. */
const labelOf = ({ steps }: Ladder, index: number): string => {
  const step = steps[index];
  if (step === undefined) return '';
  return step.drops.length === 0 ? NEEDS[step.need].label : `${NEEDS[step.need].label}, with a swap`;
};
