import type { NeedState } from '@ivrak/core/coverage';
import { NEEDS, type NeedId, RUNG_NAMES, RUNGS, rungOf } from '@ivrak/core/model';
import { type DerivedNeed, showTerms } from '@ivrak/core/needs';
import { ActionIcon } from '@mantine/core';
import { IconPencil } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { useState } from 'react';
import { STATE_WORDS } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import css from './brief.module.css';
import { OverrideForm } from './OverrideForm.tsx';

/** The needs with quantities, terms and reasons, live beside the questions; each can be set by hand. */
export function BriefNeeds() {
  const { judgement } = useKit();
  const [setting, setSetting] = useState<NeedId | null>(null);
  const states = new Map(judgement.coverage.needs.map((need) => [need.need, need]));
  const set = judgement.needs.find(({ need }) => need === setting);
  return (
    <section className={css.needs} aria-label="Needs" aria-live="polite">
      {RUNGS.map((rung) => {
        const needs = judgement.needs.filter(({ need }) => rungOf(need) === rung);
        const asked = needs.filter(({ ideal, override }) => ideal > 0 || override !== null);
        const off = needs.filter(({ ideal, override }) => ideal === 0 && override === null);
        return (
          <section key={rung} className={css.rung} aria-label={RUNG_NAMES[rung]}>
            <span className={css.letter} aria-hidden="true">
              {rung}
            </span>
            <div className="grow">
              {asked.map((need) => (
                <NeedLine key={need.need} need={need} state={states.get(need.need)?.state ?? 'off'} set={() => setSetting(need.need)} />
              ))}
              {off.length > 0 && (
                <p className={clsx(css.off, 'small muted')}>
                  Not asked:{' '}
                  {off.map(({ need, reason }, index) => (
                    <span key={need}>
                      {index > 0 && ' · '}
                      <button type="button" className="link-button" onClick={() => setSetting(need)}>
                        {NEEDS[need].label}
                      </button>{' '}
                      ({reason})
                    </span>
                  ))}
                </p>
              )}
            </div>
          </section>
        );
      })}
      {set !== undefined && <OverrideForm key={set.need} need={set} close={() => setSetting(null)} />}
    </section>
  );
}

function NeedLine({
  need: { need, least, ideal, windowS, reason, terms, override },
  state,
  set,
}: {
  need: DerivedNeed;
  state: NeedState;
  set: () => void;
}) {
  const { one, many, label } = NEEDS[need];
  return (
    <div className={css.need}>
      <span className={clsx(css.amount, 'mono')}>{showAmount(least, ideal)}</span>
      <div className="grow">
        <b>{least === 1 && ideal === 1 ? one : many}</b>{' '}
        {windowS !== null && <span className={clsx(css.window, 'mono small')}>within {windowS} s</span>}{' '}
        <span className="small muted">{reason}</span>
        {override === null ? (
          <div className={clsx(css.terms, 'muted')}>{showTerms(least > 0 && least === ideal ? terms.least : terms.ideal)}</div>
        ) : (
          <div className={clsx(css.override, 'small')}>
            Set by hand: {override.reason} (derived: {showAmount(override.derived.least, override.derived.ideal)}
            {override.derived.windowS !== windowS && `, within ${override.derived.windowS} s`})
          </div>
        )}
      </div>
      <span className={clsx('state-word', `state-${state}`)}>{STATE_WORDS[state]}</span>
      <ActionIcon variant="subtle" size={32} aria-label={`Set ${label} by hand`} onClick={set}>
        <IconPencil size={16} />
      </ActionIcon>
    </div>
  );
}

const showAmount = (least: number, ideal: number): string => (least === ideal ? String(least) : `${least}–${ideal}`);
