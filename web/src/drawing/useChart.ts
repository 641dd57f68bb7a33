import { useComputedColorScheme } from '@mantine/core';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { EChartsOption } from 'echarts/types/dist/shared';
import { type RefObject, useEffect, useRef } from 'react';

echarts.use([SVGRenderer]);

/** A colour or a typeface by its name, as the light that is on has it. */
export type Styles = (name: string) => string;

function stylesNow(): Styles {
  const style = getComputedStyle(document.documentElement);
  return (name) => style.getPropertyValue(`--${name}`).trim();
}

/** Where a chart is drawn, as large as that place, anew when `option` or the light changes; `option` is kept by whoever asks. */
export function useChart(option: (of: Styles) => EChartsOption): RefObject<HTMLDivElement | null> {
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
  // Colours follow the light.
  useEffect(() => drawn.current?.setOption(option(stylesNow()), true), [option, scheme]);
  return place;
}
