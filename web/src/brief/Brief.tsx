import {
  type Brief as BriefData,
  casualtiesOf,
  LAYER_NAMES,
  LAYERS,
  type Layer,
  NEEDS,
  SCHOOLS,
  TRAINING_NAMES,
  TRAININGS,
  type Training,
} from '@ivrak/core';
import { Select, Switch, TextInput } from '@mantine/core';
import { usePeople } from '../api/queries.ts';
import { schoolOf } from '../kit/catalog.ts';
import { useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { DecimalInput } from '../shell/DecimalInput.tsx';
import './brief.css';
import { BriefNeeds } from './BriefNeeds.tsx';
import { Retire } from './Retire.tsx';

/** Says who, where and how far; beside it, live, what follows. */
export function Brief() {
  return (
    <main id="main" className="brief">
      <BriefForm />
      <BriefNeeds />
    </main>
  );
}

function useBriefField() {
  const edit = useDraft((state) => state.edit);
  return (change: Partial<BriefData>) => edit((draft) => ({ ...draft, brief: { ...draft.brief, ...change } }));
}

function BriefForm() {
  const { draft } = useKit();
  const set = useBriefField();
  const { brief } = draft;
  return (
    <form className="brief-form" aria-label="Brief" onSubmit={(event) => event.preventDefault()}>
      <WhoseKit />
      <fieldset>
        <legend>Who may be hurt</legend>
        <div className="field-grid">
          <Count label="Persons covered" value={brief.persons} min={1} max={500} onChange={(persons) => set({ persons })} />
          <DecimalInput
            label="Casualties at once"
            description={brief.casualties === null ? `${casualtiesOf(brief)}, from the persons` : 'set by hand'}
            placeholder={String(casualtiesOf({ ...brief, casualties: null }))}
            value={brief.casualties}
            min={1}
            max={100}
            decimals={0}
            onChange={(value) => set({ casualties: value === null ? null : clamp(Math.round(value), 1, 100) })}
          />
        </div>
        <div className="brief-switches">
          <Flag
            label="Penetrating threat"
            hint="blades, spikes, gunshot"
            value={brief.penetrating}
            onChange={(penetrating) => set({ penetrating })}
          />
          <Flag label="Cold or wet" value={brief.coldWet} onChange={(coldWet) => set({ coldWet })} />
          <Flag label="Dark is possible" value={brief.dark} onChange={(dark) => set({ dark })} />
          <Flag label="Children present" value={brief.children} onChange={(children) => set({ children })} />
        </div>
      </fieldset>
      <fieldset>
        <legend>How far help is</legend>
        <div className="field-grid">
          <DecimalInput
            label="Hours to care"
            unit="h"
            value={brief.hoursToCare}
            min={0}
            max={720}
            step={0.25}
            decimals={2}
            onChange={(value) => value !== null && set({ hoursToCare: clamp(value, 0, 720) })}
          />
          <Count label="Days out" value={brief.daysOut} min={0} max={90} onChange={(daysOut) => set({ daysOut })} />
        </div>
      </fieldset>
      <fieldset>
        <legend>Who helps</legend>
        <div className="field-grid">
          <Count label="Carers" value={brief.helpers} min={1} max={100} onChange={(helpers) => set({ helpers })} />
          <Select
            label="Training level"
            description={TRAINING_NAMES[brief.training].means}
            data={TRAININGS.map((value) => ({ value, label: TRAINING_NAMES[value].name }))}
            value={brief.training}
            onChange={(value) => set({ training: (value ?? brief.training) as Training })}
          />
        </div>
        <p className="caution">
          Airways, needles and some other things need training, and in some places authority. They are asked for only where the training
          level allows them; local rules may allow less.
        </p>
      </fieldset>
      <fieldset>
        <legend>What kind of kit</legend>
        <div className="brief-switches">
          <Flag
            label="Stands alone"
            hint="may be grabbed by itself"
            value={brief.standsAlone}
            onChange={(standsAlone) => set({ standsAlone })}
          />
          <Flag label="Stays put" hint="boat, vehicle or wall" value={brief.staysPut} onChange={(staysPut) => set({ staysPut })} />
          <Flag
            label="Day-to-day things too"
            hint="plasters, burns, sprains"
            value={brief.dayToDay}
            onChange={(dayToDay) => set({ dayToDay })}
          />
        </div>
        <div className="field-grid">
          <Count
            label="Doses a day and person"
            value={brief.dosesPerDay}
            min={0}
            max={40}
            onChange={(dosesPerDay) => set({ dosesPerDay })}
          />
        </div>
      </fieldset>
      <School />
      <Retire />
    </form>
  );
}

function WhoseKit() {
  const { draft } = useKit();
  const edit = useDraft((state) => state.edit);
  const people = usePeople().data?.people ?? [];
  return (
    <fieldset>
      <legend>The kit</legend>
      <div className="field-grid">
        <TextInput
          key={draft.name}
          label="Name"
          defaultValue={draft.name}
          maxLength={60}
          onBlur={(event) => {
            const name = event.currentTarget.value.trim();
            if (name !== '' && name !== draft.name) edit((before) => ({ ...before, name }));
          }}
        />
        <Select
          label="Carrier"
          data={[{ value: '', label: 'nobody in particular' }, ...people.map(({ id, name }) => ({ value: id, label: name }))]}
          value={draft.personId ?? ''}
          onChange={(value) => edit((before) => ({ ...before, personId: (value || null) as typeof before.personId }))}
        />
      </div>
      <Select
        label="Layer"
        data={LAYERS.map((value) => ({ value, label: `${LAYER_NAMES[value].name}, ${LAYER_NAMES[value].reach}` }))}
        value={draft.layer}
        onChange={(value) => edit((before) => ({ ...before, layer: (value ?? before.layer) as Layer }))}
      />
    </fieldset>
  );
}

function School() {
  const { draft } = useKit();
  const edit = useDraft((state) => state.edit);
  const school = schoolOf(draft);
  const first = school.order.slice(0, 6).map((need) => NEEDS[need].one);
  return (
    <fieldset>
      <legend>School</legend>
      <Select
        label="What comes first, and what counts"
        data={SCHOOLS.map(({ id, name }) => ({ value: id, label: name }))}
        value={draft.schoolId}
        onChange={(value) => edit((before) => ({ ...before, schoolId: value ?? before.schoolId }))}
      />
      <p className="small">{school.reason}</p>
      <p className="small muted">Buys in this order: {first.join(', ')} …</p>
    </fieldset>
  );
}

const clamp = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

interface CountProps {
  label: string;
  value: number;
  min: number;
  max: number;
  onChange: (value: number) => void;
}

function Count({ label, value, min, max, onChange }: CountProps) {
  return (
    <DecimalInput
      label={label}
      value={value}
      min={min}
      max={max}
      decimals={0}
      onChange={(next) => next !== null && onChange(clamp(Math.round(next), min, max))}
    />
  );
}

function Flag({ label, hint, value, onChange }: { label: string; hint?: string; value: boolean; onChange: (value: boolean) => void }) {
  return <Switch label={label} description={hint} checked={value} onChange={(event) => onChange(event.currentTarget.checked)} />;
}
