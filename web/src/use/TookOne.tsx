import { type SmallThing, smallThings, withoutOne } from '@ivrak/core/incident';
import { gapText, judgeKit } from '@ivrak/core/kit';
import { catalogWith } from '@ivrak/core/loadout';
import type { KitView, PlainDate, StoredUnit } from '@ivrak/core/model';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { catalogNow, containerOf, kindName, schoolOf } from '../data/catalog.ts';
import { kitQuery, useSettings } from '../data/queries.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { besideOf } from '../kit/besideOf.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { clock, useNow } from './clock.ts';
import { HOLD_MS, type Take, useTakes } from './takes.ts';
import css from './tookOne.module.css';

/** A plaster, a wipe, a tablet: taken in one press, with no casualty, no clock and no log. */
export function TookOne() {
  const { id = '' } = useParams();
  const kit = useQuery(kitQuery(id));
  const settings = useSettings();
  if (kit.isLoadingError || settings.isLoadingError) return <Failure error={kit.error ?? settings.error} />;
  if (kit.data === undefined || settings.data === undefined) return <Blank label="Opening the kit" />;
  return <Taking key={id} kit={kit.data} today={settings.data.today} />;
}

function Taking({ kit, today }: { kit: KitView; today: PlainDate }) {
  const { takes, refusal, take } = useTakes();
  const [opened] = useState(kit);
  const own = takes.filter(({ kitId }) => kitId === kit.id);
  // What is not written down yet is gone from the kit all the same.
  const units = useMemo(
    () =>
      takes
        .filter(({ kitId, is }) => kitId === kit.id && is !== 'sent')
        .reduce((left, { unitId }) => withoutOne(left, unitId, catalogNow()), kit.units),
    [kit, takes],
  );
  const things = smallThings(units, catalogNow());
  const [daily, others] = [things.filter(({ isDaily }) => isDaily), things.filter(({ isDaily }) => !isDaily)];
  const list = (those: typeof things, name: string) => (
    <ul className={clsx(css.things, 'stack')} aria-label={name}>
      {those.map((thing) => (
        <SmallThingLine
          key={thing.unit.id}
          thing={thing}
          press={() => take({ kitId: kit.id, unitId: thing.unit.id, kind: thing.unit.kind })}
        />
      ))}
    </ul>
  );
  return (
    <main id="main" className={css.page}>
      <header className="row spread">
        <h1>Took one</h1>
        <Link to={`/kits/${kit.id}/bench`}>{kit.name}</Link>
      </header>
      <p className="small muted">
        A plaster, a wipe, a tablet: press what you took. Is somebody hurt? <Link to={`/use/${kit.id}`}>Log a use</Link> instead.
      </p>
      {refusal !== null && <p className="refusal">{refusal}</p>}
      {own.length > 0 && <Taken takes={own} />}
      <Broken opened={opened} units={units} today={today} />
      {daily.length > 0 ? list(daily, 'What a day brings') : <p>Nothing that a day brings is in this kit.</p>}
      {others.length > 0 && (
        <details open={daily.length === 0}>
          <summary>Something else, {others.length}</summary>
          {list(others, 'Everything else')}
        </details>
      )}
    </main>
  );
}

function SmallThingLine({ thing: { unit, kind, left }, press }: { thing: SmallThing<StoredUnit>; press: () => void }) {
  const state = kind.states[0];
  const piece = kind.pieceName === 'piece' ? '' : ` ${kind.pieceName}${left === 1 ? '' : 's'}`;
  return (
    <li>
      <button type="button" className={css.thing} onClick={press}>
        <span className={css.picture}>{state !== undefined && <KindDrawing kind={kind} unit={unit} scale={scaleToFit(state, 44)} />}</span>
        <span className="grow">
          <b>{kind.name}</b>
          <span className="small muted">
            {left}
            {piece} left{unit.own?.whose === undefined ? '' : ` · of ${unit.own.whose}`}
          </span>
          {kind.traits.medicine !== undefined && kind.caution !== null && <span className="small">{kind.caution}</span>}
        </span>
      </button>
    </li>
  );
}

/** What was taken here lately; the last ones can be taken back for some seconds. */
function Taken({ takes }: { takes: readonly Take[] }) {
  const takeBack = useTakes((state) => state.takeBack);
  const now = useNow();
  return (
    <ul className={css.taken} aria-label="Taken" aria-live="polite">
      {[...takes]
        .reverse()
        .slice(0, 5)
        .map(({ id, kind, at, is }) => (
          <li key={id} className="row">
            <span className={clsx('grow', is === 'sent' ? 'muted' : 'state-held')}>
              {kindName(kind)} taken <span className="mono">{clock(at)}</span>
              {is === 'left' && ', not sent yet'}
            </span>
            {is === 'held' && now - Date.parse(at) < HOLD_MS && (
              <button type="button" className={css.back} onClick={() => takeBack(id)}>
                Take back
              </button>
            )}
          </li>
        ))}
    </ul>
  );
}

/** Leasts that were met when the kit was opened here, and are not any more: it is not ready. */
function Broken({ opened, units, today }: { opened: KitView; units: readonly StoredUnit[]; today: PlainDate }) {
  const gaps = useMemo(() => {
    const gapsOf = (held: readonly StoredUnit[]) =>
      judgeKit(
        { ...opened, units: held, inSet: besideOf(opened.inSet) },
        schoolOf(opened),
        containerOf(opened.containerId),
        today,
        catalogWith(catalogNow(), opened.inSet?.own ?? []),
      ).coverage.needs.filter(({ state }) => state === 'gap');
    const before = new Set(gapsOf(opened.units).map(({ need }) => need));
    return gapsOf(units).filter(({ need }) => !before.has(need));
  }, [opened, units, today]);
  return gaps.length === 0 ? null : (
    <div className={css.broken}>
      {gaps.slice(0, 2).map((gap) => (
        <p key={gap.need}>
          <b className="state-gap">Gap</b> · {gapText(gap)}
        </p>
      ))}
      <Link to={`/restock?kit=${opened.id}`}>Put it back from stores</Link>
    </div>
  );
}
