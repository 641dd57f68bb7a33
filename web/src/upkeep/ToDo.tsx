import { type PlainDate, showDate } from '@ivrak/core/model';
import type { CourseDates, UpkeepEvent } from '@ivrak/core/upkeep';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, messageOf } from '../data/client.ts';
import { type MusteredKit, useRefresh, useRestock } from '../data/queries.ts';
import { nextActions, shortDate } from '../muster/actions.ts';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import css from './upkeep.module.css';

const MOST = 9;

interface ToDoProps {
  kits: readonly MusteredKit[];
  today: PlainDate;
  events: readonly UpkeepEvent[];
  courses: readonly CourseDates[];
}

/** What to do, in date order, and the kits to look through. */
export function ToDo({ kits, today, events, courses }: ToDoProps) {
  const restock = useRestock();
  const [isAll, setAll] = useState(false);
  const actions = nextActions(events, restock.data, today, [], 0, [], courses);
  const due = events.filter(({ type }) => type === 'inspect').sort((a, b) => (a.on < b.on ? -1 : 1));
  const next = due[0];
  return (
    <aside className={css.kits} aria-label="To do">
      <h2>Do, in date order</h2>
      <ol className={css.todo}>
        {actions.slice(0, isAll ? actions.length : MOST).map(({ key, when, what, detail, to }) => (
          <li key={key}>
            <span className={clsx('mono', when === 'now' && 'state-gap')}>{when === 'now' ? 'now' : shortDate(when, today)}</span>
            <span>
              <Link to={to}>{what}</Link>
              <span className={clsx(parts.block, 'small muted')}>{detail}</span>
            </span>
          </li>
        ))}
      </ol>
      {actions.length > MOST && (
        <Button variant="default" size="compact-sm" onClick={() => setAll(!isAll)}>
          {isAll ? 'Show fewer' : `Show all ${actions.length}`}
        </Button>
      )}
      {next !== undefined && (
        <Button component={Link} to={`/kits/${next.kitId}/inspect`} fullWidth mt="md">
          Start the next inspection
        </Button>
      )}
      <h2 className={css.kitsHead}>Last looked through</h2>
      <ul>
        {kits.map((kit) => (
          <KitLine key={kit.id} kit={kit} today={today} />
        ))}
      </ul>
    </aside>
  );
}

function KitLine({ kit, today }: { kit: MusteredKit; today: PlainDate }) {
  const refresh = useRefresh();
  const [error, setError] = useState<string | null>(null);
  const looked = async () => {
    try {
      await api.post('/api/kits/:id/inspections', { params: { id: kit.id }, body: {} });
      setError(null);
    } catch (failure) {
      setError(messageOf(failure));
    }
    await refresh();
  };
  return (
    <li>
      <span>
        <Link to={`/kits/${kit.id}/inspect`}>{kit.name}</Link>
        <span className={clsx(parts.block, 'small muted')}>
          {kit.inspectedOn === null ? 'never inspected' : `inspected ${showDate(kit.inspectedOn)}`}
        </span>
      </span>
      {kit.inspectedOn !== today && (
        <Button variant="outline" size="compact-sm" onClick={() => void looked()} aria-label={`I have looked through ${kit.name} today`}>
          Looked through
        </Button>
      )}
      <Refusal text={error} />
    </li>
  );
}
