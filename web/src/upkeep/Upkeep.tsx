import { daysBetween, NEED_IDS, NEEDS, type NeedId, type PlainDate, RUNGS, type Rung, showDate } from '@ivrak/core/model';
import type { HorizonRow, UpkeepEvent } from '@ivrak/core/upkeep';
import { Suspense, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { catalogNow } from '../data/catalog.ts';
import { type MusteredKit, useKits, usePeople, useUpkeep } from '../data/queries.ts';
import { useHorizon } from '../data/upkeep.ts';
import { Tag } from '../drawing/Tag.tsx';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { late } from '../ui/untilItComes.ts';
import { Courses } from './Courses.tsx';
import { Discrepancies } from './Discrepancies.tsx';
import { HeatCard } from './HeatCard.tsx';
import { HorizonTable } from './HorizonTable.tsx';
import { chartRow, isAbout } from './horizonRows.ts';
import { NoticeCard } from './NoticeCard.tsx';
import { RotationCard } from './RotationCard.tsx';
import { ToDo } from './ToDo.tsx';
import { Dates } from './UpkeepDates.tsx';
import { UpkeepFilters } from './UpkeepFilters.tsx';
import css from './upkeep.module.css';

const HorizonChart = late(async () => (await import('./HorizonChart.tsx')).HorizonChart);

/** Until when kits hold, what lapses when, and what to do about it. */
export function Upkeep() {
  const upkeep = useUpkeep();
  const horizon = useHorizon();
  const kits = useKits().data?.kits ?? [];
  const people = usePeople().data?.people ?? [];
  const [params, setParams] = useSearchParams();
  if (upkeep.isLoadingError) return <Failure error={upkeep.error} />;
  if (horizon.isLoadingError) return <Failure error={horizon.error} />;
  if (upkeep.data === undefined || horizon.data === undefined) return <Blank label="Reading the dates" />;
  const { from, to, events, courses } = upkeep.data;
  const view = params.get('view') ?? 'chart';
  const of = params.get('of') ?? 'kit';
  const only = [...RUNGS, ...NEED_IDS].find((one) => one === params.get('need')) ?? null;
  const [kitId, type] = [params.get('kit'), params.get('type')];
  const personId = params.get('person');
  const isTheirs = (id: string) => personId === null || kits.find((kit) => kit.id === id)?.personId === personId;
  const rows = horizon.data.rows.filter(
    (row) => row.of === of && (kitId === null || row.kitIds.includes(kitId)) && row.kitIds.some(isTheirs),
  );
  const shown = events.filter(
    (event) =>
      isTheirs(event.kitId) &&
      (kitId === null || event.kitId === kitId) &&
      (type === null || event.type === type) &&
      (only === null || (event.need !== null && isAbout(event.need, only))),
  );
  return (
    <main id="main" className={css.upkeep}>
      <section className={css.events}>
        <UpkeepHead kits={kits} from={from} events={events} kitId={kitId} />
        <Discrepancies />
        <UpkeepFilters
          view={view}
          of={of}
          kits={kits}
          kitId={kitId}
          only={only}
          people={people}
          personId={personId}
          type={type}
          setParams={setParams}
        />
        {view === 'chart' && <Chart rows={rows} from={from} to={to} only={only} />}
        {view === 'table' && <HorizonTable rows={rows} today={from} only={only} />}
        {view === 'dates' && <Dates events={shown} from={from} to={to} />}
        {view !== 'dates' && rows.length === 0 && <p>No two kits are together here: choose another grouping.</p>}
        <Courses courses={courses.filter((one) => personId === null || one.personId === personId)} />
        <div className={css.cards}>
          <HeatCard />
          <RotationCard />
          <NoticeCard />
        </div>
        <p className="small muted">
          Lead time of 14 days, a buffer of 7, the intervals of inspection and 60 days to book a course are planning values. A printed date
          is never extended. To have the dates in a calendar program on this machine, subscribe to{' '}
          <span className="mono">{`${window.location.origin}/api/calendar.ics`}</span>.
        </p>
      </section>
      <ToDo kits={kits} today={from} events={events} courses={courses} />
    </main>
  );
}

interface UpkeepHeadProps {
  kits: MusteredKit[];
  from: PlainDate;
  events: readonly UpkeepEvent[];
  kitId: string | null;
}

function UpkeepHead({ kits, from, events, kitId }: UpkeepHeadProps) {
  return (
    <div className={css.head}>
      <h1>{headline(kits, from)}</h1>
      <Tag>if nothing is done</Tag>
      <span className="small muted grow">{firstLapse(events)}</span>
      <a href={kitId === null ? '/api/calendar.ics' : `/api/kits/${kitId}/calendar.ics`} download={`${kitId ?? 'kits'}.ics`}>
        Calendar file{kitId === null ? '' : ' of this kit'}
      </a>
    </div>
  );
}

function Chart({ rows, from, to, only }: { rows: readonly HorizonRow[]; from: PlainDate; to: PlainDate; only: Rung | NeedId | null }) {
  const drawn = useMemo(() => rows.map((row) => chartRow(row, from, only)), [rows, from, only]);
  return (
    <Suspense fallback={<Blank label="Drawing the horizon" />}>
      <HorizonChart rows={drawn} from={from} to={to} />
    </Suspense>
  );
}

function firstLapse(events: readonly UpkeepEvent[]): string {
  const first = events.find(({ type }) => type === 'lapse' || type === 'skillLapse');
  if (first === undefined) return 'No need lapses within two years.';
  if (first.need !== null && first.type === 'skillLapse')
    return `First to fall, with a course: ${NEEDS[first.need].label} in ${first.kitName}, ${showDate(first.on)}`;
  const name = first.kind === null ? 'a need' : (catalogNow().get(first.kind)?.name ?? first.kind);
  return `First to lapse: ${name} in ${first.kitName}, ${showDate(first.on)}`;
}

function headline(kits: readonly MusteredKit[], today: PlainDate): string {
  const gaps = kits.filter(({ summary }) => summary.gap !== null).length;
  if (kits.length === 0) return 'No kits to keep up yet';
  if (gaps > 0) return `${gaps} of ${kits.length} kits ${gaps === 1 ? 'has' : 'have'} a gap now`;
  const dates = kits.flatMap(({ summary }) => (summary.readyUntil === null ? [] : [summary.readyUntil])).sort();
  const first = dates[0];
  return first === undefined ? 'Nothing in any kit lapses' : `The whole crew is ready for ${daysBetween(today, first)} days`;
}
