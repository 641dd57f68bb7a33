import type { PlainDate, Restock } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import type { Answer } from '../data/client.ts';
import { useDiscrepancies } from '../data/queries.ts';
import { useMyDrills } from '../drill/useMyDrills.ts';
import { nextActions, shortDate, type UsedKit } from './actions.ts';
import css from './muster.module.css';

const MOST = 9;

/** What to do, in date order: gaps first, with where the missing thing can come from. */
export function NextActions({
  upkeep,
  restock,
  today,
  kits,
}: {
  upkeep: Answer<'get', '/api/upkeep'> | undefined;
  restock: Restock | undefined;
  today: PlainDate;
  kits: readonly UsedKit[];
}) {
  const disagreeing = useDiscrepancies().data?.discrepancies.length;
  const actions = nextActions(upkeep?.events ?? [], restock, today, kits, disagreeing, useMyDrills(), upkeep?.courses);
  // What whoever acts here is to practise is never pushed out by what the whole crew has to do.
  const shown = actions.filter(({ key }, at) => at < MOST || key.startsWith('drill-'));
  return (
    <aside className={css.nextActions} aria-label="Next, in date order">
      <h2>Next, in date order</h2>
      {actions.length === 0 && <p className="muted">Nothing to do.</p>}
      <ol>
        {shown.map(({ key, when, what, detail, to }) => (
          <li key={key}>
            <span className={clsx(clsx(css.nextWhen, 'mono'), when === 'now' && 'state-gap')}>
              {when === 'now' ? 'now' : shortDate(when, today)}
            </span>
            <Link to={to} className={css.nextWhat}>
              <b>{what}</b>
              <span className="muted">{detail}</span>
            </Link>
          </li>
        ))}
      </ol>
      {actions.length > shown.length && <Link to="/upkeep">All {actions.length} in Upkeep</Link>}
    </aside>
  );
}
