import { isAsked } from '@ivrak/core/coverage';
import { type KitSummary, RUNG_NAMES } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { STATE_WORDS } from './figures.ts';
import css from './rungStrip.module.css';

/** The rungs of a kit in a row, each with its state as pattern and word. */
export function RungStrip({ rungs, isNarrow = false }: { rungs: KitSummary['rungs']; isNarrow?: boolean }) {
  return (
    <ul className={isNarrow ? clsx(css.rungStrip, css.isNarrow) : css.rungStrip} aria-label="Rungs">
      {rungs.map(({ rung, state, have, least }) => (
        <li key={rung} className={css.rungCell} title={`${RUNG_NAMES[rung]}: ${STATE_WORDS[state]}, ${have} of ${least}`}>
          <span className={clsx(css.rungPattern, `fill-${state}`)} aria-hidden="true" />
          <span className={css.rungLetter}>{rung}</span>
          <span className="sr-only">{`${RUNG_NAMES[rung]}: ${STATE_WORDS[state]}${!isAsked(state) ? '' : `, ${have} of ${least}`}`}</span>
        </li>
      ))}
    </ul>
  );
}
