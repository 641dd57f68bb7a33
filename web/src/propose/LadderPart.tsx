import { NEEDS } from '@ivrak/core/model';
import type { Along, Ladder } from '@ivrak/core/propose';
import { Progress } from '@mantine/core';
import { type KeyboardEvent, useState } from 'react';
import { containerOf } from '../data/catalog.ts';
import { useKit } from '../kit/KitContext.tsx';
import { LadderChart } from './LadderChart.tsx';
import css from './propose.module.css';
import { type Asked, useLadder, type Worked } from './useProposing.ts';
import type { Limits } from './wishes.ts';
import { amountOf, stepText, sumText, thingsText } from './words.ts';

const ALONG_NAMES: Record<Along, string> = { money: 'money', massG: 'grams', thicknessMm: 'millimetres' };
const TITLES: Record<Along, string> = {
  money: 'What the next coin buys',
  massG: 'What the next gram holds',
  thicknessMm: 'What the next millimetre holds',
};

interface LadderPartProps {
  /** Null: proposals are worked out first. */
  asked: Asked | null;
  money: Worked<Ladder>;
  limits: Limits;
}

/** The ladder: along money, grams or millimetres, which needs are held; read along by keys, and as a table. */
export function LadderPart({ asked, money, limits }: LadderPartProps) {
  const { draft } = useKit();
  const [along, setAlong] = useState<Along>('money');
  const [isTable, setTable] = useState(false);
  const [at, setAt] = useState<number | null>(null);
  const other = useLadder(along === 'money' ? null : asked, along);
  const { answer: ladder, progress, error } = along === 'money' ? money : other;
  const container = containerOf(draft.containerId);
  const sums: Record<Along, number | null> = {
    money: limits.money,
    massG: limits.massG === null ? null : limits.massG - (container?.massG ?? 0),
    thicknessMm: limits.thicknessMm,
  };
  const sum = sums[along];
  const steps = ladder?.steps ?? [];
  const isOwned = along === 'money' && steps.length > 0 && progress === null && steps.every(({ value }) => value === 0);
  const step = at === null ? undefined : steps[at];
  const readAlong = (event: KeyboardEvent) => {
    const to = stepTo(event.key, at ?? -1, steps.length - 1);
    if (to === null) return;
    event.preventDefault();
    setAt(to);
  };
  const choices: Along[] = container === undefined ? ['money', 'massG'] : ['money', 'massG', 'thicknessMm'];
  return (
    <section className={css.ladder} aria-label={TITLES[along]}>
      <header>
        <h3>{TITLES[along]}</h3>
        <div className={css.alongs} role="group" aria-label="Along what">
          {choices.map((one) => (
            <button
              key={one}
              type="button"
              className="link-button"
              aria-pressed={along === one}
              onClick={() => {
                setAlong(one);
                setAt(null);
              }}
            >
              {ALONG_NAMES[one]}
            </button>
          ))}
          <button type="button" className="link-button" aria-pressed={isTable} onClick={() => setTable(!isTable)}>
            as a table
          </button>
        </div>
      </header>
      {progress !== null && <Progress value={Math.max(4, progress * 100)} aria-label="Working the ladder out" transitionDuration={0} />}
      {error !== null && <p className="refusal">{error}</p>}
      {isOwned && <p>All {steps.length} needs are held by what is owned already: nothing is left to buy.</p>}
      {ladder !== null && steps.length > 0 && !isOwned && (
        <>
          {isTable ? (
            <LadderTable ladder={ladder} along={along} sum={sum} />
          ) : (
            <div
              role="slider"
              className={css.figure}
              tabIndex={0}
              aria-label={`${TITLES[along]}, step by step; the table says the same`}
              aria-valuemin={0}
              aria-valuemax={steps.length}
              aria-valuenow={at === null ? 0 : at + 1}
              aria-valuetext={step === undefined ? 'Arrow keys read along' : stepText(step, along, (at ?? 0) + 1, steps.length)}
              onKeyDown={readAlong}
            >
              <LadderChart {...{ ladder, sum, at }} show={amountOf[along]} />
            </div>
          )}
          <p className="small" role="status">
            {step !== undefined ? (
              stepText(step, along, (at ?? 0) + 1, steps.length)
            ) : (
              <>
                {sum !== null && (
                  <b className={css.sumText}>
                    {amountOf[along](sum)}: {sumText(ladder, along, sum)}.{' '}
                  </b>
                )}
                {ladder.regret > 0
                  ? `Dashed: piece by piece, nothing given away; ${amountOf[along](ladder.regret)} more in the end.`
                  : 'Piece by piece, with nothing given away, it comes to the same.'}
              </>
            )}
          </p>
          {ladder.never.length > 0 && (
            <p className="small muted">
              Left out, since nothing holds {ladder.never.length === 1 ? 'it' : 'them'} beside the rest here:{' '}
              {ladder.never.map((need) => NEEDS[need].label).join(', ')}.
            </p>
          )}
        </>
      )}
    </section>
  );
}

const ALONG_KEYS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 };

/** Where a key leads from a step; null: it is none of the ladder's. */
function stepTo(key: string, from: number, last: number): number | null {
  if (key === 'Home') return 0;
  if (key === 'End') return last;
  const by = ALONG_KEYS[key];
  return by === undefined ? null : Math.max(0, Math.min(last, from + by));
}

interface LadderTableProps {
  ladder: Ladder;
  along: Along;
  sum: number | null;
}

function LadderTable({ ladder: { steps, nested }, along, sum }: LadderTableProps) {
  const show = amountOf[along];
  return (
    <table className={css.table}>
      <thead>
        <tr>
          <th scope="col">Held from here on</th>
          <th scope="col" className="figure-cell">
            At the least
          </th>
          <th scope="col">In</th>
          <th scope="col">Out</th>
          <th scope="col" className="figure-cell">
            Keeping all
          </th>
        </tr>
      </thead>
      <tbody>
        {steps.map(({ need, value, adds, drops }, index) => (
          <tr key={need} className={sum !== null && value > sum ? 'muted' : undefined}>
            <th scope="row">{NEEDS[need].label}</th>
            <td className="mono">{show(value)}</td>
            <td>{thingsText(adds)}</td>
            <td>{thingsText(drops)}</td>
            <td className="mono">{nested[index] === undefined ? '' : show(nested[index].value)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
