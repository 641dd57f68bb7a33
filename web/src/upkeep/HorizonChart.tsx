import type { PlainDate } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { CustomChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { useCallback } from 'react';
import { type Styles, useChart } from '../drawing/useChart.ts';
import { type ChartColours, chartHeight, HEAD_HEIGHT, heightOf, horizonOption } from './horizonOption.ts';
import type { ChartRow } from './horizonRows.ts';
import css from './upkeep.module.css';

echarts.use([CustomChart, GridComponent]);

const coloursOf = (of: Styles): ChartColours => ({
  held: of('held-fill'),
  gap: of('gap'),
  order: of('emphasis'),
  inspect: of('action'),
  line: of('line'),
  ink: of('ink'),
  muted: of('muted'),
  card: of('card'),
  body: of('body'),
});

/** Rungs as rows, two years along: solid while it is held, hollow and dashed from the day on which a need lapses. */
export function HorizonChart({ rows, from, to }: { rows: readonly ChartRow[]; from: PlainDate; to: PlainDate }) {
  const option = useCallback((of: Styles) => horizonOption(rows, from, to, coloursOf(of)), [rows, from, to]);
  const place = useChart(option);
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
