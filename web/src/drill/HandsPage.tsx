import { PRACTICE_USES, plannedHandS, usesOf } from '@ivrak/core/drill';
import { type Conditions, type Drill, HANDS, HANDS_NAMES, type KitView, plainConditions } from '@ivrak/core/model';
import { measuredOf, measuredTimes } from '@ivrak/core/reach';
import { Button, Select, Switch } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { keptDrills } from '../away/keptDrills.ts';
import { useCarryData, worldOf } from '../carry/carryData.ts';
import { useKnown } from '../carry/useCarryWorker.ts';
import { kindName } from '../data/catalog.ts';
import { kitQuery, useStores } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { useKeys } from '../ui/useKeys.ts';
import { useNowWhile } from '../ui/useNowWhile.ts';
import { DrillFrame } from './DrillFrame.tsx';
import css from './drill.module.css';
import { type Laps, nextWords, press, stop } from './laps.ts';
import { useDrills, useSittings } from './queries.ts';

/** Hands: the thing itself, drawn and opened against the stopwatch; what it takes feeds Carry. */
export function HandsPage() {
  const { id = '' } = useParams();
  const kit = useQuery(kitQuery(id));
  if (kit.isLoadingError) return <Failure error={kit.error} />;
  if (kit.data === undefined) return <Blank label="Opening the kit" />;
  return (
    <DrillFrame
      kitId={id}
      title={`Hands: ${kit.data.name}`}
      note="Draw it, open it, put it on a limb of your own, gloves on if you would have them on. Only a practice unit is ever opened; nothing here says how it is used on anybody."
    >
      {(personId) => <Hands kit={kit.data} who={personId} />}
    </DrillFrame>
  );
}

function Hands({ kit, who }: { kit: KitView; who: string }) {
  const kinds = [...new Set(kit.units.map(({ kind }) => kind))];
  const [kind, setKind] = useState<string | null>(kinds[0] ?? null);
  const [conditions, setConditions] = useState<Conditions>(plainConditions());
  const [practiceId, setPracticeId] = useState<string | null>(null);
  if (kind === null) return <p>Nothing lies in it.</p>;
  const set = (more: Partial<Conditions>) => setConditions({ ...conditions, ...more });
  return (
    <div className="stack">
      <div className={css.asked}>
        <Select
          label="Thing"
          allowDeselect={false}
          searchable
          data={kinds.map((value) => ({ value, label: kindName(value) }))}
          value={kind}
          onChange={(value) => {
            setKind(value);
            setPracticeId(null);
          }}
        />
        <Select
          label="Hands"
          allowDeselect={false}
          data={HANDS.map((value) => ({ value, label: HANDS_NAMES[value] }))}
          value={conditions.hands}
          onChange={(value) => set({ hands: HANDS.find((one) => one === value) ?? 'both' })}
        />
        <Practice kind={kind} chosen={practiceId} choose={setPracticeId} />
      </div>
      <div className={css.begin}>
        <Switch label="In the dark" checked={conditions.isDark} onChange={(event) => set({ isDark: event.currentTarget.checked })} />
        <Switch
          label="Gloves on first"
          checked={conditions.isGloved}
          onChange={(event) => set({ isGloved: event.currentTarget.checked })}
        />
        <Switch label="Seated" checked={conditions.isSeated} onChange={(event) => set({ isSeated: event.currentTarget.checked })} />
      </div>
      <Watch
        key={`${kind} ${JSON.stringify(conditions)}`}
        kit={kit}
        kind={kind}
        conditions={conditions}
        practiceId={practiceId}
        who={who}
      />
    </div>
  );
}

/** The one that is practised on is a unit of its own, and wears. */
function Practice({ kind, chosen, choose }: { kind: string; chosen: string | null; choose: (id: string | null) => void }) {
  const stores = useStores().data?.units ?? [];
  const drills = useSittings(useDrills().data?.drills);
  const own = stores.filter((unit) => unit.place === 'practice' && unit.kind === kind);
  if (own.length === 0) return <p className="small muted">No practice unit of this kind: draw it, and leave it closed.</p>;
  const worn = own.find(({ id }) => id === chosen && usesOf(drills, id) >= PRACTICE_USES);
  return (
    <div>
      <Select
        label="Practice unit"
        clearable
        placeholder="none: only drawn"
        data={own.map(({ id, lot }) => ({
          value: id,
          label: `${lot === null ? 'practice unit' : `lot ${lot}`}, used ${usesOf(drills, id)} times`,
        }))}
        value={chosen}
        onChange={choose}
      />
      {worn !== undefined && (
        <p className="small state-thin">
          Used {PRACTICE_USES} times and more (a planning value): look whether it still does what a new one does.
        </p>
      )}
    </div>
  );
}

