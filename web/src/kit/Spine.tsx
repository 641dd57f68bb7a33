import { RUNG_NAMES } from '@ivrak/core/model';
import { STATE_WORDS } from '../drawing/figures.ts';
import { useKit } from './KitContext.tsx';
import { useOpenRung } from './useOpenRung.ts';

/** M A R C H, then S and D, as a ladder that stays put from Brief to Use; a rung opens to what serves it. */
export function Spine() {
  const { judgement } = useKit();
  const { rung: opened, open } = useOpenRung();
  return (
    <nav className="spine no-print" aria-label="Rungs">
      {judgement.rungs.map(({ rung, state, have, least }) => (
        <button
          key={rung}
          type="button"
          className={`spine-rung${opened === rung ? ' is-open' : ''}`}
          aria-expanded={opened === rung}
          aria-label={`${rung}, ${RUNG_NAMES[rung]}: ${STATE_WORDS[state]}${state === 'off' ? '' : `, ${have} of ${least}`}`}
          onClick={() => open(rung)}
        >
          <span className={`spine-pattern fill-${state}`} aria-hidden="true" />
          <span className="spine-letter">{rung}</span>
          <span className="spine-state">
            <span className="spine-figure mono">{state === 'off' ? '–' : `${have}/${least}`}</span>
            <span className={`state-word state-${state}`}>{STATE_WORDS[state]}</span>
          </span>
        </button>
      ))}
    </nav>
  );
}
