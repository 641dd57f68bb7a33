import { Link, useRouteError } from 'react-router';
import { messageOf } from '../data/client.ts';
import parts from './parts.module.css';

/** A page that could not be shown, or does not exist. */
export function Failure({ error }: { error?: unknown }) {
  const thrown = useRouteError();
  const shown = error ?? thrown;
  return (
    <main className={parts.noticePage}>
      <h1>{shown === undefined ? 'There is no such page' : 'This could not be shown'}</h1>
      <p>{shown === undefined ? 'The address may be old: kits that were retired are gone from here.' : messageOf(shown)}</p>
      <p>
        <Link to="/">Back to Muster</Link>
      </p>
    </main>
  );
}
