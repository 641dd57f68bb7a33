import { type KitSummary, RUNG_NAMES } from '@ivrak/core/model';
import { STATE_WORDS } from './figures.ts';
import './rungStrip.css';

/** The rungs of a kit in a row, each with its state as pattern and word. */
export function RungStrip({ rungs, isNarrow = false }: { rungs: KitSummary['rungs']; isNarrow?: boolean }) {
  return (
    <ul className={isNarrow ? 'rung-strip is-narrow' : 'rung-strip'} aria-label="Rungs">
      {rungs.map(({ rung, state, have, least }) => (
        <li key={rung} className="rung-cell" title={`${RUNG_NAMES[rung]}: ${STATE_WORDS[state]}, ${have} of ${least}`}>
          <span className={`rung-pattern fill-${state}`} aria-hidden="true" />
          <span className="rung-letter">{rung}</span>
          <span className="sr-only">{`${RUNG_NAMES[rung]}: ${STATE_WORDS[state]}${state === 'off' ? '' : `, ${have} of ${least}`}`}</span>
        </li>
      ))}
    </ul>
  );
}
