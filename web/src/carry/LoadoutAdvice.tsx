import { type KitConflict, kitsAlone, type LoadoutView, OWN_ID, type Spares, WEEKDAY_NAMES } from '@ivrak/core/loadout';
import { type Loadout, NEEDS } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { kindName } from '../data/catalog.ts';
import { grams, price, volume } from '../drawing/figures.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { showChange } from '../ui/showChange.ts';
import css from './carry.module.css';
import { type CarryData, worldOf } from './carryData.ts';
import { showSeconds } from './lanes.ts';
import { SharedPlaces } from './SharedPlaces.tsx';
import { spareLines } from './spareLines.ts';
import { useKnown, useSpares } from './useCarryWorker.ts';
import { useHelpers } from './useHelpers.ts';

interface AdviceProps {
  carryData: CarryData;
  loadout: Loadout;
  view: LoadoutView | null;
  conflicts: readonly KitConflict[];
  nameOf: (id: string) => string;
  loadouts: readonly Loadout[];
  open: (unitId: string) => void;
}

/** What a loadout amounts to: clashes, what a check keeps back, what would help, what is carried twice, what hangs on one thing. */
export function LoadoutAdvice({ carryData, loadout, view, conflicts, nameOf, loadouts, open }: AdviceProps) {
  if (view === null) return <p className="muted">Put a kit into it, then its needs and seconds stand here.</p>;
  const loadoutName = (id: string) => loadouts.find((one) => one.id === id)?.name ?? id;
  return (
    <>
      <Link to={`/carry/take?loadout=${loadout.id}`} className={css.takeLink}>
        Take list
      </Link>
      <Clashes loadout={loadout} conflicts={conflicts} nameOf={nameOf} loadoutName={loadoutName} />
      <SharedPlaces carried={loadout.kits} kits={carryData.kits} nameOf={nameOf} />
      {view.security !== null && <Check security={view.security} nameOf={nameOf} />}
      <Helpers loadout={loadout} view={view} carryData={carryData} nameOf={nameOf} />
      <Twice carryData={carryData} loadout={loadout} loadouts={loadouts} nameOf={nameOf} />
      <Alone carryData={carryData} loadout={loadout} view={view} nameOf={nameOf} />
      <section>
        <h3>If one thing fails</h3>
        {view.singles.length === 0 && <p className="small">No life-saving need hangs on a single thing.</p>}
        <ul className={css.tellList}>
          {view.singles.map(({ need, unitId, from, next }) => (
            <li key={`${need} ${unitId}`}>
              <button type="button" className="link-button" onClick={() => open(unitId)}>
                {nameOfUnit(carryData, loadout, unitId)}
              </button>
              , {from === OWN_ID ? 'your own' : nameOf(from)}: for {NEEDS[need].label}{' '}
              {next === null
                ? 'there is nothing else.'
                : `the next is ${showSeconds(next.s)} away (${next.from === OWN_ID ? 'your own' : nameOf(next.from)}).`}
            </li>
          ))}
        </ul>
      </section>
      <Second view={view} />
    </>
  );
}

function nameOfUnit(carryData: CarryData, loadout: Loadout, unitId: string): string {
  const unit = carryData.kits.flatMap(({ units }) => units).find(({ id }) => id === unitId);
  if (unit !== undefined) return kindName(unit.kind);
  return loadout.own.find(({ id }) => unitId === `own/${id}`)?.name ?? unitId;
}

interface ClashesProps {
  loadout: Loadout;
  conflicts: readonly KitConflict[];
  nameOf: (id: string) => string;
  loadoutName: (id: string) => string;
}

function Clashes({ loadout, conflicts, nameOf, loadoutName }: ClashesProps) {
  if (conflicts.length === 0) return null;
  return (
    <section className={css.tellClash}>
      <h3>In two places at once</h3>
      {conflicts.map(({ kitId, loadouts, days }) => {
        const other = loadouts.find((id) => id !== loadout.id) ?? '';
        const when = days.length === 0 ? 'whenever both are out' : days.map((day) => WEEKDAY_NAMES[day]).join(', ');
        return (
          <p key={`${kitId} ${other}`} className="small">
            <b>{nameOf(kitId)}</b> is in {loadoutName(other)}, too: {when}.
          </p>
        );
      })}
    </section>
  );
}

function Check({ security, nameOf }: { security: NonNullable<LoadoutView['security']>; nameOf: (id: string) => string }) {
  return (
    <section>
      <h3>Stays behind at the check</h3>
      {security.behind.length === 0 && <p className="small">Nothing: it passes as it is.</p>}
      <ul className={css.tellList}>
        {security.behind.map(({ unitId, name, from }) => (
          <li key={unitId}>
            <b>{name}</b>, {from === OWN_ID ? 'your own' : nameOf(from)}
          </li>
        ))}
      </ul>
      {security.worse.map((change) => (
        <p key={change.need} className="small state-gap">
          {showChange(change)}
        </p>
      ))}
      <p className="small muted">What passes differs from place to place; ask before you travel.</p>
    </section>
  );
}

