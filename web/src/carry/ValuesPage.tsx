import { REACH_FACTS, REACH_VALUES, type ReachChanges, type ReachValue } from '@ivrak/core/reach';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { Blank } from '../ui/Blank.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { Failure } from '../ui/Failure.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { CarryNav } from './CarryNav.tsx';
import carryCss from './carry.module.css';
import { type CarryData, useCarryData } from './carryData.ts';
import css from './pages.module.css';

const GROUPS: { name: string; keys: readonly ReachValue[] }[] = [
  { name: 'Getting there', keys: ['footMs', 'boatMs', 'boatEndS'] },
  { name: 'Opening', keys: REACH_VALUES.filter((key) => key.startsWith('open')) },
  { name: 'Finding', keys: ['frontS', 'findBaseS', 'findBitS'] },
  { name: 'Unwrapping', keys: ['notchS', 'twoLayersS', 'wrappedTourniquetS'] },
  { name: 'Hands and light', keys: ['seatedS', 'oneHandFactor', 'darkFactor', 'glovesS'] },
];

/** Every number that seconds to hand are made of, in one place. */
export function ValuesPage() {
  const answer = useCarryData();
  if (answer.isLoadingError) return <Failure error={answer.error} />;
  if (answer.data === undefined) return <Blank label="Loading the planning values" />;
  return (
    <main id="main" className={carryCss.page}>
      <CarryNav />
      <div className={css.carrySheet}>
        <h1>Planning values of reach</h1>
        <p>
          Seconds to hand = fetch + draw + open + things in front + finding + unwrapping, then one hand and the dark, then gloves. All of
          these are planning values, yours to change; none is a clinical limit. What you measure with the stopwatch replaces them.
        </p>
        <p className="muted">
          Finding: base + bits × log2(n + 1) for n things seen together. Form of the law: W. E. Hick, 1952, and R. Hyman, 1953; the two
          numbers are ours.
        </p>
        <Values key={answer.data.plan.version} plan={answer.data.plan} />
      </div>
    </main>
  );
}

function Values({ plan }: { plan: CarryData['plan'] }) {
  const [changes, setChanges] = useState<ReachChanges>({ values: plan.data.values, drawS: plan.data.drawS });
  const { error, keep } = useKeep();
  const isChanged = JSON.stringify(changes) !== JSON.stringify({ values: plan.data.values, drawS: plan.data.drawS });
  const count = Object.keys(changes.values).length + Object.keys(changes.drawS).length;
  const setValue = (key: ReachValue, value: number | null) => {
    const { [key]: _, ...others } = changes.values;
    setChanges({ ...changes, values: value === null || value === REACH_FACTS[key].value ? others : { ...others, [key]: value } });
  };
  const send = (next: ReachChanges) =>
    keep(() => api.put('/api/reach/plan', { body: { version: plan.version, data: { id: 'reach', ...next } } }));
  return (
    <>
      <div className={css.valuesBar}>
        <Button disabled={!isChanged} onClick={() => void send(changes)}>
          Save values
        </Button>
        <Button variant="default" disabled={count === 0} onClick={() => void send({ values: {}, drawS: {} })}>
          Set all back
        </Button>
        <span className="muted">{count === 0 ? 'All as shipped.' : `${count} changed here.`}</span>
      </div>
      <Refusal text={error} />
      <div className={css.values}>
        {GROUPS.map(({ name, keys }) => (
          <section key={name}>
            <h2>{name}</h2>
            {keys.map((key) => {
              const { label, unit, value, least, most } = REACH_FACTS[key];
              const own = changes.values[key];
              return (
                <DecimalInput
                  key={key}
                  label={label}
                  unit={unit === 's a bit' ? 's' : unit}
                  min={least}
                  max={most}
                  description={own === undefined ? undefined : `shipped: ${value}`}
                  value={own ?? value}
                  onChange={(next) => setValue(key, next)}
                />
              );
            })}
          </section>
        ))}
        <DrawTimes changes={changes} setChanges={setChanges} />
      </div>
    </>
  );
}

function DrawTimes({ changes, setChanges }: { changes: ReachChanges; setChanges: (next: ReachChanges) => void }) {
  const positions = useCatalog((state) => state.positions);
  const setDraw = (id: string, shipped: number, value: number | null) => {
    const { [id]: _, ...others } = changes.drawS;
    setChanges({ ...changes, drawS: value === null || value === shipped ? others : { ...others, [id]: value } });
  };
  return (
    <section>
      <h2>Drawing</h2>
      {positions.map(({ id, name, drawS }) => (
        <DecimalInput
          key={id}
          label={name}
          unit="s"
          max={600}
          description={changes.drawS[id] === undefined ? undefined : `shipped: ${drawS}`}
          value={changes.drawS[id] ?? drawS}
          onChange={(next) => setDraw(id, drawS, next)}
        />
      ))}
    </section>
  );
}
