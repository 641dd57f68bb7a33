import { capital, type KitView, NEEDS } from '@ivrak/core/model';
import type { ProposedForSet } from '@ivrak/core/propose';
import { Link } from 'react-router';
import { kindName } from '../data/catalog.ts';
import css from './propose.module.css';

interface MovesProps {
  moves: ProposedForSet['moves'];
  kits: ReadonlyMap<string, KitView>;
}

/** Things that lie too far from the hand for what they are for, where another kit of the set has room for them. */
export function Moves({ moves, kits }: MovesProps) {
  if (moves.length === 0) return null;
  const nameOf = (id: string) => kits.get(id)?.name ?? id;
  return (
    <section className={css.why} aria-label="Worth moving">
      <h3>Worth moving</h3>
      <ul>
        {moves.map(({ unitId, kind, count, from, to, need, windowS, wasS, seconds }) => (
          <li key={unitId}>
            <span>
              <b>
                {count > 1 && `${count} × `}
                {capital(kindName(kind))}
              </b>{' '}
              from <Link to={`/kits/${from}/bench`}>{nameOf(from)}</Link> to <Link to={`/kits/${to}/bench`}>{nameOf(to)}</Link>: in the hand
              in {Math.round(seconds)} s, {wasS === null ? 'where no hand comes to it now' : `not ${Math.round(wasS)} s`};{' '}
              {NEEDS[need].label} is wanted within {windowS} s.
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