/** Spares that would bring a gap into its window, in the kit that is nearest to the hand. */
function Helpers({
  loadout,
  view,
  carryData,
  nameOf,
}: {
  loadout: Loadout;
  view: LoadoutView;
  carryData: CarryData;
  nameOf: (id: string) => string;
}) {
  const helpers = useHelpers(carryData, loadout, view);
  if (helpers.length === 0) return null;
  return (
    <section>
      <h3>What would help</h3>
      {helpers.map(({ need, kind, kitId, beforeS, afterS, massG }) => (
        <div key={need} className={css.tellHelp}>
          <b>
            {kindName(kind)} into {nameOf(kitId)}
          </b>
          <span className="state-held small">
            {need[0]} {NEEDS[need].label} {beforeS === null ? 'none' : showSeconds(beforeS)} → {showSeconds(afterS)}
          </span>
          <span className="mono small">{grams(massG)} · from stores</span>
        </div>
      ))}
    </section>
  );
}

interface TwiceProps {
  carryData: CarryData;
  loadout: Loadout;
  loadouts: readonly Loadout[];
  nameOf: (id: string) => string;
}

/** More than is needed: in this loadout alone, and what can stay at home with nothing lost in any of them. */
function Twice({ carryData, loadout, loadouts, nameOf }: TwiceProps) {
  const question = useSpares(carryData);
  const [scope, setScope] = useState<'one' | 'all'>('all');
  const ask = (next: 'one' | 'all') => {
    setScope(next);
    question.ask(next === 'one' ? [loadout] : loadouts);
  };
  return (
    <section>
      <h3>Carried twice</h3>
      <div className="row">
        <Button size="compact-sm" variant="default" disabled={question.isBusy} onClick={() => ask('one')}>
          Spare in this loadout
        </Button>
        <Button size="compact-sm" variant="default" disabled={question.isBusy} onClick={() => ask('all')}>
          Leave at home
        </Button>
      </div>
      {question.isBusy && (
        <p className="small" role="status">
          Trying what can go.{' '}
          <button type="button" className="link-button" onClick={question.cancel}>
            Give up
          </button>
        </p>
      )}
      <Refusal text={question.error} />
      {question.answer !== null && (
        <SpareAnswer carryData={carryData} loadout={loadout} answer={question.answer} scope={scope} nameOf={nameOf} />
      )}
    </section>
  );
}

function SpareAnswer({
  carryData,
  loadout,
  answer,
  scope,
  nameOf,
}: { answer: Spares; scope: 'one' | 'all' } & Pick<TwiceProps, 'carryData' | 'loadout' | 'nameOf'>) {
  const where = scope === 'one' ? 'in this loadout' : 'in any loadout, nor in a kit that stands alone';
  if (answer.units.length === 0) return <p className="small">Nothing can go: something would be lost {where}.</p>;
  const lines = spareLines(answer, carryData.kits, scope === 'one' ? loadout.kits.map(({ kitId }) => kitId) : null);
  const total = answer.units.reduce((sum, one) => sum + one.priceMinor, 0);
  return (
    <>
      <p className="small">
        Leaving {grams(answer.massG)} behind loses nothing {where}.
        {answer.proven ? '' : ' More may be possible; looking further was cut short.'}
      </p>
      <ul className={css.tellList}>
        {lines.map(({ kind, have, massG, volumeCm3, priceMinor, spare, from }) => (
          <li key={kind}>
            <b>{kindName(kind)}</b>: {have} carried, {grams(massG)}, {volume(volumeCm3)}; {spare === have ? 'all' : spare} spare,{' '}
            {price(priceMinor)} ({from.map(nameOf).join(', ')})
          </li>
        ))}
      </ul>
      <p className="small muted">
        Usual price of it all: {price(total)}. Pieces beyond the ideal count as spare, those that guard a single thing do not.
      </p>
    </>
  );
}

/** Each kit as if it were grabbed alone, and all of them together. */
function Alone({ carryData, loadout, view, nameOf }: Pick<AdviceProps, 'carryData' | 'loadout' | 'nameOf'> & { view: LoadoutView }) {
  const known = useKnown();
  const rows = useMemo(() => kitsAlone(loadout, worldOf(carryData, known)), [loadout, carryData, known]);
  const asked = view.coverage.needs.filter(({ least }) => least > 0);
  return (
    <section>
      <h3>Alone, and together</h3>
      <ul className={css.tellList}>
        {rows.map(({ kitId, held, asked: wanted, gaps }) => (
          <li key={kitId}>
            <b>{nameOf(kitId)}</b>: {held} of {wanted}
            {gaps.length > 0 && <span className="state-gap">, lacks {gaps.map((need) => NEEDS[need].label).join(', ')}</span>}
          </li>
        ))}
        <li>
          <b>Together, in time</b>: {asked.filter(({ state }) => state !== 'gap').length} of {asked.length}
        </li>
      </ul>
    </section>
  );
}

/** What a second casualty at the same time would get. */
function Second({ view }: { view: LoadoutView }) {
  const missing = view.second.filter(({ isHeld }) => !isHeld);
  const held = view.second.filter(({ isHeld }) => isHeld);
  if (view.second.length === 0) return null;
  return (
    <section>
      <h3>A second casualty</h3>
      <p className="small">
        {missing.length === 0
          ? 'would get all that one needs at least.'
          : `would go without: ${missing.map(({ need }) => `${need[0]} ${NEEDS[need].label}`).join(', ')}.`}
      </p>
      {held.length > 0 && (
        <p className="small muted">
          Left for them: {held.map(({ need, s }) => `${need[0]} ${NEEDS[need].label}${s === null ? '' : ` ${showSeconds(s)}`}`).join(', ')}.
        </p>
      )}
    </section>
  );
}
