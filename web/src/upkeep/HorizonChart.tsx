import type { PlainDate } from '@ivrak/core/model';
import { useComputedColorScheme } from '@mantine/core';
import { clsx } from 'clsx';
import { CustomChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { type ChartColours, chartHeight, HEAD_HEIGHT, heightOf, horizonOption } from './horizonOption.ts';
import type { ChartRow } from './horizonRows.ts';
import css from './upkeep.module.css';

echarts.use([CustomChart, GridComponent, SVGRenderer]);

function coloursNow(): ChartColours {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    held: of('held-fill'),
    gap: of('gap'),
    order: of('emphasis'),
    inspect: of('action'),
    line: of('line'),
    ink: of('ink'),
    muted: of('muted'),
    card: of('card'),
    body: of('body'),
  };
}

/** Rungs as rows, two years along: solid while it is held, hollow and dashed from the day on which a need lapses. */
export function HorizonChart({ rows, from, to }: { rows: readonly ChartRow[]; from: PlainDate; to: PlainDate }) {
  const place = useRef<HTMLDivElement>(null);
  const scheme = useComputedColorScheme();
  useEffect(() => {
    if (place.current === null) return;
    const chart = echarts.init(place.current, null, { renderer: 'svg' });
    chart.setOption(horizonOption(rows, from, to, coloursNow()));
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(place.current);
    return () => {
      watch.disconnect();
      chart.dispose();
    };
  }, [rows, from, to, scheme]);
  return (
    <figure
      className={css.horizon}
      aria-label="Until when each rung of each kit is held, if nothing is done. The table says the same in words."
    >
      <div style={{ paddingTop: HEAD_HEIGHT }}>
        {rows.map((row) => (
          <div key={row.id} className={css.horizonName} style={{ height: heightOf(row) }}>
            <span className={css.horizonKit}>
              <b>{row.name}</b>
              <span className={clsx('small', row.isGap ? 'state-gap' : 'muted')}>{row.says}</span>
            </span>
            <span className={css.horizonRungs} aria-hidden="true">
              {row.bars.map(({ rung }) => (
                <span key={rung}>{rung}</span>
              ))}
            </span>
          </div>
        ))}
      </div>
      <div ref={place} className={css.horizonChart} style={{ height: HEAD_HEIGHT + chartHeight(rows) }} aria-hidden="true" />
      <figcaption className={clsx(css.horizonLegend, 'small')}>
        <span>
          <i className={css.legendHeld} /> held
        </span>
        <span>
          <i className={css.legendGap} /> gap if nothing is done
        </span>
        <span>
          <i className={css.mark} data-type="lapse" /> lapses
        </span>
        <span>
          <i className={css.mark} data-type="orderBy" /> order or book by
        </span>
        <span>
          <i className={css.mark} data-type="inspect" /> inspect
        </span>
      </figcaption>
    </figure>
  );
}
