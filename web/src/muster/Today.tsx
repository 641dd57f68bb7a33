import { WEEKDAY_NAMES, weekdayOf } from '@ivrak/core/loadout';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../data/client.ts';
import css from './muster.module.css';

/** Today's loadouts of the week plan, each with its take list and what of it is not ready. */
export function Today() {
  const { data } = useQuery({ queryKey: ['carry', 'today'], queryFn: () => api.get('/api/today') });
  if (data === undefined || data.people.length === 0) return null;
  return (
    <section className={css.today} aria-label="Today’s loadouts">
      <h2>{WEEKDAY_NAMES[weekdayOf(data.on)]}</h2>
      <ul>
        {data.people.map(({ personId, name, loadouts }) => (
          <li key={personId}>
            <span className={css.todayWho}>{name}</span>
            {loadouts.map(({ id, name: loadout, situation, notReady }, index) => (
              <span key={id} className={css.todayLoadout}>
                {index > 0 && <span className="muted">then </span>}
                <Link to={`/carry/take?loadout=${id}`} title={situation}>
                  {loadout}
                </Link>
                {notReady.length > 0 && <span className="state-gap small"> {notReady.length} not ready</span>}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
