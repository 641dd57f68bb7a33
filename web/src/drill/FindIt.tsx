import { cardsOf, nextDue } from '@ivrak/core/drill';
import type { FitResult } from '@ivrak/core/fit';
import type { Container, Drill, DrillAnswer } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { useCallback, useEffect, useReducer, useRef } from 'react';
import { Link } from 'react-router';
import { keptDrills } from '../away/keptDrills.ts';
import { useAway } from '../data/away.ts';
import { kindName } from '../data/catalog.ts';
import { type Asked, kitMark, type OtherKit } from './asked.ts';
import css from './drill.module.css';
import { Panels } from './Panels.tsx';
import { useDrills, useSittings } from './queries.ts';
import { notBegun, sit } from './sitting.ts';
import { againText } from './words.ts';

interface FindItProps {
  asked: readonly Asked[];
  container: Container | undefined;
  result: FitResult;
  personId: Drill['personId'];
  kitId: Drill['kitId'];
  /** Kits that are carried as one with it. */
  others: readonly OtherKit[];
  isBlind: boolean;
  isLeft: boolean;
  again: () => void;
}

/** One sitting. What was answered is kept when it ends, and when it is left before. */
export function FindIt({ asked, container, result, personId, kitId, others, isBlind, isLeft, again }: FindItProps) {
  const [state, act] = useReducer(sit, asked, (all) => sit(notBegun, { do: 'begin', asked: all, nowMs: performance.now() }));
  const { answers } = state;
  const isDone = state.at >= asked.length;
  const at = useKeeping(answers, isDone, { personId, kitId, isBlind });
  if (container === undefined) return <p>The container of this kit is not known any more.</p>;
  if (isDone) return <Done at={at} answers={answers} personId={personId} kitId={kitId} again={again} />;
  const now = asked[state.at] as Asked; // not done
  const last = answers.at(-1);
  const other = others.find(({ id }) => id === now.inKit);
  return (
    <section className={isLeft ? css.isLeft : undefined} aria-label="Find it">
      <p className={css.count}>
        {state.at + 1} of {asked.length}
        {now.why === 'moved' && ' · lies elsewhere now'}
      </p>
      <h2 className={css.call} aria-live="polite">
        {now.call}
      </h2>
      <p className={css.outcome} role="status">
        {state.outcome === 'found' && <b className="state-held">There: {last?.seconds.toFixed(1)} s</b>}
        {state.outcome === 'shown' && (
          <b className="state-gap">{other === undefined ? 'It lies here.' : `It lies in another kit: ${other.name}.`}</b>
        )}
        {state.outcome === null && state.misses > 0 && <b className="state-gap">Not there ({state.misses}).</b>}
      </p>
      <Panels
        container={container}
        result={result}
        open={state.open}
        toOpen={(compartment) => act({ do: 'open', compartment })}
        point={(boxes) => act({ do: 'point', boxes, nowMs: performance.now() })}
        isBlind={isBlind}
        shown={state.outcome === null ? [] : now.boxes.map(({ id }) => id)}
      />
      {others.length > 0 && state.outcome === null && (
        <div className={css.others}>
          {others.map(({ id, name }) => (
            <Button
              key={id}
              size="lg"
              variant="default"
              onClick={() => act({ do: 'point', boxes: [kitMark(id)], nowMs: performance.now() })}
            >
              It is in {name}
            </Button>
          ))}
        </div>
      )}
      <div className={css.deeds}>
        {state.outcome === null ? (
          <Button variant="default" size="lg" onClick={() => act({ do: 'show', nowMs: performance.now() })}>
            Show me
          </Button>
        ) : (
          <Button size="lg" autoFocus onClick={() => act({ do: 'next', nowMs: performance.now() })}>
            {state.at + 1 === asked.length ? 'To the end' : 'Next'}
          </Button>
        )}
      </div>
    </section>
  );
}

/** Kept when it ends, and when it is left before; gives when it began. */
function useKeeping(answers: readonly DrillAnswer[], isDone: boolean, of: Pick<Drill, 'personId' | 'kitId' | 'isBlind'>): string {
  const sitting = useRef({ id: crypto.randomUUID(), at: new Date().toISOString(), isKept: false });
  const latest = useRef({ answers, of });
  latest.current = { answers, of };
  const keep = useCallback(() => {
    const { id, at, isKept } = sitting.current;
    const { answers: said, of: whose } = latest.current;
    if (isKept || said.length === 0) return;
    sitting.current.isKept = true;
    keptDrills.add({ id, at, ...whose, way: 'find', conditions: null, practiceId: null, ordered: null, answers: [...said] });
  }, []);
  useEffect(() => {
    if (isDone) keep();
  }, [isDone, keep]);
  useEffect(() => {
    // A phone that is put away unmounts nothing.
    window.addEventListener('pagehide', keep);
    return () => {
      window.removeEventListener('pagehide', keep);
      keep();
    };
  }, [keep]);
  return sitting.current.at;
}

interface DoneProps extends Pick<FindItProps, 'personId' | 'kitId' | 'again'> {
  /** When the sitting began. */
  at: string;
  answers: readonly DrillAnswer[];
}

function Done({ answers, at, personId, kitId, again }: DoneProps) {
  const sittings = useSittings(useDrills().data?.drills);
  const waits = keptDrills.use((state) => state.waiting.length);
  const { isAway } = useAway();
  const cards = cardsOf(sittings, personId, kitId);
  return (
    <section className="stack" aria-label="How it went">
      <table className={css.went}>
        <thead>
          <tr>
            <th scope="col">Thing</th>
            <th scope="col">Found in</th>
            <th scope="col">Asked again</th>
          </tr>
        </thead>
        <tbody>
          {answers.map(({ kind, seconds, misses, isFound }) => {
            const next = nextDue(cards.get(kind));
            return (
              <tr key={kind}>
                <th scope="row">{kindName(kind)}</th>
                <td className={isFound && misses === 0 ? undefined : 'state-gap'}>
                  {isFound ? `${seconds.toFixed(1)} s${misses === 0 ? '' : `, ${misses} wrong first`}` : 'shown'}
                </td>
                <td>{next === null ? '' : againText(next, at)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="muted">{waits > 0 && isAway ? 'It waits here for the machine.' : 'It is kept.'}</p>
      <div className={css.begin}>
        <Button size="lg" onClick={again}>
          Again
        </Button>
        <Button size="lg" variant="default" component={Link} to={`/drill?kit=${kitId}`}>
          Who finds what
        </Button>
      </div>
    </section>
  );
}
