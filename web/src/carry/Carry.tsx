import { byRung, freeId, type Loadout, NEEDS, RUNGS } from '@ivrak/core';
import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { api } from '../api/client.ts';
import { useKits } from '../api/queries.ts';
import { RungStrip } from '../drawing/RungStrip.tsx';
import { Blank } from '../shell/Blank.tsx';
import { Failure } from '../shell/Failure.tsx';
import { Refusal } from '../shell/Refusal.tsx';
import { useKeep } from '../shell/useKeep.ts';
import './carry.css';
import { LoadoutEditor } from './LoadoutEditor.tsx';
import { kitLetters, showSeconds } from './lanes.ts';
import type { LoadoutsAnswer, StoredLoadout } from './loadouts.ts';
import { ReachLanes } from './ReachLanes.tsx';

const NEW = 'new';

/** What is with you in a situation, and in how many seconds each need is in hand. */
export function Carry() {
  const answer = useQuery({ queryKey: ['loadouts'], queryFn: () => api.get<LoadoutsAnswer>('/api/loadouts') });
  const kits = useKits().data?.kits ?? [];
  const [params, setParams] = useSearchParams();
  const { error, keep } = useKeep();
  if (answer.isError) return <Failure error={answer.error} />;
  if (answer.data === undefined) return <Blank label="Laying the loadouts out" />;
  const { loadouts, shared } = answer.data;
  const open = (id: string) => setParams({ loadout: id }, { replace: true });
  const asked = params.get('loadout');
  const chosen = asked === NEW ? undefined : (loadouts.find(({ id }) => id === asked) ?? loadouts[0]);
  const add = async () => {
    const id = freeId('loadout', new Set(loadouts.map((one) => one.id)));
    const data: Loadout = { id, name: `Loadout ${loadouts.length + 1}`, situation: '', personId: null, kits: [] };
    await keep(
      () => api.put(`/api/loadouts/${id}`, { version: null, data }),
      async () => {
        await answer.refetch();
        open(id);
      },
    );
  };
  return (
    <main id="main" className="carry">
      <aside className="carry-list" aria-label="Loadouts">
        <div className="row">
          <h2 className="grow">Loadouts</h2>
          <Button size="compact-sm" variant="default" onClick={() => void add()}>
            New
          </Button>
        </div>
        <Refusal text={error} />
        <ul>
          {loadouts.map((one) => (
            <li key={one.id}>
              <button
                type="button"
                className="carry-choice"
                aria-current={one.id === chosen?.id ? 'true' : undefined}
                onClick={() => open(one.id)}
              >
                <b>{one.data.name}</b>
                <span className="small muted">{one.data.situation || `${one.data.kits.length} kits`}</span>
                {one.view !== null && <RungStrip rungs={byRung(one.view.coverage, RUNGS)} />}
              </button>
            </li>
          ))}
        </ul>
        {loadouts.length === 0 && <p className="muted">None yet. A loadout is what you wear, carry, drive or moor in one situation.</p>}
      </aside>
      {chosen === undefined ? (
        <section className="carry-main">
          <h1>Make a loadout to see what you have, and in how many seconds</h1>
        </section>
      ) : (
        <>
          <section className="carry-main" aria-label={chosen.data.name}>
            <Headline loadout={chosen} nameOf={(id) => kits.find((kit) => kit.id === id)?.name ?? id} />
            {chosen.view !== null && (
              <ReachLanes
                view={chosen.view}
                letters={kitLetters(
                  chosen.data.kits.map(({ kitId }) => ({ id: kitId, name: kits.find(({ id }) => id === kitId)?.name ?? kitId })),
                )}
                nameOf={(id) => kits.find((kit) => kit.id === id)?.name ?? id}
              />
            )}
          </section>
          <LoadoutEditor
            key={chosen.id}
            stored={chosen}
            kits={kits}
            shared={shared.filter(({ loadouts: users }) => users.includes(chosen.id))}
            changed={() => answer.refetch()}
            gone={() => setParams({}, { replace: true })}
          />
        </>
      )}
    </main>
  );
}

/** The most urgent thing in words, and the figures. */
function Headline({ loadout, nameOf }: { loadout: StoredLoadout; nameOf: (id: string) => string }) {
  const { view } = loadout;
  if (view === null) return <h1>{loadout.data.name}: no kit is in it yet</h1>;
  const asked = view.coverage.needs.filter(({ least }) => least > 0);
  const inTime = asked.filter(({ state }) => state !== 'gap');
  const gaps = asked.filter(({ state }) => state === 'gap');
  const first = view.needs.find(({ need }) => need === 'M.limb');
  const nearest = first?.from[0];
  const late = gaps.filter(({ late: count }) => count > 0);
  return (
    <>
      <h1>
        {nearest === undefined
          ? 'Nothing to stop a limb bleeding is in hand in time.'
          : `A bleeding limb: in hand in ${showSeconds(nearest.reachS)}, from ${nameOf(nearest.kitId)}.`}
      </h1>
      <p className="muted">
        {late.length > 0 &&
          `Too far off to come in time: ${late.map(({ need }) => `${NEEDS[need].label} (${showSeconds(view.needs.find((one) => one.need === need)?.earliestS ?? 0)})`).join(', ')}. `}
        {gaps.length > late.length &&
          `Too few in this loadout, or none: ${gaps
            .filter(({ late: count }) => count === 0)
            .map(({ need }) => NEEDS[need].label)
            .join(', ')}.`}
      </p>
      <dl className="carry-figures">
        <div>
          <dt>needs inside their window</dt>
          <dd className="mono">
            {inTime.length} of {asked.length}
          </dd>
        </div>
        <div>
          <dt>all kits together</dt>
          <dd className="mono">{Math.round(view.massG)} g</dd>
        </div>
        <div>
          <dt>single points</dt>
          <dd className="mono">{new Set(view.coverage.singlePoints.map(({ unitId }) => unitId)).size}</dd>
        </div>
      </dl>
    </>
  );
}
