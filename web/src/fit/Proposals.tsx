import { applyFitFix, type FitProposal, fitsThere } from '@ivrak/core/kit';
import { Button, Progress } from '@mantine/core';
import { useEffect } from 'react';
import { grams, mm, price } from '../drawing/figures.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { newUnitId } from '../kit/units.ts';
import parts from '../ui/parts.module.css';
import { showChange } from '../ui/showChange.ts';
import { useAdvice } from './useAdvice.ts';

/** The least changes that make the kit fit, each taken up with one press and undone like any other edit. */
export function Proposals() {
  const { packing, draft } = useKit();
  const { result, carry } = packing;
  const advice = useAdvice('propose');
  const isFine = result !== null && carry !== null && fitsThere(result, carry);
  const isAsked = result !== null && !isFine && draft.units.length > 0;
  const isIdle = advice.answer === null && advice.progress === null && advice.error === null;
  useEffect(() => {
    if (isAsked && isIdle) advice.ask();
    // Asked once for each state of the kit; a cancelled question is asked again by hand only.
  }, [isAsked, advice.ask]);
  if (!isAsked) return null;
  return (
    <section className="stack" aria-label="Least changes that make it fit">
      <h2>Least changes that make it fit</h2>
      {advice.progress !== null && (
        <div className="row" role="status">
          <Progress className="grow" value={advice.progress * 100} aria-label="Looking for changes" transitionDuration={0} />
          <Button size="compact-sm" variant="default" onClick={advice.cancel}>
            Cancel
          </Button>
        </div>
      )}
      {advice.error !== null && <p className="refusal">{advice.error}</p>}
      {isIdle && (
        <Button variant="default" onClick={advice.ask}>
          Look for changes
        </Button>
      )}
      {advice.answer?.length === 0 && (
        <p className="small">No few changes were found that make it fit. Split the kit, or choose a larger place.</p>
      )}
      {advice.answer?.slice(0, SHOWN).map((proposal) => (
        <Proposal key={JSON.stringify(proposal.fixes)} proposal={proposal} />
      ))}
    </section>
  );
}

const SHOWN = 6;

/** " · 120 g more · 2 s longer to draw" */
function costsText({ massG, priceMinor, drawS }: FitProposal['costs']): string {
  const told = [
    massG === 0 ? '' : `${grams(Math.abs(massG))} ${massG > 0 ? 'more' : 'less'}`,
    priceMinor === 0 ? '' : `${price(priceMinor)} to buy`,
    drawS === 0 ? '' : `${Math.abs(drawS)} s ${drawS > 0 ? 'longer' : 'sooner'} to draw`,
  ];
  return told.map((part) => (part === '' ? '' : ` · ${part}`)).join('');
}

function Proposal({ proposal }: { proposal: FitProposal }) {
  const apply = () => edit((draft) => proposal.fixes.reduce((now, fix) => applyFitFix(now, fix, newUnitId()), draft));
  return (
    <div className={parts.proposal}>
      <div className="grow">
        <b>{proposal.labels.join(' · ')}</b>
        <p className="small mono">
          {mm(proposal.outerTMm)} of {mm(proposal.limitMm)}
          {costsText(proposal.costs)}
          {proposal.changes.length === 0 ? ' · no need changes' : ''}
        </p>
        {proposal.changes.map((change) => (
          <p className="small" key={change.need}>
            {showChange(change)}
          </p>
        ))}
      </div>
      <Button size="compact-sm" variant="default" onClick={apply} aria-label={`Apply: ${proposal.labels.join(', ')}`}>
        Apply
      </Button>
    </div>
  );
}
