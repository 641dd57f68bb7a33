import { useComputedColorScheme } from '@mantine/core';
import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import css from './drill.module.css';
import { DASHES, type LapsesColours, lapsesOption, type PersonLine } from './lapsesOption.ts';

echarts.use([LineChart, GridComponent, SVGRenderer]);

/** Names of colours, of the first person and of those after. */
const LINES = ['action', 'emphasis', 'gap'] as const;

function coloursNow(): LapsesColours {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    lines: LINES.map(of),
    line: of('line'),
    ink: of('ink'),
    muted: of('muted'),
    mono: of('mono'),
  };
}

/** How often things were missed, sitting by sitting. */
export function LapsesChart({ people }: { people: readonly PersonLine[] }) {
  const place = useRef<HTMLDivElement>(null);
  const scheme = useComputedColorScheme();
  useEffect(() => {
    if (place.current === null) return;
    const chart = echarts.init(place.current, null, { renderer: 'svg' });
    chart.setOption(lapsesOption(people, coloursNow()));
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(place.current);
    return () => {
      watch.disconnect();
      chart.dispose();
    };
  }, [people, scheme]);
  return (
    <>
      <ul className={css.names}>
        {people.map(({ name }, index) => (
          <li key={name}>
            <i
              aria-hidden="true"
              style={{ borderTopStyle: DASHES[index % DASHES.length], borderTopColor: `var(--${LINES[index % LINES.length]})` }}
            />
            {name}
          </li>
        ))}
      </ul>
      <div ref={place} className={css.chart} aria-hidden="true" />
    </>
  );
}
