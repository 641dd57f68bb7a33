import type { CarryKit } from '@ivrak/core/loadout';
import { type KitConflict, type LoadoutView, missingBearer } from '@ivrak/core/loadout';
import { BEARER_NAMES, BEARERS, type Bearer, type CarriedKit, isAtHand, KitIdSchema, type Loadout } from '@ivrak/core/model';
import { Button, CloseButton, SegmentedControl, Select, Switch, TextInput } from '@mantine/core';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { usePeople, useSets } from '../data/queries.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import css from './carry.module.css';
import type { CarryData } from './carryData.ts';
import { OwnThings } from './OwnThings.tsx';
import type { LoadoutDraft } from './useLoadoutDraft.ts';

interface LoadoutEditorProps {
  carryData: CarryData;
  draft: LoadoutDraft;
  view: LoadoutView | null;
  conflicts: readonly KitConflict[];
  loadouts: readonly Loadout[];
  gone: () => void;
}

/** Who, in what clothes, with which kits and things; every change counts at once and is kept a moment later. */
export function LoadoutEditor({ carryData, draft, view, conflicts, gone }: LoadoutEditorProps) {
  const { loadout, change } = draft;
  const { error, keepAndGo } = useKeep();
  const setKit = (kitId: string, next: Partial<CarriedKit>) =>
    change({ kits: loadout.kits.map((one) => (one.kitId === kitId ? { ...one, ...next } : one)) });
  return (
    <>
      <Refusal text={error} />
      <LoadoutFields loadout={loadout} change={change} />
      <h3>Kits</h3>
      <ul className={css.kits}>
        {loadout.kits.map((one) => (
          <KitLine
            key={one.kitId}
            one={one}
            carryData={carryData}
            loadout={loadout}
            why={view?.kits.find(({ kitId }) => kitId === one.kitId)?.why ?? null}
            isShared={conflicts.some(({ kitId }) => kitId === one.kitId)}
            set={(next) => setKit(one.kitId, next)}
            remove={() => change({ kits: loadout.kits.filter(({ kitId }) => kitId !== one.kitId) })}
          />
        ))}
      </ul>
      <AddKit change={change} loadout={loadout} carryData={carryData} />
      <OwnThings own={loadout.own} change={(own) => change({ own })} />
      <Button
        variant="default"
        onClick={() =>
          void keepAndGo(() => api.delete('/api/loadouts/:id', { params: { id: loadout.id }, query: { version: draft.version() } }), gone)
        }
      >
        Delete this loadout
      </Button>
      <p className="small muted">Its kits stay where they are. What it holds is counted with the stock of today.</p>
    </>
  );
}

function LoadoutFields({ loadout, change }: { loadout: Loadout; change: (next: Partial<Loadout>) => void }) {
  const people = usePeople().data?.people ?? [];
  return (
    <>
      <TextInput
        label="Name"
        maxLength={60}
        value={loadout.name}
        error={loadout.name.trim() === '' ? 'Give the loadout a name.' : undefined}
        onChange={(event) => change({ name: event.currentTarget.value })}
      />
      <TextInput
        label="Situation"
        maxLength={120}
        placeholder="on the water, cockpit"
        value={loadout.situation}
        onChange={(event) => change({ situation: event.currentTarget.value })}
      />
      <Select
        label="Whose"
        clearable
        placeholder="anybody’s"
        data={people.map(({ id, name }) => ({ value: id as string, label: name }))}
        value={loadout.personId}
        onChange={(personId) => change({ personId: personId as Loadout['personId'] })} // an id of the list
      />
      <Clothes bearers={loadout.bearers} change={(bearers) => change({ bearers })} />
      <Switch
        label="Passes a security check"
        checked={loadout.passesSecurity}
        onChange={(event) => change({ passesSecurity: event.currentTarget.checked })}
      />
    </>
  );
}

interface AddKitProps {
  change: (next: Partial<Loadout>) => void;
  loadout: Loadout;
  carryData: CarryData;
}

const SET = 'set:';
const atHand = (kitId: string): CarriedKit => ({
  kitId: KitIdSchema.parse(kitId),
  distanceM: 0,
  minutes: null,
  by: 'foot',
  isBrought: false,
  positionId: null,
});

/** A kit by itself, or all of a set with what is on its bearer. */
function AddKit({ change, loadout, carryData }: AddKitProps) {
  const sets = useSets().data?.sets ?? [];
  const isIn = (id: string) => loadout.kits.some(({ kitId }) => kitId === id);
  const free = carryData.kits.filter(({ id }) => !isIn(id));
  const freeSets = sets.filter(({ data }) => data.kitIds.some((id) => !isIn(id)));
  const add = (chosen: string | null) => {
    if (chosen === null) return;
    const set = sets.find(({ id }) => `${SET}${id}` === chosen)?.data;
    const ids = (set?.kitIds ?? [chosen]).filter((id) => !isIn(id));
    const own = (set?.own ?? []).filter((thing) => !loadout.own.some(({ id }) => id === thing.id));
    change({ kits: [...loadout.kits, ...ids.map(atHand)], own: [...loadout.own, ...own] });
  };
  const kits = free.map(({ id, name }) => ({ value: id as string, label: name }));
  return (
    free.length > 0 && (
      <Select
        aria-label="Add a kit"
        placeholder="Add a kit"
        data={
          freeSets.length === 0
            ? kits
            : [
                { group: 'Carried as one', items: freeSets.map(({ id, data }) => ({ value: `${SET}${id}`, label: data.name })) },
                { group: 'Kits', items: kits },
              ]
        }
        value={null}
        onChange={add}
      />
    )
  );
}

