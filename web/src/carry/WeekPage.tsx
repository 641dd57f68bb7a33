import { kitConflicts, WEEKDAY_NAMES, weekdayOf } from '@ivrak/core/loadout';
import { emptyWeek, type Person, WEEKDAYS, type Weekday, type WeekPlan } from '@ivrak/core/model';
import { CloseButton, Select } from '@mantine/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { api } from '../data/client.ts';
import { queryClient, usePeople } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { CarryNav } from './CarryNav.tsx';
import carryCss from './carry.module.css';
import { type CarryData, carryQuery, useCarryData } from './carryData.ts';
import css from './pages.module.css';

/** Who has which loadouts on which day; kits that would be in two places are carryData below. */
export function WeekPage() {
  const answer = useCarryData();
  const people = usePeople();
  if (answer.isLoadingError) return <Failure error={answer.error} />;
  if (answer.data === undefined || people.data === undefined) return <Blank label="Loading the week" />;
  return (
    <main id="main" className={carryCss.page}>
      <CarryNav />
      <div className={css.carrySheet}>
        <h1>The week</h1>
        <p className="muted">In the order of the day. Today’s loadouts stand on Muster.</p>
        <Week carryData={answer.data} people={people.data.people} />
      </div>
    </main>
  );
}

function Week({ carryData, people }: { carryData: CarryData; people: readonly Person[] }) {
  const { error, keep } = useKeep();
  const weeks = carryData.weeks.map(({ data }) => data);
  const conflicts = kitConflicts(
    carryData.loadouts.map(({ data }) => data),
    weeks,
  );
  const today = weekdayOf(carryData.today);
  const change = ({ id }: Person, day: Weekday, changed: (own: readonly string[]) => string[]) =>
    void keep(() => {
      const stored = (queryClient.getQueryData(carryQuery.queryKey) ?? carryData).weeks.find((week) => week.id === id);
      const week = stored?.data ?? emptyWeek(id);
      const data = { ...week, days: { ...week.days, [day]: changed(week.days[day]) } };
      return api.put('/api/weeks/:id', { params: { id }, body: { version: stored?.version ?? null, data } });
    });
  const kitName = (id: string) => carryData.kits.find((kit) => kit.id === id)?.name ?? id;
  const loadoutName = (id: string) => carryData.loadouts.find((one) => one.id === id)?.data.name ?? id;
  if (people.length === 0) return <p>Nobody is in the crew yet. Add people on the Crew page; then their weeks stand here.</p>;
  return (
    <>
      <Refusal text={error} />
      <div className={css.weekScroll}>
        <table className={css.week}>
          <WeekHead today={today} />
          <tbody>
            {people.map((person) => {
              const week = weeks.find(({ id }) => id === person.id) ?? emptyWeek(person.id);
              return (
                <tr key={person.id}>
                  <th scope="row">{person.name}</th>
                  {WEEKDAYS.map((day) => (
                    <td key={day} className={day === today ? css.isToday : undefined}>
                      <Day
                        person={person}
                        day={day}
                        week={week}
                        carryData={carryData}
                        clashes={conflicts.filter(({ days }) => days.includes(day)).flatMap(({ loadouts }) => loadouts)}
                        change={(changed) => change(person, day, changed)}
                      />
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {conflicts.map(({ kitId, loadouts: [one, other], days }) => (
        <p key={`${kitId} ${one} ${other}`} className={css.weekClash}>
          <b>{kitName(kitId)}</b> would be in two places: {loadoutName(one)} and {loadoutName(other)},{' '}
          {days.length === 0 ? 'whenever both are out on one day' : days.map((day) => WEEKDAY_NAMES[day]).join(', ')}.
        </p>
      ))}
      {conflicts.length === 0 && <p className="muted">No kit would be in two places at once.</p>}
    </>
  );
}

function WeekHead({ today }: { today: 'mon' | 'tue' | 'wed' | 'thu' | 'fri' | 'sat' | 'sun' }) {
  return (
    <thead>
      <tr>
        <th scope="col">Who</th>
        {WEEKDAYS.map((day) => (
          <th key={day} scope="col" aria-current={day === today ? 'date' : undefined}>
            {WEEKDAY_NAMES[day]}
            {day === today && <span className="small"> today</span>}
          </th>
        ))}
      </tr>
    </thead>
  );
}

interface DayProps {
  person: Person;
  day: Weekday;
  week: WeekPlan;
  carryData: CarryData;
  clashes: readonly string[];
  change: (changed: (own: readonly string[]) => string[]) => void;
}

function Day({ person, day, week, carryData, clashes, change }: DayProps) {
  const own = week.days[day];
  const free = carryData.loadouts.filter(({ id, data }) => !own.includes(id) && (data.personId === null || data.personId === person.id));
  return (
    <div className={css.weekDay}>
      {own.map((id) => {
        const name = carryData.loadouts.find((one) => one.id === id)?.data.name ?? id;
        return (
          <span key={id} className={clashes.includes(id) ? clsx(css.weekLoadout, css.isClash) : css.weekLoadout}>
            <Link to={`/carry?loadout=${id}`}>{name}</Link>
            <CloseButton
              size={24}
              aria-label={`${person.name}, ${WEEKDAY_NAMES[day]}: without ${name}`}
              onClick={() => change((now) => now.filter((one) => one !== id))}
            />
          </span>
        );
      })}
      {free.length > 0 && own.length < 6 && (
        <Select
          size="xs"
          aria-label={`${person.name}, ${WEEKDAY_NAMES[day]}: add a loadout`}
          placeholder="add"
          comboboxProps={{ width: 200 }}
          data={free.map(({ id, data }) => ({ value: id, label: data.name }))}
          value={null}
          onChange={(id) => id !== null && change((now) => [...now.filter((one) => one !== id), id])}
        />
      )}
    </div>
  );
}
