import { type DrillEvent, eventNeedText, type OrderWorld, type OrderResult as Result } from '@ivrak/core/drill';
import { NEEDS } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import css from './drill.module.css';
import order from './order.module.css';
import { faultsText, nameIn, type Went, wentOf } from './ordering.ts';

interface OrderResultProps {
  event: DrillEvent;
  result: Result;
  world: OrderWorld;
  another: () => void;
}

/** What was taken beside what the school takes, and what the second casualty was left without. */
export function OrderResult({ event, result, world, another }: OrderResultProps) {
  const { picked } = result;
  const went = wentOf(result, nameIn(world));
  return (
    <section className="stack" aria-label="How it went">
      <p>
        <b>{event.says}</b> {faultsText(result)}{' '}
        {picked.length > 0 && `The last of ${picked.length} after ${picked.at(-1)?.seconds.toFixed(0)} s.`}
      </p>
      {went.map((rows, index) => (
        <Casualty key={index} rows={rows} index={index} isOnly={went.length === 1} school={world.school.name} />
      ))}
      <div className={css.begin}>
        <Button size="lg" onClick={another}>
          Another event
        </Button>
        <Button size="lg" variant="default" component={Link} to="/drill">
          Back to Drill
        </Button>
      </div>
    </section>
  );
}

const STATES: Record<Went['state'], string> = { closed: 'closed', missed: 'left open', ranOut: 'ran out' };

function Casualty({ rows, index, isOnly, school }: { rows: readonly Went[]; index: number; isOnly: boolean; school: string }) {
  const without = rows.filter(({ state }) => state === 'ranOut');
  return (
    <div className={css.scroll}>
      {!isOnly && <h2>{index === 0 ? 'The first' : 'The second'}</h2>}
      <table className={clsx(css.went, order.result)}>
        <thead>
          <tr>
            <th scope="col">In need of</th>
            <th scope="col">You took</th>
            <th scope="col">“{school}” takes</th>
            <th scope="col">In the end</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ need, asked, held, took, school: takes, state }) => (
            <tr key={need}>
              <th scope="row">{eventNeedText({ need, count: asked })}</th>
              <td>{took.join(', ') || '–'}</td>
              <td>{takes.join(', ') || '–'}</td>
              <td className={state === 'closed' ? 'state-held' : 'state-gap'}>
                {STATES[state]}
                {held > 0 && held < asked && `, ${held} of ${asked}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {without.length > 0 && (
        <p className={css.worst}>
          {isOnly ? 'Left without' : `${index === 0 ? 'The first' : 'The second'} is left without`}{' '}
          {without.map(({ need, asked, held }) => eventNeedText({ need, count: asked - held })).join(', ')}:{' '}
          {without.map(({ need }) => NEEDS[need].without).join('; ')}.
        </p>
      )}
    </div>
  );
}
