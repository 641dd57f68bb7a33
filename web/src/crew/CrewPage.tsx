import { practisedLast } from '@ivrak/core/drill';
import { plannedOn } from '@ivrak/core/loadout';
import { type PlacesPlan, type PlainDate, SKILL_FACTS, showDate } from '@ivrak/core/model';
import type { CourseDates } from '@ivrak/core/upkeep';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { CarryNav } from '../carry/CarryNav.tsx';
import carryCss from '../carry/carry.module.css';
import { type CarryData, useCarryData } from '../carry/carryData.ts';
import pagesCss from '../carry/pages.module.css';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { peopleQuery, queryClient, useLapsePolicy, usePeople, useUpkeep } from '../data/queries.ts';
import { useDrills } from '../drill/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import css from './crew.module.css';
import { PersonEditor } from './PersonEditor.tsx';
import { PlacesEditor } from './PlacesPlan.tsx';
import { type StoredPerson, type StoredPlaces, usePlaces } from './queries.ts';
import { skillWords } from './skillWords.ts';
import { whereIs } from './whereIs.ts';

/** Who carries what, where kits are kept, who is trained for what, who has been told. */
export function CrewPage() {
  const told = useCarryData();
  const crew = usePeople();
  const places = usePlaces();
  if (told.isLoadingError || crew.isLoadingError || places.isLoadingError)
    return <Failure error={told.error ?? crew.error ?? places.error} />;
  if (told.data === undefined || crew.data === undefined || places.data === undefined) return <Blank label="Calling the crew" />;
  return (
    <main id="main" className={clsx(carryCss.page, carryCss.isColumns)}>
      <CarryNav />
      <Crew told={told.data} people={crew.data.people} places={places.data} />
    </main>
  );
}

/** Stands in the address for somebody who is not in the crew yet. */
const NEW = '+';

function Crew({ told, people, places }: { told: CarryData; people: readonly StoredPerson[]; places: StoredPlaces }) {
  const [params, setParams] = useSearchParams();
  const editing = params.get('edit');
  const setEditing = (id: string | null) => setParams(id === null ? {} : { edit: id }, { replace: true });
  const today = plannedOn(
    told.today,
    told.loadouts.map(({ data }) => data),
    told.weeks.map(({ data }) => data),
  );
  const courses = useUpkeep().data?.courses ?? [];
  const edited = people.find(({ id }) => id === editing) ?? null;
  return (
    <div className={css.crew}>
      <section className={css.main}>
        <div className="row">
          <h1 className="grow">The crew</h1>
          <Button variant="default" onClick={() => setEditing(NEW)}>
            Add person
          </Button>
          <Button component={Link} to="/crew/sheet" variant="outline">
            Sheet for the crew
          </Button>
        </div>
        <div className={css.people}>
          {people.map((person) => (
            <PersonCard
              key={person.id}
              person={person}
              kits={told.kits.filter(({ personId }) => personId === person.id).map(({ name }) => name)}
              today={today.find(({ personId }) => personId === person.id)?.loadouts.map(({ name }) => name) ?? []}
              asOf={told.today}
              courses={courses.filter(({ personId }) => personId === person.id)}
              edit={() => setEditing(person.id)}
            />
          ))}
          {people.length === 0 && <p className="muted">Nobody yet. Add the people who carry kits, or may have to fetch one.</p>}
        </div>
        <Told told={told} people={people} places={places.data} />
      </section>
      <Places told={told} stored={places} />
      {(edited !== null || editing === NEW) && (
        <PersonEditor key={editing} person={edited} taken={new Set(people.map(({ id }) => id))} close={() => setEditing(null)} />
      )}
    </div>
  );
}

function PersonCard({
  person,
  kits,
  today,
  courses,
  asOf,
  edit,
}: {
  person: StoredPerson;
  kits: readonly string[];
  today: readonly string[];
  courses: readonly CourseDates[];
  asOf: PlainDate;
  edit: () => void;
}) {
  const policy = useLapsePolicy();
  return (
    <article className={css.person}>
      <div className="row">
        <h2 className="grow">{person.name}</h2>
        <Button size="compact-sm" variant="subtle" onClick={edit} aria-label={`Edit ${person.name}`}>
          Edit
        </Button>
        <Button
          size="compact-sm"
          variant="subtle"
          component={Link}
          to={`/crew/sheet?person=${person.id}`}
          aria-label={`Card of ${person.name}`}
        >
          Card
        </Button>
      </div>
      <p className="muted">{person.role}</p>
      <dl>
        <dt>carries</dt>
        <dd>{kits.join(', ') || 'no kit'}</dd>
        <dt>today</dt>
        <dd>{today.join(', then ') || 'nothing planned'}</dd>
        <dt>trained for</dt>
        <dd>{skillWords(person, policy, asOf)}</dd>
        <Practised person={person} />
        {courses.map((course) => (
          <CourseLine key={`${course.course}-${course.goodUntil}`} course={course} />
        ))}
      </dl>
    </article>
  );
}