interface WatchProps {
  kit: KitView;
  kind: string;
  conditions: Conditions;
  practiceId: string | null;
  who: string;
}

function Watch({ kit, kind, conditions, practiceId, who }: WatchProps) {
  const [state, setState] = useState<Laps>({ is: 'ready' });
  const [startedAt, setStartedAt] = useState('');
  const [isKept, setKept] = useState(false);
  const nowMs = useNowWhile(state.is === 'running');
  const go = () => {
    if (state.is === 'ready') {
      setStartedAt(new Date().toISOString());
      setKept(false);
    }
    setState(press(state, performance.now()));
  };
  useKeys({ ' ': go });
  const taken = state.is === 'ready' ? [] : state.taken;
  const [hand, openedS = null, appliedS = null] = taken;
  const keep = () => {
    if (hand === undefined) return;
    keptDrills.add({
      id: crypto.randomUUID(),
      personId: who as Drill['personId'], // of the crew
      kitId: kit.id,
      at: startedAt,
      way: 'hands',
      ordered: null,
      isBlind: false,
      conditions,
      practiceId: practiceId as Drill['practiceId'], // of the stores
      answers: [{ kind, where: '', seconds: hand, misses: 0, isFound: true, openedS, appliedS, casualty: null, need: null }],
    });
    setKept(true);
    setState({ is: 'ready' });
  };
  const shown = state.is === 'running' ? Math.max(0, nowMs - state.sinceMs) / 1000 : (taken.at(-1) ?? 0);
  return (
    <section className={css.watch} aria-label="Stopwatch">
      <output className={css.time} aria-live="off">
        {shown.toFixed(1)} s
      </output>
      <Before kit={kit} kind={kind} conditions={conditions} />
      <ul className={css.laps}>
        {['In the hand', 'Out of its wrapping', 'On a limb'].map((words, index) => (
          <li key={words}>
            {words} <b className="mono">{taken[index] === undefined ? '–' : `${taken[index].toFixed(1)} s`}</b>
          </li>
        ))}
      </ul>
      {isKept && <p role="status">Kept: Carry reckons with the median of the last five.</p>}
      {state.is === 'stopped' ? (
        <div className={css.begin}>
          <Button size="lg" onClick={keep}>
            Keep it
          </Button>
          <Button size="lg" variant="default" onClick={() => setState({ is: 'ready' })}>
            Again, without
          </Button>
        </div>
      ) : (
        <>
          <button type="button" className={css.press} onClick={go}>
            {nextWords(state)}
          </button>
          {state.is === 'running' && (
            <Button variant="default" size="lg" onClick={() => setState(stop(state))}>
              Stop here
            </Button>
          )}
        </>
      )}
    </section>
  );
}

/** What was measured before under these conditions. */
function Before({ kit, kind, conditions }: Pick<WatchProps, 'kit' | 'kind' | 'conditions'>) {
  const carry = useCarryData().data;
  const things = useKnown();
  const known = measuredOf(measuredTimes(carry?.times ?? []), { kitId: kit.id, kind, positionId: kit.positionId, conditions });
  const plannedS = useMemo(
    () => (carry === undefined ? null : plannedHandS(kit.id, kind, conditions, worldOf(carry, things))),
    [carry, kit.id, kind, conditions, things],
  );
  const planned = plannedS === null ? 'not in reach by planning values' : `planned ${plannedS.toFixed(1)} s`;
  return (
    <p className="muted">
      {known === null
        ? `Never measured like this: Carry goes by planning values, ${planned}.`
        : `So far ${known.medianS.toFixed(1)} s, the median of the last ${known.count}; ${planned}.`}
    </p>
  );
}
