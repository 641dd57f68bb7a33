import { freeId } from '@ivrak/core/catalog';
import { type KitConflict, kitConflicts, type LoadoutView } from '@ivrak/core/loadout';
import { type Conditions, HANDS, HANDS_NAMES, type Loadout, LoadoutSchema } from '@ivrak/core/model';
import { ActionIcon, Button } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { type ReactNode, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api } from '../data/client.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { useKeys } from '../ui/useKeys.ts';
import { Bodies } from './Bodies.tsx';
import { CarryNav } from './CarryNav.tsx';
import css from './carry.module.css';
import { type CarryData, type StoredLoadout, useCarryData } from './carryData.ts';
import { Headline } from './Headline.tsx';
import { LoadoutAdvice } from './LoadoutAdvice.tsx';
import { LoadoutEditor } from './LoadoutEditor.tsx';
import { LoadoutList } from './LoadoutList.tsx';
import { kitLetters } from './lanes.ts';
import { ReachLanes } from './ReachLanes.tsx';
import { useLoadoutViews } from './useCarryWorker.ts';
import { useLoadoutDraft } from './useLoadoutDraft.ts';
import { WhyPanel } from './WhyPanel.tsx';

/** What is with you in a situation, and in how many seconds each need is in hand. */
export function Carry() {
  const answer = useCarryData();
  const [params, setParams] = useSearchParams();
  const { error, keep } = useKeep();
  if (answer.isLoadingError) return <Failure error={answer.error} />;
  if (answer.data === undefined) return <Blank label="Loading the loadouts" />;
  const carryData = answer.data;
  const open = (id: string) => setParams({ loadout: id }, { replace: true });
  const chosen = carryData.loadouts.find(({ id }) => id === params.get('loadout')) ?? carryData.loadouts[0];
  const add = async () => {
    const id = freeId('loadout', new Set(carryData.loadouts.map((one) => one.id)));
    const data: Loadout = LoadoutSchema.parse({ id, name: `Loadout ${carryData.loadouts.length + 1}`, kits: [] });
    await keep(
      () => api.put('/api/loadouts/:id', { params: { id }, body: { version: null, data } }),
      () => open(id),
    );
  };
  const heading = (
    <>
      <div className="row">
        <h2 className="grow">Loadouts</h2>
        <Button size="compact-sm" variant="default" onClick={() => void add()}>
          New
        </Button>
      </div>
      <Refusal text={error} />
    </>
  );
  if (chosen === undefined) {
    const none = <p className="muted">None yet. A loadout is what you wear, carry, drive or moor in one situation.</p>;
    return (
      <CarryColumns heading={heading} list={none}>
        <section className={css.main}>
          <h1>Make a loadout to see what you have, and in how many seconds</h1>
        </section>
      </CarryColumns>
    );
  }
  return (
    <LoadoutPage
      key={chosen.id}
      carryData={carryData}
      stored={chosen}
      heading={heading}
      open={open}
      changed={() => answer.refetch()}
      gone={() => setParams({}, { replace: true })}
    />
  );
}

/** The list of loadouts beside what is shown of one. */
function CarryColumns({ heading, list, children }: { heading: ReactNode; list: ReactNode; children: ReactNode }) {
  return (
    <main id="main" className={clsx(css.page, css.isColumns)}>
      <CarryNav />
      <div className={css.carry}>
        <aside className={css.list} aria-label="Loadouts">
          {heading}
          {list}
        </aside>
        {children}
      </div>
    </main>
  );
}

interface LoadoutPageProps {
  carryData: CarryData;
  stored: StoredLoadout;
  heading: ReactNode;
  open: (id: string) => void;
  changed: () => Promise<unknown>;
  gone: () => void;
}

type Shown = 'tells' | 'in' | { unitId: string };

function LoadoutPage({ carryData, stored, heading, open, changed, gone }: LoadoutPageProps) {
  const draft = useLoadoutDraft(stored, changed);
  const { loadout } = draft;
  const [shown, setShown] = useState<Shown>(stored.data.kits.length === 0 ? 'in' : 'tells');
  const loadouts = useMemo(
    () => carryData.loadouts.map(({ id, data }) => (id === loadout.id ? loadout : data)),
    [carryData.loadouts, loadout],
  );
  const { views, error: viewError } = useLoadoutViews(carryData, loadouts);
  const view = views.get(loadout.id) ?? null;
  const conflicts = kitConflicts(
    loadouts,
    carryData.weeks.map(({ data }) => data),
  ).filter(({ loadouts: two }) => two.includes(loadout.id));
  const nameOf = (id: string) => carryData.kits.find((kit) => kit.id === id)?.name ?? id;
  const letters = kitLetters(loadout.kits.map(({ kitId }) => ({ id: kitId, name: nameOf(kitId) })));
  return (
    <CarryColumns heading={heading} list={<LoadoutList loadouts={loadouts} views={views} chosen={loadout.id} open={open} />}>
      <section className={css.main} aria-label={loadout.name}>
        <div className={css.top}>
          <Bodies carryData={carryData} loadout={loadout} view={view} letters={letters} change={draft.change} />
          <Headline loadout={loadout} view={view} nameOf={nameOf} />
        </div>
        <Refusal text={viewError} />
        <HowReached conditions={loadout.conditions} change={(next) => draft.change({ conditions: { ...loadout.conditions, ...next } })} />
        {view !== null && (
          <ReachLanes
            view={view}
            letters={letters}
            nameOf={nameOf}
            chosen={typeof shown === 'object' ? shown.unitId : null}
            open={(unitId) => setShown({ unitId })}
          />
        )}
      </section>
      <SidePanel {...{ carryData, draft, view, conflicts, shown, setShown, nameOf, loadouts, gone, changed }} />
    </CarryColumns>
  );
}