const STATE: Record<CourseDates['state'], string> = { good: '', soon: 'lapses soon', lapsed: 'lapsed', closed: 'lapsed, opens no need' };

/** What was practised when, by hand or by what was written down. */
function Practised({ person }: { person: StoredPerson }) {
  const catalog = useCatalog((state) => state.catalog);
  const drills = useDrills().data?.drills ?? [];
  const days = practisedLast(person, drills, catalog);
  if (days.length === 0) return null;
  return (
    <>
      <dt>practised</dt>
      <dd>{days.map(([skill, day]) => `${SKILL_FACTS[skill].name} ${showDate(day)}`).join(', ')}</dd>
    </>
  );
}

function CourseLine({ course: { course, goodUntil, state } }: { course: CourseDates }) {
  return (
    <>
      <dt>course</dt>
      <dd>
        {course}, {state === 'lapsed' || state === 'closed' ? 'was good until' : 'good until'}{' '}
        <span className="mono nowrap">{showDate(goodUntil)}</span>
        {state !== 'good' && <b className="state-gap"> {STATE[state]}</b>}
      </dd>
    </>
  );
}

/** Kit by kit: where it is, and who has been told; a tick is kept at once. */
function Told({ told, people, places }: { told: CarryData; people: readonly StoredPerson[]; places: PlacesPlan }) {
  const positions = useCatalog((state) => state.positions);
  const { error, keep } = useKeep();
  const tell = (shown: StoredPerson, kitId: string, isTold: boolean) =>
    void keep(() => {
      const { version, ...person } = queryClient.getQueryData(peopleQuery.queryKey)?.people.find(({ id }) => id === shown.id) ?? shown;
      const others = person.told.filter((id) => id !== kitId);
      const data = { ...person, told: isTold ? [...others, kitId] : others };
      return api.put('/api/people/:id', { params: { id: person.id }, body: { version, data } });
    });
  return (
    <section>
      <h2>Where is it, and who has been told</h2>
      <Refusal text={error} />
      <div className={pagesCss.weekScroll}>
        <table className={clsx(parts.compareTable, css.told)}>
          <thead>
            <tr>
              <th scope="col">Kit</th>
              <th scope="col">Where</th>
              {people.map(({ id, name }) => (
                <th key={id} scope="col" className={css.tick}>
                  {name.split(' ')[0]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {whereIs(told.kits, people, places, positions).map(({ kit, where, exactly, told: knowing }) => (
              <tr key={kit.id}>
                <th scope="row">
                  <Link to={`/kits/${kit.id}/bench`}>{kit.name}</Link>
                </th>
                <td>
                  {where}
                  {exactly !== '' && <span className="muted small"> · {exactly}</span>}
                </td>
                {people.map((person) => (
                  <td key={person.id} className={css.tick}>
                    <input
                      type="checkbox"
                      aria-label={`${person.name} has been told of ${kit.name}`}
                      checked={knowing.some(({ id }) => id === person.id)}
                      onChange={(event) => tell(person, kit.id, event.currentTarget.checked)}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function Places({ told, stored }: { told: CarryData; stored: StoredPlaces }) {
  const [plan, setPlan] = useState(stored.data);
  /** What the drawing began with: a save stands on this, so that what somebody else drew meanwhile is never drawn over. */
  const [base, setBase] = useState(stored);
  const { error, isSending, keep } = useKeep();
  const isChanged = JSON.stringify(plan) !== JSON.stringify(base.data);
  if ((stored.version ?? 0) > (base.version ?? 0) && !isChanged) {
    setPlan(stored.data);
    setBase(stored);
  }
  const save = () => keep(async () => setBase(await api.put('/api/places', { body: { data: plan, version: base.version } })));
  return (
    <section className={css.places} aria-label="Plan of places">
      <div className="row">
        <h2 className="grow">Plan of places</h2>
        <Button size="compact-sm" disabled={!isChanged || isSending} onClick={() => void save()}>
          Save plan
        </Button>
      </div>
      <Refusal text={error} />
      <PlacesEditor plan={plan} kits={told.kits} change={setPlan} />
      <p className="small muted">Drag a place, or move it with the arrow keys (Shift: farther). The plan is printed on the crew’s sheet.</p>
    </section>
  );
}
