import { freeId } from '@ivrak/core/catalog';
import { tripSheet } from '@ivrak/core/loadout';
import { type Person, type PlainDate, showDate, type Trip } from '@ivrak/core/model';
import { Button, Select } from '@mantine/core';
import { Suspense, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { useKits, useLapsePolicy, usePeople } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { CAUTION } from '../ui/caution.ts';
import { Failure } from '../ui/Failure.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { late } from '../ui/untilItComes.ts';
import { useKeep } from '../ui/useKeep.ts';
import { PartOfTrip, type TickedKit } from './PartOfTrip.tsx';
import { type StoredTrip, saveTrip, useTrips } from './queries.ts';
import css from './trips.module.css';

/** Seldom wanted beside the sheet itself. */
const TripEditor = late(async () => (await import('./TripEditor.tsx')).TripEditor);

/** A day out or a convoy on one page: which vehicle takes whom and which kits, what they can do, and where the next better kit is. */
export function TripsPage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const trips = useTrips();
  const kits = useKits();
  const crew = usePeople();
  const failed = [trips, kits, crew].find(({ isLoadingError }) => isLoadingError);
  if (failed !== undefined) return <Failure error={failed.error} />;
  if (trips.data === undefined || kits.data === undefined || crew.data === undefined) return <Blank label="Setting the trip sheet" />;
  const all = trips.data.trips;
  const chosen = all.find((trip) => trip.id === id) ?? all[0] ?? null;
  return (
    <Trips
      key={chosen === null ? 'none' : chosen.id}
      all={all}
      chosen={chosen}
      kits={kits.data.kits}
      people={crew.data.people}
      today={kits.data.today as PlainDate}
      go={(to) => void navigate(to === null ? '/trips' : `/trips/${to}`, { replace: true })}
    />
  );
}

interface TripsProps {
  all: readonly StoredTrip[];
  chosen: StoredTrip | null;
  kits: readonly TickedKit[];
  people: readonly Person[];
  today: PlainDate;
  go: (id: string | null) => void;
}

function Trips({ all, chosen, kits, people, today, go }: TripsProps) {
  const [editing, setEditing] = useState<'new' | 'this' | null>(null);
  const fresh: Trip = {
    id: freeId('trip', new Set(all.map((trip) => trip.id))),
    name: 'New trip',
    on: today,
    parts: [{ name: 'Vehicle 1', personIds: [], kitIds: [], fetcherId: null }],
    note: '',
    ticks: [],
  };
  return (
    <main id="main" className={css.page}>
      <div className={`${css.tools} no-print`}>
        <h1 className="grow">Trips</h1>
        {all.length > 1 && (
          <Select
            aria-label="Which trip"
            data={all.map(({ id, data }) => ({ value: id, label: data.name }))}
            value={chosen?.id ?? null}
            onChange={go}
          />
        )}
        <Button variant="outline" onClick={() => setEditing('new')}>
          New trip
        </Button>
        {chosen !== null && (
          <>
            <Button variant="default" onClick={() => setEditing(editing === 'this' ? null : 'this')}>
              {editing === 'this' ? 'Close' : 'Change it'}
            </Button>
            <Button onClick={() => window.print()}>Print for the dashboard</Button>
          </>
        )}
      </div>
      {editing !== null && (
        <Suspense fallback={null}>
          <TripEditor
            key={editing}
            trip={editing === 'this' && chosen !== null ? chosen.data : fresh}
            version={editing === 'this' ? (chosen?.version ?? null) : null}
            kits={kits}
            people={people}
            done={(id) => {
              setEditing(null);
              go(id);
            }}
          />
        </Suspense>
      )}
      {chosen === null ? (
        editing === null && (
          <p>No trip yet: a day on the water, a convoy, a walk. Name its vehicles or boats, who is in them and which kits.</p>
        )
      ) : (
        <TripSheet stored={chosen} kits={kits} people={people} today={today} />
      )}
    </main>
  );
}

function TripSheet({ stored, kits, people, today }: { stored: StoredTrip } & Pick<TripsProps, 'kits' | 'people' | 'today'>) {
  const { data: trip, version } = stored;
  const { schools, catalog } = useCatalog();
  const { error, keep } = useKeep();
  const policy = useLapsePolicy();
  // What lapses before the trip is not there on it.
  const on = trip.on !== null && trip.on > today ? trip.on : today;
  const views = tripSheet(trip, { kits, people, schools, catalog, on, policy });
  const all = trip.parts.flatMap(({ kitIds }) => kitIds);
  const tick = (kitId: TickedKit['id']) => {
    const isTicked = trip.ticks.some((one) => one.kitId === kitId);
    const others = trip.ticks.filter((one) => one.kitId !== kitId);
    const ticks = isTicked ? others : [...others, { kitId, at: new Date().toISOString(), by: '' }];
    void keep(() => saveTrip({ ...trip, ticks }, version));
  };
  const seen = trip.ticks.filter(({ kitId }) => all.includes(kitId)).length;
  return (
    <article className={css.paper}>
      <style>{'@page { size: A4 portrait; margin: 12mm; }'}</style>
      <header className={css.head}>
        <h1 className="grow">{trip.name}</h1>
        {trip.on !== null && <span>{showDate(trip.on)}</span>}
        <span className="no-print" role="status">
          {all.length === 0 ? '' : seen === all.length ? 'Every kit is aboard.' : `${seen} of ${all.length} kits seen aboard`}
        </span>
        {seen > 0 && (
          <button type="button" className="link-button no-print" onClick={() => void keep(() => saveTrip({ ...trip, ticks: [] }, version))}>
            Start again
          </button>
        )}
      </header>
      {trip.note !== '' && <p>{trip.note}</p>}
      <Refusal text={error} />
      {views.map((view) => (
        <PartOfTrip key={view.part.name} view={view} kits={kits} people={people} on={on} ticks={trip.ticks} tick={tick} />
      ))}
      <footer className="small">{CAUTION}</footer>
    </article>
  );
}
