import { addDays, type PlainDate, showDate } from '@ivrak/core/model';
import { Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, setWhoAmI, whoAmI } from '../data/client.ts';
import { type MusteredKit, useDiscrepancies, useKits, usePeople, useRestock, useUpkeep } from '../data/queries.ts';
import { RungStrip } from '../drawing/RungStrip.tsx';
import { useMyDrills } from '../drill/useMyDrills.ts';
import { useMe } from '../sharing/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { UseButton } from '../use/UseButton.tsx';
import { nextActions, shortDate } from './actions.ts';
import css from './day.module.css';

const MOST_DUE = 6;
/** Planning value: what is farther off than a month is not for today. */
const DAYS_AHEAD = 31;

/** Where a phone begins: what its person takes today, the kits that are theirs, and what is due on them. */
export function DayPage() {
  const me = useMe();
  const kits = useKits();
  const people = usePeople().data?.people ?? [];
  const [chosen, setChosen] = useState(whoAmI());
  const personId = me.isHere ? chosen : me.personId;
  const person = people.find(({ id }) => id === personId);
  if (kits.isLoadingError) return <Failure error={kits.error} />;
  if (kits.data === undefined) return <Blank label="Looking up the day" />;
  const { kits: all, today } = kits.data;
  const mine = person === undefined ? [] : all.filter((kit) => kit.personId === person.id);
  return (
    <main id="main" className={css.day}>
      <header className={css.head}>
        <h1>{person === undefined ? 'My day' : person.name}</h1>
        <p className="muted">{showDate(today as PlainDate)}</p>
      </header>
      {person === undefined && me.isHere && (
        <Select
          label="You are"
          data={people.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(value) => {
            setWhoAmI(value ?? 'local');
            setChosen(value ?? 'local');
          }}
        />
      )}
      <UseButton className={css.use} />
      <Loadouts personId={personId} />
      <Kits kits={mine} name={person?.name} />
      <Due kits={mine} personId={personId} today={today as PlainDate} />
      <p className={css.more}>
        <Link to="/crew/sheet">Crew sheet</Link>
        <Link to="/">All kits</Link>
        <Link to="/restock">Restock</Link>
      </p>
    </main>
  );
}

function Loadouts({ personId }: { personId: string | null }) {
  const today = useQuery({ queryKey: ['carry', 'today'], queryFn: () => api.get('/api/today') }).data;
  const own = today?.people.find((one) => one.personId === personId)?.loadouts ?? [];
  return (
    <section aria-label="Take with you">
      <h2>Take with you</h2>
      {own.length === 0 && (
        <p className="muted">
          No loadout is planned for today. <Link to="/carry/take">All take lists</Link>
        </p>
      )}
      {own.map(({ id, name, situation, take, notReady }) => (
        <Link key={id} to={`/carry/take?loadout=${id}`} className={css.row}>
          <span className="grow">
            <b>{name}</b>
            <span className="muted">{situation}</span>
          </span>
          <span className={notReady.length > 0 ? 'state-gap' : 'muted'}>
            {notReady.length > 0 ? `${notReady.length} not ready` : `${take} to take`}
          </span>
        </Link>
      ))}
    </section>
  );
}

function Kits({ kits, name }: { kits: readonly MusteredKit[]; name: string | undefined }) {
  if (name === undefined) return null;
  return (
    <section aria-label="Your kits">
      <h2>{kits.length === 1 ? 'Your kit' : 'Your kits'}</h2>
      {kits.length === 0 && <p className="muted">No kit is yours by name; those of nobody are everybody’s.</p>}
      {kits.map((kit) => (
        <div key={kit.id} className={css.kit}>
          <Link to={`/use/${kit.id}`} className={css.kitName}>
            <b>{kit.name}</b>
            <span className="muted">{kit.position.name}</span>
          </Link>
          <RungStrip rungs={kit.summary.rungs} />
          <p className="small">
            {kit.summary.gap !== null && <b className="state-gap">Gap now: {kit.summary.gap} </b>}
            <span className="muted">{stateText(kit)}</span>
          </p>
          <p className={css.kitLinks}>
            <Link to={`/kits/${kit.id}/inspect`}>Look it through</Link>
            <Link to={`/took/${kit.id}`}>Took one</Link>
            <Link to={`/restock?kit=${kit.id}`}>Put back</Link>
          </p>
        </div>
      ))}
    </section>
  );
}

const stateText = ({ summary: { gap, readyUntil }, inspectedOn }: MusteredKit): string =>
  `${gap !== null ? '' : readyUntil === null ? 'Ready. ' : `Ready until ${showDate(readyUntil)}. `}${
    inspectedOn === null ? 'Never looked through.' : `Looked through ${showDate(inspectedOn)}.`
  }`;

function Due({ kits, personId, today }: { kits: readonly MusteredKit[]; personId: string | null; today: PlainDate }) {
  const upkeep = useUpkeep();
  const restock = useRestock();
  const told = useDiscrepancies();
  const isMine = ({ kitId }: { kitId: string }) => kits.some(({ id }) => id === kitId);
  const drills = useMyDrills();
  // All of it at once: a line that moves away under a thumb is another one that is pressed.
  if ([upkeep, restock, told].some(({ isPending }) => isPending) || drills === undefined) return <Blank label="Looking up what is due" />;
  const disagreeing = told.data?.discrepancies.filter(({ data }) => isMine(data)).length;
  const events = upkeep.data?.events ?? [];
  const own = restock.data === undefined ? undefined : { ...restock.data, kits: restock.data.kits.filter(isMine) };
  const courses = upkeep.data?.courses.filter((course) => course.personId === personId);
  const until = addDays(today, DAYS_AHEAD);
  const due = nextActions(events.filter(isMine), own, today, kits, disagreeing, drills, courses).filter(
    ({ when }) => when === 'now' || when <= until,
  );
  return (
    <section aria-label="Due">
      <h2>Due</h2>
      {due.length === 0 && <p className="muted">Nothing is due within a month.</p>}
      {due.slice(0, MOST_DUE).map(({ key, when, what, detail, to }) => (
        <Link key={key} to={to} className={css.row}>
          <span className={clsx(css.when, 'mono', when === 'now' && 'state-gap')}>{when === 'now' ? 'now' : shortDate(when, today)}</span>
          <span className="grow">
            <b>{what}</b>
            <span className="muted">{detail}</span>
          </span>
        </Link>
      ))}
      {due.length > MOST_DUE && <Link to="/upkeep">All {due.length}</Link>}
    </section>
  );
}
