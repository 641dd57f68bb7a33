import {
  type Coverage,
  ifNeedBeText,
  isAsked,
  type NeedCoverage,
  type ServedBy,
  sharedToolText,
  wantedTwiceText,
} from '@ivrak/core/coverage';
import { capital, NEEDS, type NeedId, RUNG_NAMES, showDate, type Unit } from '@ivrak/core/model';
import { type DerivedNeed, showTerms } from '@ivrak/core/needs';
import { CloseButton } from '@mantine/core';
import { clsx } from 'clsx';
import { useEffect } from 'react';
import { catalogNow, kindName } from '../data/catalog.ts';
import { STATE_WORDS } from '../drawing/figures.ts';
import { useKit } from './KitContext.tsx';
import css from './kit.module.css';
import { useOpenRung } from './useOpenRung.ts';

/** Opens a rung: each need with its figures, why it is asked for, and which unit serves it. */
export function RungPanel() {
  const { judgement, draft } = useKit();
  const { rung, close } = useOpenRung();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && close();
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [close]);
  const opened = judgement.rungs.find((entry) => entry.rung === rung);
  if (opened === undefined) return null;
  const asked = opened.needs.filter(({ state }) => isAsked(state));
  const off = opened.needs.filter(({ state }) => !isAsked(state));
  const derived = new Map(judgement.needs.map((need) => [need.need, need]));
  return (
    <section className={clsx(css.rungPanel, 'no-print')} aria-label={`Rung ${opened.rung}: ${RUNG_NAMES[opened.rung]}`}>
      <div className="panel-heading">
        <h2>
          {opened.rung} <span className="muted">{RUNG_NAMES[opened.rung]}</span>
        </h2>
        <CloseButton aria-label="Close the rung" onClick={close} />
      </div>
      {asked.map((need) => (
        <NeedBlock key={need.need} need={need} coverage={judgement.coverage} derived={derived.get(need.need)} units={draft.units} />
      ))}
      {off.map(({ need, have }) => (
        <p key={need} className="small muted">
          {NEEDS[need].label}: {have > 0 ? <Others need={need} /> : derived.get(need)?.reason}
        </p>
      ))}
    </section>
  );
}

interface NeedBlockProps {
  need: NeedCoverage;
  coverage: Coverage;
  derived: DerivedNeed | undefined;
  units: readonly Unit[];
}

function NeedBlock({ need, coverage, derived, units }: NeedBlockProps) {
  const facts = NEEDS[need.need];
  const nameOf = (unitId: string) => kindName(units.find(({ id }) => id === unitId)?.kind ?? unitId);
  return (
    <article className={css.needBlock}>
      <h3>
        <span className={clsx(css.needMark, `fill-${need.state}`)} aria-hidden="true" />
        {facts.label}
        <span className={clsx(css.needFigure, 'mono')}>
          {need.have} of {need.least}
          {need.ideal > need.least ? `, ideal ${need.ideal}` : ''}
        </span>
        <span className={clsx('state-word', `state-${need.state}`)}>{STATE_WORDS[need.state]}</span>
      </h3>
      {need.by.length > 0 && (
        <ul className={css.servedBy}>
          {need.by.map((served) => (
            <ServedLine key={`${served.unitId}${served.part ?? ''}`} served={served} unit={units.find(({ id }) => id === served.unitId)} />
          ))}
        </ul>
      )}
      <ShareOf need={need.need} />
      {need.state === 'gap' && <p className="state-gap small">Without it: {facts.without}.</p>}
      {need.ifNeedBe.length > 0 && (
        <p className="small">
          If need be: {need.ifNeedBe.map(({ unitId, leavesOpen }) => ifNeedBeText(nameOf(unitId), leavesOpen)).join(' · ')}. Not counted.
        </p>
      )}
      {coverage.wantedTwice
        .filter(({ notFor }) => notFor === need.need)
        .map((wanted) => (
          <p key={`${wanted.unitId}${wanted.bookedFor}`} className="small">
            {wantedTwiceText(nameOf(wanted.unitId), wanted)}
          </p>
        ))}
      {coverage.sharedTools
        .filter(({ needs }) => needs.includes(need.need))
        .map((tool) => (
          <p key={tool.unitId} className="small">
            {sharedToolText(nameOf(tool.unitId), tool)}
          </p>
        ))}
      {need.singlePoint && <p className="small">A single unit: if it fails, this is a gap.</p>}
      {need.lapsesOn !== null && <p className="small">Becomes a gap on {showDate(need.lapsesOn)} if nothing is done.</p>}
      {derived !== undefined && (
        <p className="small muted">
          {derived.least > 0 ? `Least: ${showTerms(derived.terms.least)}. ` : ''}
          {derived.ideal > derived.least ? `Ideal: ${showTerms(derived.terms.ideal)}. ` : ''}
          {capital(derived.reason)}.
        </p>
      )}
    </article>
  );
}

/** Of kits that are carried as one, the others that hold some of a need: "2 in Belt pouch, 1 on the bearer" */
function Others({ need }: { need: NeedId }) {
  const { kit, judgement } = useKit();
  const share = judgement.shares.find((one) => one.need === need);
  const nameOf = (id: string) => {
    const name = kit.inSet?.others.find((other) => other.id === id)?.name;
    return name === undefined ? 'on the bearer' : `in ${name}`;
  };
  return <>{share?.others.map(({ kitId, pieces }) => `${pieces} ${nameOf(kitId)}`).join(', ')}</>;
}

function ShareOf({ need }: { need: NeedId }) {
  const share = useKit().judgement.shares.find((one) => one.need === need);
  if (share === undefined) return null;
  const lacks = share.alone !== null && share.alone.have < share.alone.least;
  return (
    <>
      {share.others.length > 0 && (
        <p className="small">
          {share.here} here, <Others need={need} />.
        </p>
      )}
      {lacks && <p className="state-gap small">It must hold this by itself, whatever the others hold.</p>}
    </>
  );
}

function ServedLine({ served, unit }: { served: ServedBy; unit: Unit | undefined }) {
  const kind = catalogNow().get(served.kind);
  const date = unit?.expiresOn;
  return (
    <li>
      <span className="mono">{served.count} ×</span> {kind?.name ?? served.kind}
      <span className="muted">
        {' '}
        · {served.grade}
        {served.part === undefined ? '' : ` · ${served.part}`}
        {unit?.lot ? ` · lot ${unit.lot}` : ''}
        {date ? ` · ${showDate(date)}` : ''}
      </span>
    </li>
  );
}
