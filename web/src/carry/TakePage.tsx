import { type TakeLine, type TakenKit, takeList } from '@ivrak/core/loadout';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import type { SetURLSearchParams } from 'react-router';
import { Link, useSearchParams } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import type { CarryData, StoredLoadout } from './carryData.ts';
import { useCarryData } from './carryData.ts';
import { leaveLabel, onYouText } from './departure.ts';
import css from './take.module.css';

const keyOf = ({ of, id }: TakeLine) => `${of} ${id}`;

/** Ten seconds at the door: these kits, these things, this one is not ready and why. */
export function TakePage() {
  const answer = useCarryData();
  const catalog = useCatalog((state) => state.catalog);
  const positions = useCatalog((state) => state.positions);
  const [params, setParams] = useSearchParams();
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  if (answer.isLoadingError) return <Failure error={answer.error} />;
  if (answer.data === undefined) return <Blank label="Loading the take list" />;
  const carryData = answer.data;
  const stored = carryData.loadouts.find(({ id }) => id === params.get('loadout')) ?? carryData.loadouts[0];
  if (stored === undefined)
    return (
      <main id="main" className={css.take}>
        <h1>No loadout yet</h1>
        <Link to="/carry">Make one on Carry</Link>
      </main>
    );
  const { take, elsewhere } = takeList(
    stored.data,
    new Map(carryData.kits.map((kit): [string, TakenKit] => [kit.id, kit])),
    new Map(positions.map((position) => [position.id, position])),
    carryData.today,
    catalog,
  );
  const notReady = take.filter(({ isReady }) => !isReady);
  const toggle = (line: TakeLine) => {
    const next = new Set(ticked);
    if (!next.delete(keyOf(line))) next.add(keyOf(line));
    setTicked(next);
  };
  return (
    <main id="main" className={css.take}>
      <header className={css.head}>
        <Link to={`/carry?loadout=${stored.id}`} className="small">
          {stored.data.situation || 'Carry'}
        </Link>
        <h1>{stored.data.name}</h1>
        <p className={notReady.length > 0 ? 'state-gap' : 'muted'}>
          {notReady.length === 0 ? 'Everything is ready.' : `${notReady.length} not ready: ${notReady.map(({ name }) => name).join(', ')}.`}
        </p>
      </header>
      <ul className={css.list}>
        {take.map((line) => (
          <TakeRow key={keyOf(line)} line={line} isTicked={ticked.has(keyOf(line))} toggle={() => toggle(line)} />
        ))}
      </ul>
      <Elsewhere elsewhere={elsewhere} />
      <TakeFoot take={take} setTicked={setTicked} carryData={carryData} stored={stored} setParams={setParams} ticked={ticked} />
    </main>
  );
}

function TakeRow({ line, isTicked, toggle }: { line: TakeLine; isTicked: boolean; toggle: () => void }) {
  return (
    <li>
      <button type="button" className={css.line} aria-pressed={isTicked} onClick={toggle}>
        <span className={css.box} aria-hidden="true">
          {isTicked ? '✓' : ''}
        </span>
        <span className="grow">
          <b>{line.name}</b>
          <span className={css.where}>
            {line.where}
            {line.set !== null && ` · part of ${line.set}`}
          </span>
          {line.reasons.map((reason) => (
            <span key={reason} className={clsx(css.reason, 'state-gap')}>
              {reason}
            </span>
          ))}
        </span>
        {!line.isReady && <span className={css.not}>not ready</span>}
      </button>
    </li>
  );
}

function Elsewhere({ elsewhere }: { elsewhere: readonly TakeLine[] }) {
  return (
    elsewhere.length > 0 && (
      <section className={css.else}>
        <h2>Waits elsewhere</h2>
        {elsewhere.map((line) => (
          <p key={keyOf(line)}>
            <b>{line.name}</b>: {line.where}
            {line.reasons.length > 0 && <span className="state-gap"> ({line.reasons.join('; ')})</span>}
          </p>
        ))}
      </section>
    )
  );
}

interface TakeFootProps {
  take: TakeLine[];
  setTicked: (next: ReadonlySet<string>) => void;
  carryData: CarryData;
  stored: StoredLoadout;
  setParams: SetURLSearchParams;
  ticked: ReadonlySet<string>;
}

function TakeFoot({ take, setTicked, carryData, stored, setParams, ticked }: TakeFootProps) {
  const left = take.filter((line) => !ticked.has(keyOf(line)));
  return (
    <footer className={css.foot}>
      {left.length === 0 ? (
        <p role="status" className={css.all}>
          {onYouText(take)}
        </p>
      ) : (
        <p role="status">{`${left.length} of ${take.length} to take`}</p>
      )}
      <Button
        size="lg"
        {...(left.length === 0 ? { variant: 'default' } : {})}
        onClick={() => setTicked(left.length === 0 ? new Set() : new Set(take.map(keyOf)))}
      >
        {left.length === 0 ? 'Start again' : leaveLabel(take)}
      </Button>
      {carryData.loadouts.length > 1 && (
        <label className="small">
          Leaving for{' '}
          <select
            value={stored.id}
            onChange={(event) => {
              setTicked(new Set());
              setParams({ loadout: event.currentTarget.value }, { replace: true });
            }}
          >
            {carryData.loadouts.map(({ id, data }) => (
              <option key={id} value={id}>
                {data.name}
              </option>
            ))}
          </select>
        </label>
      )}
    </footer>
  );
}
