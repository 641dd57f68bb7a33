import { isAsked } from '@ivrak/core/coverage';
import { RUNG_NAMES } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { STATE_WORDS } from '../drawing/figures.ts';
import { useKit } from './KitContext.tsx';
import css from './spine.module.css';
import { useOpenRung } from './useOpenRung.ts';

/** M A R C H, then S and D, as a ladder that stays put from Brief to Use; a rung opens to what serves it. */
export function Spine() {
  const { judgement } = useKit();
  const { rung: opened, open } = useOpenRung();
  return (
    <nav className={clsx(css.spine, 'no-print')} aria-label="Rungs">
      {judgement.rungs.map(({ rung, state, have, least }) => (
        <button
          key={rung}
          type="button"
          className={clsx(css.spineRung, opened === rung && css.isOpen)}
          aria-expanded={opened === rung}
          aria-label={`${rung}, ${RUNG_NAMES[rung]}: ${STATE_WORDS[state]}${!isAsked(state) ? '' : `, ${have} of ${least}`}`}
          onClick={() => open(rung)}
        >
          <span className={clsx(css.spinePattern, `fill-${state}`)} aria-hidden="true" />
          <span className={css.spineLetter}>{rung}</span>
          <span className={css.spineState}>
            <span className={clsx(css.spineFigure, 'mono')}>{!isAsked(state) ? '–' : `${have}/${least}`}</span>
            <span className={clsx('state-word', `state-${state}`)}>{STATE_WORDS[state]}</span>
          </span>
        </button>
      ))}
    </nav>
  );
}