interface SidePanelProps {
  carryData: CarryData;
  draft: ReturnType<typeof useLoadoutDraft>;
  view: LoadoutView | null;
  conflicts: readonly KitConflict[];
  shown: Shown;
  setShown: (next: Shown) => void;
  nameOf: (id: string) => string;
  loadouts: readonly Loadout[];
  gone: () => void;
  changed: () => Promise<unknown>;
}

function SidePanel({ carryData, draft, view, conflicts, shown, setShown, nameOf, loadouts, gone, changed }: SidePanelProps) {
  if (typeof shown === 'object')
    return (
      <WhyPanel
        carryData={carryData}
        loadout={draft.loadout}
        view={view}
        unitId={shown.unitId}
        close={() => setShown('tells')}
        changed={changed}
      />
    );
  const tab = (value: 'tells' | 'in', name: string) => (
    <button type="button" aria-pressed={shown === value} onClick={() => setShown(value)}>
      {name}
    </button>
  );
  return (
    <aside className={css.edit} aria-label={shown === 'in' ? 'Contents' : 'Findings'}>
      <div className={parts.drawerTabs}>
        {tab('tells', 'Findings')}
        {tab('in', 'Contents')}
      </div>
      <Steps draft={draft} />
      <Refusal text={draft.error} />
      {draft.conflict !== null && (
        <div className="caution" role="alert">
          <p>This loadout was changed in another window. Nothing is overwritten until you choose.</p>
          <div className="row">
            <Button size="compact-sm" onClick={draft.conflict.keepMine}>
              Save mine over theirs
            </Button>
            <Button size="compact-sm" variant="default" onClick={draft.conflict.takeTheirs}>
              Take theirs
            </Button>
          </div>
        </div>
      )}
      {shown === 'in' ? (
        <LoadoutEditor carryData={carryData} draft={draft} view={view} conflicts={conflicts} loadouts={loadouts} gone={gone} />
      ) : (
        <LoadoutAdvice
          carryData={carryData}
          loadout={draft.loadout}
          view={view}
          conflicts={conflicts}
          nameOf={nameOf}
          loadouts={loadouts}
          open={(unitId) => setShown({ unitId })}
        />
      )}
    </aside>
  );
}

/** Undo, redo, and whether what was changed is kept already. */
function Steps({ draft: { undo, redo, isSaved, error, conflict } }: { draft: ReturnType<typeof useLoadoutDraft> }) {
  useKeys({ z: () => undo?.(), Z: () => redo?.() });
  return (
    <div className={clsx(css.steps, 'row')}>
      <ActionIcon variant="subtle" size={32} aria-label="Undo" disabled={undo === null} onClick={() => undo?.()}>
        <IconArrowBackUp size={20} />
      </ActionIcon>
      <ActionIcon variant="subtle" size={32} aria-label="Redo" disabled={redo === null} onClick={() => redo?.()}>
        <IconArrowForwardUp size={20} />
      </ActionIcon>
      <span className="small muted" role="status">
        {error !== null || conflict !== null ? 'not saved' : isSaved ? 'all saved' : 'saving'}
      </span>
    </div>
  );
}

const CONDITIONS = [
  { key: 'isSeated', name: 'seated' },
  { key: 'isDark', name: 'dark' },
  { key: 'isGloved', name: 'gloves first' },
] as const;

/** Hands, seat, light and gloves: everything is asked anew with them. */
function HowReached({ conditions, change }: { conditions: Conditions; change: (next: Partial<Conditions>) => void }) {
  return (
    <fieldset className={css.how}>
      <legend>Hands and conditions</legend>
      {HANDS.map((hands) => (
        <button key={hands} type="button" className={css.chip} aria-pressed={conditions.hands === hands} onClick={() => change({ hands })}>
          {HANDS_NAMES[hands]}
        </button>
      ))}
      {CONDITIONS.map(({ key, name }) => (
        <button
          key={key}
          type="button"
          className={css.chip}
          aria-pressed={conditions[key]}
          onClick={() => change({ [key]: !conditions[key] })}
        >
          {name}
        </button>
      ))}
    </fieldset>
  );
}
