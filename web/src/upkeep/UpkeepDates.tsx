import { NEEDS, type PlainDate, showDate } from '@ivrak/core/model';
import type { UpkeepEvent } from '@ivrak/core/upkeep';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { TYPES } from './UpkeepFilters.tsx';
import css from './upkeep.module.css';

export function Dates({ events, from, to }: { events: readonly UpkeepEvent[]; from: PlainDate; to: PlainDate }) {
  return (
    <>
      <p className="small muted">
        {events.length} dates to {showDate(to)}
      </p>
      {events.length === 0 && <p>Nothing here. Take the filters off to see all dates.</p>}
      {groupByMonth(events, from).map(([month, own]) => (
        <section key={month} aria-label={month}>
          <h2 className={css.month}>{month}</h2>
          <table className={css.table}>
            <tbody>
              {own.map((event) => (
                <EventRow
                  key={`${event.type}-${event.kitId}-${event.on}-${event.need}-${event.unitIds.join()}`}
                  event={event}
                  from={from}
                />
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </>
  );
}

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'];

function groupByMonth(events: readonly UpkeepEvent[], today: PlainDate): [string, UpkeepEvent[]][] {
  const groups = new Map<string, UpkeepEvent[]>();
  for (const event of events) {
    const name = event.on <= today ? 'Now' : `${MONTHS[Number(event.on.slice(5, 7)) - 1]} ${event.on.slice(0, 4)}`;
    groups.set(name, [...(groups.get(name) ?? []), event]);
  }
  return [...groups];
}

function EventRow({ event, from }: { event: UpkeepEvent; from: PlainDate }) {
  const isNow = event.on <= from;
  return (
    <tr>
      <td className={clsx(clsx(css.date, 'mono nowrap'), isNow && 'state-gap')}>{isNow ? 'now' : showDate(event.on)}</td>
      <td className={css.type}>
        <span className={css.mark} data-type={event.type} aria-hidden="true" />
        {TYPES[event.type]}
      </td>
      <td>
        <Link to={`/kits/${event.kitId}/bench${event.need === null ? '' : `?rung=${event.need[0]}`}`}>{event.kitName}</Link>
      </td>
      <td>
        {event.text}
        {event.need !== null && event.type === 'lapse' && (
          <span className="small muted">
            {' '}
            Need: {event.need[0]} {NEEDS[event.need].label}.
          </span>
        )}
      </td>
    </tr>
  );
}
