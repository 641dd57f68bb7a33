import { DRILL_PLAN, drillGrid, type GridCell, type GridRow, missesOverTime, worstThing } from '@ivrak/core/drill';
import type { Drill } from '@ivrak/core/model';
import { Button, Select } from '@mantine/core';
import { clsx } from 'clsx';
import { Suspense, useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { kindName } from '../data/catalog.ts';
import { type MusteredKit, useKits, usePeople } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { late } from '../ui/untilItComes.ts';
import css from './drill.module.css';
import { missedShare, type PersonLine } from './lapsesOption.ts';
import { type Drills, useDrills, useDrillsDue, useSittings, useWho } from './queries.ts';
import { worstText } from './words.ts';

const LapsesChart = late(async () => (await import('./LapsesChart.tsx')).LapsesChart);

/** What is due for whoever drills, and who of the crew finds what in how many seconds. */
export function DrillsPage() {
  const drills = useDrills();
  const kits = useKits();
  const [params, setParams] = useSearchParams();
  if (drills.isLoadingError || kits.isLoadingError) return <Failure error={drills.error ?? kits.error} />;
  if (drills.data === undefined || kits.data === undefined) return <Blank label="Looking up what is due" />;
  const all = kits.data.kits;
  const known = drills.data;
  const drilled = all.filter(({ id }) => known.drills.some(({ kitId }) => kitId === id));
  const kit = all.find(({ id }) => id === params.get('kit')) ?? drilled[0] ?? all[0];
  return (
    <main id="main" className={clsx(css.drill, css.isWide)}>
      <header className={css.head}>
        <h1>Drill</h1>
        <p className="muted">
          Owning a kit is not knowing it: who finds what, and how fast. It teaches no treatment.{' '}
          <Link to="/drill/crew">Whole crew: who fetches which kit</Link>
        </p>
      </header>
      <Due kits={all} />
      {kit !== undefined && (
        <section aria-label="Who finds what">
          <div className={css.gridHead}>
            <h2>Who finds what</h2>
            <Select
              aria-label="Kit"
              allowDeselect={false}
              data={all.map(({ id, name }) => ({ value: id, label: name }))}
              value={kit.id}
              onChange={(id) => id !== null && setParams({ kit: id }, { replace: true })}
            />
          </div>
          <Grid kit={kit} known={known} />
        </section>
      )}
    </main>
  );
}

function Due({ kits }: { kits: readonly MusteredKit[] }) {
  const who = useWho();
  const people = usePeople().data?.people ?? [];
  const own = (useDrillsDue().data?.due ?? []).filter(({ personId }) => personId === who);
  const dueOf = (kitId: string) => own.find((one) => one.kitId === kitId);
  const listed = [...kits.filter(({ id }) => dueOf(id) !== undefined), ...kits.filter(({ id }) => dueOf(id) === undefined)];
  const shown = who === null ? listed : listed.slice(0, Math.max(3, own.length));
  return (
    <section aria-label="Find it" className="no-print">
      <h2>{who === null ? 'Find it: choose a kit' : `Find it, for ${people.find(({ id }) => id === who)?.name ?? 'you'}`}</h2>
      <ul className={css.kits}>
        {shown.map(({ id, name }) => {
          const due = dueOf(id);
          return (
            <li key={id}>
              <span className="grow">
                <b>{name}</b>
                <span className="muted">
                  {due === undefined
                    ? 'nothing due'
                    : `${due.count} due${due.moved > 0 ? `, ${due.moved} of them ${due.moved === 1 ? 'lies' : 'lie'} elsewhere now` : ''}`}
                </span>
              </span>
              <Button component={Link} to={`/drill/${id}/order`} variant="subtle" aria-label={`Order on ${name}`}>
                Order
              </Button>
              <Button component={Link} to={`/drill/${id}/hands`} variant="subtle" aria-label={`Hands on ${name}`}>
                Hands
              </Button>
              <Button
                component={Link}
                to={`/drill/${id}`}
                variant={due === undefined ? 'default' : 'filled'}
                aria-label={`Find things in ${name}`}
              >
                Start
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Grid({ kit, known }: { kit: MusteredKit; known: Drills }) {
  const people = usePeople().data?.people ?? [];
  const sittings = useSittings(known.drills);
  const kinds = [...new Set(kit.units.map(({ kind }) => kind))];
  const rows = drillGrid(
    sittings,
    kit.id,
    people.map(({ id }) => id),
    kinds,
  ).filter(({ cells }) => cells.some((cell) => cell !== null));
  if (rows.length === 0) return <p className="muted">Nobody has been asked of it yet.</p>;
  const worst = worstThing(rows);
  return (
    <>
      {worst !== null && (
        <p className={css.worst}>
          {worstText(worst, kindName(worst.kind))} <Link to={`/kits/${kit.id}/fit`}>See where it lies</Link>
        </p>
      )}
      <div className={css.scroll}>
        <table className={css.people}>
          <thead>
            <tr>
              <th scope="col">Seconds to point at it</th>
              {people.map(({ id, name }) => (
                <th key={id} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <Row key={row.kind} row={row} />
            ))}
          </tbody>
        </table>
      </div>
      <p className="small muted">Median of the last three sittings. A dash: never asked.</p>
      <Lapses kitId={kit.id} sittings={sittings} people={people} />
    </>
  );
}

/** How much of what was asked was missed, over time: in words, and drawn. */
function Lapses({
  kitId,
  sittings,
  people,
}: {
  kitId: string;
  sittings: readonly Drill[];
  people: readonly { id: string; name: string }[];
}) {
  const lines = useMemo(() => {
    const all = missesOverTime(
      sittings,
      kitId,
      people.map(({ id }) => id),
    );
    return people.map(({ name }, index) => ({ name, points: all[index] ?? [] })).filter(({ points }) => points.length > 1);
  }, [sittings, kitId, people]);
  if (lines.length === 0) return null;
  return (
    <section className={css.lapses} aria-label="Missed over time">
      <h2>Missed over time</h2>
      <p className="small muted">Of what was asked at each sitting: {lines.map(lapseText).join('; ')}.</p>
      <Suspense fallback={<Blank label="Drawing the line" />}>
        <LapsesChart people={lines} />
      </Suspense>
    </section>
  );
}

function lapseText({ name, points }: PersonLine): string {
  const [first, last] = [points[0], points.at(-1)];
  return first === undefined || last === undefined ? name : `${name} ${missedShare(first)} % at first, ${missedShare(last)} % now`;
}

function Row({ row: { kind, cells } }: { row: GridRow }) {
  return (
    <tr>
      <th scope="row">{kindName(kind)}</th>
      {cells.map((cell, at) => (
        <td key={at} className={clsx('mono', toneOf(cell))}>
          {cell === null ? '–' : cell.seconds === null ? 'missed' : `${cell.seconds.toFixed(0)} s`}
        </td>
      ))}
    </tr>
  );
}

const toneOf = (cell: GridCell | null): string =>
  cell === null ? 'muted' : cell.seconds === null ? 'state-gap' : cell.seconds > DRILL_PLAN.slowS ? 'state-thin' : 'state-held';
