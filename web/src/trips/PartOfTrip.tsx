import { showLacking } from '@ivrak/core/coverage';
import type { TripPartView } from '@ivrak/core/loadout';
import { capital, type Person, type PlainDate, SKILL_FACTS, type Trip, withArticle } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { skillWords } from '../crew/skillWords.ts';
import { type MusteredKit, useLapsePolicy } from '../data/queries.ts';
import css from './trips.module.css';

export type TickedKit = MusteredKit;

interface PartOfTripProps {
  view: TripPartView;
  kits: readonly TickedKit[];
  people: readonly Person[];
  /** The day of the trip. */
  on: PlainDate;
  ticks: Trip['ticks'];
  tick: (kitId: TickedKit['id']) => void;
}

/** One vehicle or boat: who is in it, its kits to be ticked at departure, and who fetches what is better. */
export function PartOfTrip({ view, kits, people, on, ticks, tick }: PartOfTripProps) {
  const { part, crew, classing, untrained, next, fetcher } = view;
  return (
    <section className={css.part} aria-label={part.name}>
      <h2>{part.name}</h2>
      <p className={css.says}>
        <b>{capital(classing.name)}</b>: {classing.says}
        {classing.next !== null && (
          <span className="small muted">
            {' '}
            For {withArticle(classing.next.name)} it lacks {showLacking(classing.next.lacking)}.
          </span>
        )}
      </p>
      <Aboard crew={crew} on={on} />
      <div>
        <h3>Kits</h3>
        <ul className={css.list}>
          {part.kitIds.map((id) => {
            const kit = kits.find((one) => one.id === id);
            return kit === undefined ? (
              <li key={id} className="state-gap">
                A kit that was retired: take it off the trip.
              </li>
            ) : (
              <KitTick
                key={id}
                kit={kit}
                whose={people.find((person) => person.id === kit.personId)?.name ?? null}
                isTicked={ticks.some(({ kitId }) => kitId === id)}
                tick={() => tick(kit.id)}
              />
            );
          })}
          {part.kitIds.length === 0 && <li className="state-thin">No kit is in it.</li>}
        </ul>
        {untrained.length > 0 && (
          <p className="small caution">Nobody aboard is trained in {untrained.map((skill) => SKILL_FACTS[skill].name).join(', ')}.</p>
        )}
      </div>
      {next !== null && (
        <p className={clsx(css.next, css.says)}>
          Next better: <b>{next.kit.name}</b>, {next.in === null ? 'left behind' : `in ${next.in}`}; with it {part.name} is{' '}
          {withArticle(next.classing.name)}.{' '}
          {fetcher === null ? <span className="state-thin">Nobody is named to fetch it.</span> : <b>{fetcher.name} fetches it.</b>}
        </p>
      )}
    </section>
  );
}

function Aboard({ crew, on }: Pick<TripPartView, 'crew'> & { on: PlainDate }) {
  const policy = useLapsePolicy();
  return (
    <div>
      <h3>Who, and trained for what</h3>
      <ul className={css.list}>
        {crew.map((person) => (
          <li key={person.id}>
            <b>{person.name}</b>
            <span className={clsx(css.note, 'small')}>{skillWords(person, policy, on)}</span>
          </li>
        ))}
        {crew.length === 0 && <li className="state-thin">Nobody is named in it: what lies there is for whoever comes.</li>}
      </ul>
    </div>
  );
}

interface KitTickProps {
  kit: TickedKit;
  whose: string | null;
  isTicked: boolean;
  tick: () => void;
}

function KitTick({ kit, whose, isTicked, tick }: KitTickProps) {
  const { gap } = kit.summary;
  const trouble = kit.openUse !== null ? 'used, not debriefed' : gap === null ? null : gap;
  return (
    <li>
      <button type="button" className={css.tick} aria-pressed={isTicked} onClick={tick}>
        <span className={css.box} aria-hidden="true">
          {isTicked ? '✓' : ''}
        </span>
        <span className="grow">
          <b>{kit.name}</b>{' '}
          <span className="small muted">
            {whose === null ? '' : `${whose}, `}
            {kit.position.name.toLowerCase()}
          </span>
          {trouble !== null && <span className={clsx(css.note, 'small state-gap')}>{trouble}</span>}
        </span>
      </button>
    </li>
  );
}
