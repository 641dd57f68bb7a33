import { NEEDS, RUNG_NAMES, RUNGS, rungOf, showTerms } from '@ivrak/core';
import { STATE_WORDS } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';

/** A scrolling region without anything to press in it must take the focus itself, or keys could not scroll it. */
const SCROLLS_BY_KEYS = 0;

/** The needs with quantities, terms and reasons, live beside the questions. */
export function BriefNeeds() {
  const { judgement } = useKit();
  const states = new Map(judgement.coverage.needs.map((need) => [need.need, need]));
  return (
    <section className="brief-needs" aria-label="Needs" aria-live="polite" tabIndex={SCROLLS_BY_KEYS}>
      <div className="panel-heading">
        <h2>What follows</h2>
        <span className="small muted">planning values, not clinical limits</span>
      </div>
      {RUNGS.map((rung) => {
        const needs = judgement.needs.filter(({ need }) => rungOf(need) === rung);
        const asked = needs.filter(({ ideal }) => ideal > 0);
        const off = needs.filter(({ ideal }) => ideal === 0);
        return (
          <section key={rung} className="brief-rung" aria-label={RUNG_NAMES[rung]}>
            <span className="brief-letter" aria-hidden="true">
              {rung}
            </span>
            <div className="grow">
              {asked.map(({ need, least, ideal, reason, terms }) => {
                const state = states.get(need)?.state ?? 'off';
                return (
                  <div key={need} className="brief-need">
                    <span className="brief-amount mono">{least === ideal ? least : `${least}–${ideal}`}</span>
                    <div className="grow">
                      <b>{least === 1 && ideal === 1 ? NEEDS[need].one : NEEDS[need].many}</b> <span className="small muted">{reason}</span>
                      <div className="small muted mono brief-terms">
                        {showTerms(least > 0 && least === ideal ? terms.least : terms.ideal)}
                      </div>
                    </div>
                    <span className={`state-word state-${state}`}>{STATE_WORDS[state]}</span>
                  </div>
                );
              })}
              {off.length > 0 && (
                <p className="small muted brief-off">
                  Not asked: {off.map(({ need, reason }) => `${NEEDS[need].label} (${reason})`).join(' · ')}
                </p>
              )}
            </div>
          </section>
        );
      })}
    </section>
  );
}
