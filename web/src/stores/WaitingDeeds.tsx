import { Link } from 'react-router';
import { keptDeeds, useDisagreed } from '../away/keptDeeds.ts';
import { kindName } from '../data/catalog.ts';
import { Refusal } from '../ui/Refusal.tsx';
import restocking from './restocking.module.css';

/** What was put into a kit while the machine was away, and waits for it; and what of it the machine could not make true. */
export function WaitingDeeds({ kitId }: { kitId: string }) {
  const { waiting, refused } = keptDeeds.use();
  const own = waiting.filter((deed) => deed.kitId === kitId && deed.do === 'putBack');
  if (own.length === 0) return null;
  return (
    <ul className={restocking.waiting} aria-label="Waits for the machine">
      {own.map(({ id, kind, count }) => (
        <li key={id}>
          {count} × {kindName(kind)} put back, <span className="muted">waits for the machine</span>
          {refused[id] !== undefined && (
            <>
              <Refusal text={refused[id]} />
              <button type="button" className="link-button" onClick={() => keptDeeds.drop(id)}>
                Let it go
              </button>
            </>
          )}
        </li>
      ))}
    </ul>
  );
}

export function Disagreed() {
  const count = useDisagreed((state) => state.count);
  if (count === 0) return null;
  return (
    <p className="refusal" role="status">
      {count === 1 ? 'One thing that was put back' : `${count} things that were put back`} while the machine was away{' '}
      {count === 1 ? 'was' : 'were'} not in stores any more. <Link to="/upkeep">Say where {count === 1 ? 'it is' : 'they are'}</Link>
    </p>
  );
}