/** Clothes, vessel, building: what is not there takes with it what hangs on it. */
function Clothes({ bearers, change }: { bearers: readonly Bearer[] | null; change: (next: Bearer[] | null) => void }) {
  const toggle = (one: Bearer) => {
    const now = bearers ?? [...BEARERS];
    change(now.includes(one) ? now.filter((other) => other !== one) : BEARERS.filter((other) => other === one || now.includes(other)));
  };
  return (
    <fieldset className={css.how}>
      <legend>Worn, driven, at hand</legend>
      {BEARERS.map((one) => (
        <button
          key={one}
          type="button"
          className={css.chip}
          aria-pressed={bearers === null || bearers.includes(one)}
          onClick={() => toggle(one)}
        >
          {BEARER_NAMES[one]}
        </button>
      ))}
      {bearers === null && <p className="small muted">Nothing was said yet, so every place counts as there.</p>}
    </fieldset>
  );
}

interface KitLineProps {
  one: CarriedKit;
  carryData: CarryData;
  loadout: Loadout;
  why: string | null;
  isShared: boolean;
  set: (next: Partial<CarriedKit>) => void;
  remove: () => void;
}

function KitLine({ one, carryData, loadout, why, isShared, set, remove }: KitLineProps) {
  const kit = carryData.kits.find(({ id }) => id === one.kitId);
  const name = kit?.name ?? one.kitId;
  return (
    <li>
      <div className="row">
        <b className="grow">{name}</b>
        <CloseButton aria-label={`Take ${name} out of the loadout`} onClick={remove} />
      </div>
      <KitFields one={one} name={name} set={set} loadout={loadout} kit={kit} />
      <button
        type="button"
        className="link-button small"
        aria-label={`${one.minutes === null ? 'in minutes instead' : 'in metres instead'}: ${name}`}
        onClick={() => set({ minutes: one.minutes === null ? 0 : null })}
      >
        {one.minutes === null ? 'in minutes instead' : 'in metres instead'}
      </button>
      <Fetching one={one} name={name} set={set} />
      {why !== null && <p className="small state-gap">Falls away: {why}.</p>}
      {isShared && <p className="small state-gap">Somebody else has it in a loadout, too: a kit is in one place at a time.</p>}
    </li>
  );
}

interface KitFieldsProps {
  one: CarriedKit;
  name: string;
  set: (next: Partial<CarriedKit>) => void;
  loadout: Loadout;
  kit: CarryKit | undefined;
}

function KitFields({ one, name, set, loadout, kit }: KitFieldsProps) {
  const positions = useCatalog((state) => state.positions);
  return (
    <div className={css.kitFields}>
      {one.minutes === null ? (
        <DecimalInput
          label="Metres away"
          aria-label={`Metres away: ${name}`}
          min={0}
          max={50_000}
          decimals={0}
          value={one.distanceM}
          onChange={(distanceM) => set({ distanceM: distanceM ?? 0 })}
        />
      ) : (
        <DecimalInput
          label="Minutes away"
          aria-label={`Minutes away: ${name}`}
          min={0}
          max={1440}
          value={one.minutes}
          onChange={(minutes) => set({ minutes: minutes ?? 0 })}
        />
      )}
      <Select
        label="Place"
        aria-label={`Place: ${name}`}
        data={positions.map((position) => ({
          value: position.id,
          label: missingBearer(position, loadout.bearers) === null ? position.name : `${position.name} (not there)`,
        }))}
        value={one.positionId ?? kit?.positionId ?? null}
        onChange={(positionId) => set({ positionId: positionId === kit?.positionId ? null : positionId })}
      />
    </div>
  );
}

interface FetchingProps {
  one: CarriedKit;
  name: string;
  set: (next: Partial<CarriedKit>) => void;
}

function Fetching({ one, name, set }: FetchingProps) {
  return (
    !isAtHand(one) && (
      <>
        <SegmentedControl
          size="xs"
          aria-label={`Way to ${name}`}
          data={[
            { value: 'foot', label: 'on foot' },
            { value: 'boat', label: 'by boat' },
          ]}
          value={one.by}
          onChange={(by) => set({ by: by === 'boat' ? 'boat' : 'foot' })}
        />
        <Switch
          label="somebody else brings it"
          checked={one.isBrought}
          onChange={(event) => set({ isBrought: event.currentTarget.checked })}
        />
      </>
    )
  );
}
