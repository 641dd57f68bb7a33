import { type FetchLine, fetchLines } from '@ivrak/core/drill';
import { NEEDS, type Person, type PlacesPlan, plainConditions, showDate } from '@ivrak/core/model';
import { Button, Select, Switch } from '@mantine/core';
import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { type CarryData, useCarryData, worldOf } from '../carry/carryData.ts';
import { useKnown } from '../carry/useCarryWorker.ts';
import { usePeople } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { CAUTION } from '../ui/caution.ts';
import { Failure } from '../ui/Failure.tsx';
import css from './crew.module.css';
import { usePlaces } from './queries.ts';

/** Whole crew: who fetches which kit from where, in how many seconds, and what comes within its window; one page to print. */
export function WholeCrew() {
  const told = useCarryData();
  const crew = usePeople();
  const places = usePlaces();
  if (told.isLoadingError || crew.isLoadingError || places.isLoadingError)
    return <Failure error={told.error ?? crew.error ?? places.error} />;
  if (told.data === undefined || crew.data === undefined || places.data === undefined) return <Blank label="Looking up who fetches what" />;
  return <Fetching told={told.data} people={crew.data.people} places={places.data.data} />;
}

function Fetching({ told, people, places }: { told: CarryData; people: readonly Person[]; places: PlacesPlan }) {
  const [params, setParams] = useSearchParams();
  const [isDark, setDark] = useState(false);
  const known = useKnown();
  const at = places.spots.find(({ id }) => id === params.get('at')) ?? places.spots[0];
  const lines = useMemo(
    () =>
      at === undefined
        ? []
        : fetchLines({ places, at, kits: told.kits, people, conditions: { ...plainConditions(), isDark } }, worldOf(told, known)),
    [at, places, told, people, isDark, known],
  );
  if (at === undefined)
    return (
      <main id="main" className={css.sheetPage}>
        <h1>Whole crew</h1>
        <p>
          No place is drawn yet. <Link to="/crew">Draw the plan of places</Link>, with the kits that are kept at each.
        </p>
      </main>
    );
  return (
    <main id="main" className={css.sheetPage}>
      <style>{'@page { size: A4 portrait; margin: 12mm; }'}</style>
      <div className={clsx(css.sheetTools, 'row no-print')}>
        <Link to="/drill">Drill</Link>
        <Select
          aria-label="It happens at"
          allowDeselect={false}
          data={places.spots.map(({ id, name }) => ({ value: id, label: `It happens at: ${name}` }))}
          value={at.id}
          w={280}
          onChange={(id) => id !== null && setParams({ at: id }, { replace: true })}
        />
        <Switch label="In the dark" checked={isDark} onChange={(event) => setDark(event.currentTarget.checked)} />
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      <article className={css.paper}>
        <header>
          <h1>It happens at: {at.name}</h1>
          <span>As of {showDate(told.today)}</span>
        </header>
        <p>Everybody is there. Say it, start the watch, and see whether it comes as it stands here.</p>
        <table className={css.fetched}>
          <thead>
            <tr>
              <th scope="col">Kit</th>
              <th scope="col">Where</th>
              <th scope="col">Fetched</th>
              <th scope="col">In hand</th>
              <th scope="col">Within its window, and what is not</th>
              <th scope="col">Today</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <Line key={line.kitId} line={line} />
            ))}
          </tbody>
        </table>
        <footer>Seconds are there and back, straight, by planning values of Carry and by times that were measured. {CAUTION}</footer>
      </article>
    </main>
  );
}

function Line({ line: { name, spot, on, distanceM, by, fetcher, isTold, seconds, needs } }: { line: FetchLine }) {
  const late = needs.filter((need) => need.seconds > need.windowS);
  const inTime = needs.length - late.length;
  return (
    <tr>
      <th scope="row">{name}</th>
      <td>{on !== null ? `on ${on.name}` : spot === null ? 'not on the plan' : `${spot.name}${distanceText(distanceM ?? 0, by)}`}</td>
      <td>
        {on !== null || distanceM === 0 ? 'is there' : fetcher === null ? 'nobody is free' : `by ${fetcher.name}`}
        {fetcher !== null && on === null && distanceM !== 0 && !isTold && ', who has not been told of it'}
      </td>
      <td className={clsx(css.inHand, 'nowrap')}>{seconds === null ? '–' : `${Math.round(seconds)} s`}</td>
      <td>
        {needs.length > 0 && `${inTime} of ${needs.length} needs in time`}
        {late.length > 0 && `; late: ${late.map(({ need, windowS }) => `${NEEDS[need].label} (within ${windowS} s)`).join(', ')}`}
      </td>
      <td className={css.blankTime}>s</td>
    </tr>
  );
}

const distanceText = (distanceM: number, by: FetchLine['by']): string =>
  distanceM === 0 ? '' : `, ${Math.round(distanceM)} m ${by === 'boat' ? 'by boat' : 'on foot'}`;
