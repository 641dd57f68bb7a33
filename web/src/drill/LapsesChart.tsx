import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { useCallback } from 'react';
import { type Styles, useChart } from '../drawing/useChart.ts';
import css from './drill.module.css';
import { DASHES, lapsesOption, type PersonLine } from './lapsesOption.ts';

echarts.use([LineChart, GridComponent]);

/** Names of colours, of the first person and of those after. */
const LINES = ['action', 'emphasis', 'gap'] as const;

/** How often things were missed, sitting by sitting. */
export function LapsesChart({ people }: { people: readonly PersonLine[] }) {
  const option = useCallback(
    (of: Styles) => lapsesOption(people, { lines: LINES.map(of), line: of('line'), ink: of('ink'), muted: of('muted'), mono: of('mono') }),
    [people],
  );
  const place = useChart(option);
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
