import { daysBetween, NEEDS, type PlainDate, showDate, type UpkeepEvent } from '@ivrak/core';
import { Button, Select } from '@mantine/core';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, messageOf } from '../api/client.ts';
import { type MusteredKit, useKits, useRefresh, useUpkeep } from '../api/queries.ts';
import { Blank } from '../shell/Blank.tsx';
import { Failure } from '../shell/Failure.tsx';
import '../stores/stores.css';
import './upkeep.css';

const TYPES: Record<UpkeepEvent['type'], string> = {
  gap: 'gap',
  lapse: 'need falls',
  unitLapse: 'thing lapses',
  orderBy: 'order by',
  inspect: 'inspect',
  dateMissing: 'read dates',
};

/** What lapses when, in which kit, and which need falls with it. */
export function Upkeep() {
  const upkeep = useUpkeep();
  const kits = useKits().data?.kits ?? [];
  const [params, setParams] = useSearchParams();
  if (upkeep.isError) return <Failure error={upkeep.error} />;
  if (upkeep.data === undefined) return <Blank label="Reading the dates" />;
  const [kitId, type] = [params.get('kit'), params.get('type')];
  const set = (name: string) => (value: string | null) =>
    setParams(
      (before) => {
        const after = new URLSearchParams(before);
        if (value === null || value === 'all') after.delete(name);
        else after.set(name, value);
        return after;
      },
      { replace: true },
    );
  const shown = upkeep.data.events.filter((event) => (kitId === null || event.kitId === kitId) && (type === null || event.type === type));
  return (
    <main id="main" className="upkeep">
      <section className="upkeep-events">
        <div className="stores-head">
          <h1>{headline(kits, upkeep.data.from)}</h1>
        </div>
        <div className="upkeep-filters">
          <Select
            aria-label="Kit"
            data={[{ value: 'all', label: 'all kits' }, ...kits.map(({ id, name }) => ({ value: id as string, label: name }))]}
            value={kitId ?? 'all'}
            onChange={set('kit')}
          />
          <Select
            aria-label="What"
            data={[{ value: 'all', label: 'everything' }, ...Object.entries(TYPES).map(([value, label]) => ({ value, label }))]}
            value={type ?? 'all'}
            onChange={set('type')}
          />
          <span className="small muted">
            {shown.length} dates to {showDate(upkeep.data.to)} · if nothing is done
          </span>
        </div>
        {shown.length === 0 && <p>Nothing here. Take the filters off to see all dates.</p>}
        {groupByMonth(shown, upkeep.data.from).map(([month, events]) => (
          <section key={month} aria-label={month}>
            <h2 className="upkeep-month">{month}</h2>
            <table className="upkeep-table">
              <tbody>
                {events.map((event) => (
                  <EventRow
                    key={`${event.type}-${event.kitId}-${event.on}-${event.need}-${event.unitIds.join()}`}
                    event={event}
                    from={upkeep.data.from}
                  />
                ))}
              </tbody>
            </table>
          </section>
        ))}
      </section>
      <Readiness kits={kits} today={upkeep.data.from} />
    </main>
  );
}

function headline(kits: readonly MusteredKit[], today: PlainDate): string {
  const gaps = kits.filter(({ summary }) => summary.gap !== null).length;
  if (kits.length === 0) return 'No kits to keep up yet';
  if (gaps > 0) return `${gaps} of ${kits.length} kits ${gaps === 1 ? 'has' : 'have'} a gap now`;
  const dates = kits.flatMap(({ summary }) => (summary.readyUntil === null ? [] : [summary.readyUntil])).sort();
  const first = dates[0];
  return first === undefined ? 'Nothing in any kit lapses' : `The whole crew is ready for ${daysBetween(today, first)} days`;
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
    <tr className={`upkeep-${event.type}`}>
      <td className={`mono nowrap upkeep-date${isNow ? ' state-gap' : ''}`}>{isNow ? 'now' : showDate(event.on)}</td>
      <td className="upkeep-type">
        <span className={`upkeep-mark upkeep-mark-${event.type}`} aria-hidden="true" />
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

/** Kit by kit, until when it holds, and when it was last looked through. */
function Readiness({ kits, today }: { kits: readonly MusteredKit[]; today: PlainDate }) {
  const refresh = useRefresh();
  const [error, setError] = useState<string | null>(null);
  const inspect = async (kit: MusteredKit) => {
    try {
      await api.post(`/api/kits/${kit.id}/inspections`, {});
      setError(null);
    } catch (failure) {
      setError(messageOf(failure));
    }
    await refresh();
  };
  return (
    <aside className="upkeep-kits" aria-label="Kits">
      <h2>Kit by kit</h2>
      {error !== null && (
        <p className="refusal" role="alert">
          {error}
        </p>
      )}
      <ul>
        {kits.map((kit) => (
          <li key={kit.id}>
            <b>{kit.name}</b>
            <span className={kit.summary.gap === null ? 'state-held' : 'state-gap'}>
              {kit.summary.gap === null
                ? kit.summary.readyUntil === null
                  ? 'nothing lapses'
                  : `holds ${daysBetween(today, kit.summary.readyUntil)} days, to ${showDate(kit.summary.readyUntil)}`
                : 'gap now'}
            </span>
            <span className="small muted">{kit.inspectedOn === null ? 'never inspected' : `inspected ${showDate(kit.inspectedOn)}`}</span>
            {kit.inspectedOn !== today && (
              <Button variant="outline" size="sm" onClick={() => void inspect(kit)} aria-label={`I have looked through ${kit.name} today`}>
                Looked through today
              </Button>
            )}
          </li>
        ))}
      </ul>
      <p className="small muted">
        Open it, touch everything, stretch the gloves, try the tape, read the dates. Intervals and lead times are planning values. A printed
        date is never extended.
      </p>
    </aside>
  );
}
