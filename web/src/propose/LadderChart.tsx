import type { Ladder } from '@ivrak/core/propose';
import { useComputedColorScheme } from '@mantine/core';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { LabelLayout } from 'echarts/features';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { type LadderColours, ladderOption } from './ladderOption.ts';
import css from './propose.module.css';

echarts.use([LineChart, GridComponent, MarkLineComponent, LabelLayout, SVGRenderer]);

function coloursNow(): LadderColours {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    step: of('action'),
    nested: of('thin-fill'),
    sum: of('gap'),
    line: of('line'),
    ink: of('ink'),
    muted: of('muted'),
    card: of('card'),
    body: of('body'),
    mono: of('mono'),
  };
}

interface LadderChartProps {
  ladder: Ladder;
  sum: number | null;
  at: number | null;
  show: (value: number) => string;
}

/** Needs held along a sum, as a stair. */
export function LadderChart({ ladder, sum, at, show }: LadderChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const drawn = useRef<echarts.ECharts | null>(null);
  const scheme = useComputedColorScheme();
  useEffect(() => {
    if (place.current === null) return;
    const chart = echarts.init(place.current, null, { renderer: 'svg' });
    drawn.current = chart;
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(place.current);
    return () => {
      watch.disconnect();
      chart.dispose();
      drawn.current = null;
    };
  }, []);
  useEffect(() => {
    drawn.current?.setOption(ladderOption({ ladder, sum, at, show }, coloursNow()), true);
  }, [ladder, sum, at, show, scheme]);
  return <div ref={place} className={css.chart} style={{ height: 60 + 24 * ladder.steps.length }} aria-hidden="true" />;
}
