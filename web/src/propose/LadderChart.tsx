import type { Ladder } from '@ivrak/core/propose';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { LabelLayout } from 'echarts/features';
import { useCallback } from 'react';
import { type Styles, useChart } from '../drawing/useChart.ts';
import { type LadderColours, ladderOption } from './ladderOption.ts';
import css from './propose.module.css';

echarts.use([LineChart, GridComponent, MarkLineComponent, LabelLayout]);

const coloursOf = (of: Styles): LadderColours => ({
  step: of('action'),
  nested: of('thin-fill'),
  sum: of('gap'),
  line: of('line'),
  ink: of('ink'),
  muted: of('muted'),
  card: of('card'),
  body: of('body'),
  mono: of('mono'),
});

interface LadderChartProps {
  ladder: Ladder;
  sum: number | null;
  at: number | null;
  show: (value: number) => string;
}

/** Needs held along a sum, as a stair. */
export function LadderChart({ ladder, sum, at, show }: LadderChartProps) {
  const option = useCallback((of: Styles) => ladderOption({ ladder, sum, at, show }, coloursOf(of)), [ladder, sum, at, show]);
  const place = useChart(option);
  return <div ref={place} className={css.chart} style={{ height: 60 + 24 * ladder.steps.length }} aria-hidden="true" />;
}
