import {
  type Brief as BriefData,
  casualtiesOf,
  LAYER_NAMES,
  LAYERS,
  type Layer,
  NEEDS,
  RUNG_NAMES,
  RUNGS,
  rungOf,
  SCHOOLS,
  showTerms,
  TRAINING_NAMES,
  TRAININGS,
  type Training,
} from '@ivrak/core';
import { Button, Select, Switch, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, messageOf } from '../api/client.ts';
import { usePeople, useRefresh } from '../api/queries.ts';
import { STATE_WORDS } from '../drawing/figures.ts';
import { schoolOf } from '../kit/catalog.ts';
import { saveNow, useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { DecimalInput } from '../shell/DecimalInput.tsx';
import './brief.css';

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
            allowDecimal={false}
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
            suffix=" h"
            value={brief.hoursToCare}
            min={0}
            max={720}
            step={0.25}
            decimalScale={2}
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

/** Ends a kit: what is in it goes to the stores, and what was used out of it stays on record. */
function Retire() {
  const { kit, draft } = useKit();
  const version = useDraft((state) => state.version);
  const refresh = useRefresh();
  const navigate = useNavigate();
  const [isAsking, setAsking] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const retire = async () => {
    try {
      await saveNow();
      await api.delete(`/api/kits/${kit.id}?version=${useDraft.getState().version || version}`);
      await refresh();
      await navigate('/');
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return (
    <fieldset>
      <legend>End of this kit</legend>
      {isAsking ? (
        <div className="caution stack">
          <p>
            {draft.name} leaves Muster; its {draft.units.length} {draft.units.length === 1 ? 'thing goes' : 'things go'} to the stores. This
            cannot be undone with z.
          </p>
          <div className="row">
            <Button onClick={() => void retire()}>Retire it</Button>
            <Button variant="default" onClick={() => setAsking(false)}>
              Keep it
            </Button>
          </div>
        </div>
      ) : (
        <div>
          <Button variant="default" onClick={() => setAsking(true)}>
            Retire this kit
          </Button>
        </div>
      )}
      {error !== null && (
        <p className="refusal" role="alert">
          {error}
        </p>
      )}
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

function BriefNeeds() {
  const { judgement } = useKit();
  const states = new Map(judgement.coverage.needs.map((need) => [need.need, need]));
  return (
    <section className="brief-needs" aria-label="Needs" aria-live="polite" tabIndex={SCROLLS_BY_KEYS}>
      <div className="panel-heading">
        <h2>What follows</h2>
        <span className="small muted">planning values, not clinical limits</span>
      </div>
      {RUNGS.map((rung) => {
        const needs = judgement.needs.filter(({ need }) => rungOf(need) === rung);
        const asked = needs.filter(({ ideal }) => ideal > 0);
        const off = needs.filter(({ ideal }) => ideal === 0);
        return (
          <section key={rung} className="brief-rung" aria-label={RUNG_NAMES[rung]}>
            <span className="brief-letter" aria-hidden="true">
              {rung}
            </span>
            <div className="grow">
              {asked.map(({ need, least, ideal, reason, terms }) => {
                const state = states.get(need)?.state ?? 'off';
                return (
                  <div key={need} className="brief-need">
                    <span className="brief-amount mono">{least === ideal ? least : `${least}–${ideal}`}</span>
                    <div className="grow">
                      <b>{least === 1 && ideal === 1 ? NEEDS[need].one : NEEDS[need].many}</b> <span className="small muted">{reason}</span>
                      <div className="small muted mono brief-terms">
                        {showTerms(least > 0 && least === ideal ? terms.least : terms.ideal)}
                      </div>
                    </div>
                    <span className={`state-word state-${state}`}>{STATE_WORDS[state]}</span>
                  </div>
                );
              })}
              {off.length > 0 && (
                <p className="small muted brief-off">
                  Not asked: {off.map(({ need, reason }) => `${NEEDS[need].label} (${reason})`).join(' · ')}
                </p>
              )}
            </div>
          </section>
        );
      })}
    </section>
  );
}

/** A scrolling region without anything to press in it must take the focus itself, or keys could not scroll it. */
const SCROLLS_BY_KEYS = 0;

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
      allowDecimal={false}
      onChange={(next) => next !== null && onChange(clamp(Math.round(next), min, max))}
    />
  );
}

function Flag({ label, hint, value, onChange }: { label: string; hint?: string; value: boolean; onChange: (value: boolean) => void }) {
  return <Switch label={label} description={hint} checked={value} onChange={(event) => onChange(event.currentTarget.checked)} />;
}
