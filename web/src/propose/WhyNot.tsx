import { isAsked } from '@ivrak/core/coverage';
import { NEEDS } from '@ivrak/core/model';
import type { Proposal, Why } from '@ivrak/core/propose';
import rungStripCss from '../drawing/rungStrip.module.css';
import css from './propose.module.css';
import { whyText } from './words.ts';

interface WhyNotProps {
  needs: Proposal['needs'];
  why: readonly Why[];
  isSettled: boolean;
}

/** Needs that no proposal holds, each with the least that would have to give. */
export function WhyNot({ needs, why, isSettled }: WhyNotProps) {
  const open = needs.filter(({ state }) => isAsked(state) && state === 'gap');
  if (open.length === 0) return null;
  return (
    <section className={css.why} aria-label="What stays open, and why">
      <h3>What stays open, and why</h3>
      <ul>
        {open.map(({ need }) => {
          const own = why.filter((one) => one.need === need);
          return (
            <li key={need}>
              <span className={rungStripCss.rungLetter}>{need[0]}</span>
              <span>
                <b>{NEEDS[need].label}</b> {own.length > 0 ? whyText(own) : isSettled ? 'takes more than wider limits' : '…'}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
