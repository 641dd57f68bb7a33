import { NEEDS, type NeedId, type PlainDate, type Rung, showDate } from '@ivrak/core/model';
import type { HorizonRow } from '@ivrak/core/upkeep';
import { clsx } from 'clsx';
import parts from '../ui/parts.module.css';
import { isAbout, sayOf, untilOf } from './horizonRows.ts';
import css from './upkeep.module.css';

/** The horizon in words: what falls when, and by when to order. */
export function HorizonTable({ rows, today, only }: { rows: readonly HorizonRow[]; today: PlainDate; only: Rung | NeedId | null }) {
  return (
    <table className={clsx(css.table, css.horizonTable)} aria-label="Until when each need is held">
      <thead>
        <tr>
          <th scope="col">Kit</th>
          <th scope="col">Holds until</th>
          <th scope="col">Next inspection</th>
          <th scope="col">Falls on</th>
          <th scope="col">What falls</th>
          <th scope="col">Order, book by</th>
        </tr>
      </thead>
      {rows.map((row) => {
        const seen = row.needs.filter(({ need }) => isAbout(need, only));
        const lines = [
          ...seen.filter(({ isHeld }) => !isHeld).map((need) => ({ ...need, isMissing: true })),
          ...seen
            .filter(({ lapsesOn }) => lapsesOn !== null)
            .sort((a, b) => ((a.lapsesOn ?? '') < (b.lapsesOn ?? '') ? -1 : 1))
            .map((need) => ({ ...need, isMissing: false })),
        ];
        const height = Math.max(1, lines.length);
        return (
          <tbody key={`${row.of}-${row.id}`}>
            {(lines.length === 0 ? [null] : lines).map((line, index) => (
              <tr key={line?.need ?? 'none'}>
                {index === 0 && (
                  <>
                    <th scope="rowgroup" rowSpan={height}>
                      {row.name}
                      <span className={clsx(clsx(parts.block, 'small'), row.gapNow ? 'state-gap' : 'muted')}>{sayOf(row, today)}</span>
                    </th>
                    <td className="mono nowrap" rowSpan={height}>
                      {untilOf(row)}
                    </td>
                    <td className="mono nowrap" rowSpan={height}>
                      {row.inspections[0] === undefined ? '–' : showDate(row.inspections[0])}
                    </td>
                  </>
                )}
                <td className={clsx('mono nowrap', line?.isMissing && 'state-gap')}>
                  {line === null ? '–' : line.lapsesOn === null ? 'now' : showDate(line.lapsesOn)}
                </td>
                <td>
                  {line === null ? 'nothing in two years' : `${line.need[0]} ${NEEDS[line.need].label}`}
                  {line?.bookBy != null && <span className="small muted"> with a course</span>}
                </td>
                <td className="mono nowrap">{actBy(line)}</td>
              </tr>
            ))}
          </tbody>
        );
      })}
    </table>
  );
}

const actBy = (line: (HorizonRow['needs'][number] & { isMissing: boolean }) | null): string => {
  const day = line?.orderBy ?? line?.bookBy ?? null;
  return day !== null ? showDate(day) : line?.isMissing === true ? 'now' : '–';
};
