import { type Person, type PlacesPlan, showDate } from '@ivrak/core/model';
import { Button, Select } from '@mantine/core';
import { clsx } from 'clsx';
import { Link, useSearchParams } from 'react-router';
import { type CarryData, useCarryData } from '../carry/carryData.ts';
import { useCatalog } from '../data/catalog.ts';
import { useLapsePolicy, usePeople } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { CAUTION } from '../ui/caution.ts';
import { Failure } from '../ui/Failure.tsx';
import css from './crew.module.css';
import { DrawnPlan } from './PlacesPlan.tsx';
import { usePlaces } from './queries.ts';
import { skillWords } from './skillWords.ts';
import { type KitWhere, loadoutsOf, whereIs } from './whereIs.ts';

const EVERYBODY = 'everybody';

/** One page for the boathouse wall: where every kit is and who carries it; or a card for one person. */
export function CrewSheet() {
  const told = useCarryData();
  const crew = usePeople();
  const places = usePlaces();
  const positions = useCatalog((state) => state.positions);
  const [params, setParams] = useSearchParams();
  if (told.isLoadingError || crew.isLoadingError || places.isLoadingError)
    return <Failure error={told.error ?? crew.error ?? places.error} />;
  if (told.data === undefined || crew.data === undefined || places.data === undefined) return <Blank label="Setting the sheet" />;
  const { people } = crew.data;
  const rows = whereIs(told.data.kits, people, places.data.data, positions);
  const person = people.find(({ id }) => id === params.get('person'));
  return (
    <main id="main" className={css.sheetPage}>
      <style>{`@page { size: ${person === undefined ? 'A4 portrait' : '105mm 148mm'}; margin: ${person === undefined ? '12mm' : '6mm'}; }`}</style>
      <div className={clsx(css.sheetTools, 'row no-print')}>
        <Link to="/crew">Crew</Link>
        <Select
          aria-label="For whom"
          data={[
            { value: EVERYBODY, label: 'Sheet for the whole crew, A4' },
            ...people.map(({ id, name }) => ({ value: id as string, label: `Card of ${name}, A6` })),
          ]}
          value={person?.id ?? EVERYBODY}
          w={300}
          onChange={(id) => setParams(id === null || id === EVERYBODY ? {} : { person: id }, { replace: true })}
        />
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      {person === undefined ? (
        <Sheet told={told.data} rows={rows} people={people} places={places.data.data} />
      ) : (
        <Card told={told.data} rows={rows} person={person} />
      )}
    </main>
  );
}

function Sheet({
  told,
  rows,
  people,
  places,
}: {
  told: CarryData;
  rows: readonly KitWhere[];
  people: readonly Person[];
  places: PlacesPlan;
}) {
  const kitName = (id: string) => told.kits.find((kit) => kit.id === id)?.name ?? id;
  return (
    <article className={css.paper}>
      <header>
        <h1>Where is the kit?</h1>
        <span>As of {showDate(told.today)}</span>
      </header>
      {places.spots.length > 0 && <DrawnPlan plan={places} kitName={kitName} />}
      <WhereTable rows={rows} />
      <WhoTable people={people} rows={rows} />
      <footer>{CAUTION}</footer>
    </article>
  );
}

function WhereTable({ rows }: { rows: readonly KitWhere[] }) {
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">Kit</th>
          <th scope="col">Where</th>
          <th scope="col">Told</th>
          <th scope="col">Good until</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ kit, where, exactly, told: knowing }) => (
          <tr key={kit.id}>
            <th scope="row">{kit.name}</th>
            <td>
              {where}
              {exactly !== '' && <i> ({exactly})</i>}
            </td>
            <td>{knowing.map(({ name }) => name.split(' ')[0]).join(', ') || 'nobody yet'}</td>
            <td>{kit.gap !== null ? 'has a gap' : kit.readyUntil === null ? 'no date' : showDate(kit.readyUntil)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function WhoTable({ people, rows }: { people: readonly Person[]; rows: readonly KitWhere[] }) {
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">Who</th>
          <th scope="col">Does here</th>
          <th scope="col">Trained for</th>
          <th scope="col">Carries</th>
        </tr>
      </thead>
      <tbody>
        {people.map((person) => (
          <tr key={person.id}>
            <th scope="row">{person.name}</th>
            <td>{person.role}</td>
            <td>
              <Skills person={person} />
            </td>
            <td>
              {rows
                .filter(({ carrier }) => carrier?.id === person.id)
                .map(({ kit }) => kit.name)
                .join(', ') || 'no kit'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** As of today, by what a lapsed course does here. */
function Skills({ person }: { person: Person }) {
  const policy = useLapsePolicy();
  const today = useCarryData().data?.today;
  return today === undefined ? null : skillWords(person, policy, today);
}

/** What one person carries and knows, for the pocket. */
function Card({ told, rows, person }: { told: CarryData; rows: readonly KitWhere[]; person: Person }) {
  const own = rows.filter(({ carrier }) => carrier?.id === person.id);
  const known = rows.filter(({ kit, carrier }) => carrier?.id !== person.id && person.told.includes(kit.id));
  const loadouts = loadoutsOf(
    told.loadouts.map(({ data }) => data),
    person.id,
  );
  const line = ({ kit, where, exactly }: KitWhere) => (
    <li key={kit.id}>
      <b>{kit.name}</b>: {where}
      {exactly !== '' && `, ${exactly}`}
    </li>
  );
  return (
    <article className={clsx(css.paper, css.card)}>
      <header>
        <h1>{person.name}</h1>
        <span>{showDate(told.today)}</span>
      </header>
      <p>{person.role}</p>
      <h2>Carries</h2>
      {own.length === 0 ? <p>No kit.</p> : <ul>{own.map(line)}</ul>}
      {known.length > 0 && (
        <>
          <h2>Knows where to fetch</h2>
          <ul>{known.map(line)}</ul>
        </>
      )}
      <h2>Trained for</h2>
      <p>
        <Skills person={person} />
      </p>
      {loadouts.length > 0 && (
        <>
          <h2>Loadouts</h2>
          <ul>
            {loadouts.map(({ id, name, situation, own: things }) => (
              <li key={id}>
                <b>{name}</b>
                {situation !== '' && `, ${situation}`}
                {things.length > 0 && `: also ${things.map((one) => one.name.toLowerCase()).join(', ')}`}
              </li>
            ))}
          </ul>
        </>
      )}
      <footer>{CAUTION}</footer>
    </article>
  );
}
