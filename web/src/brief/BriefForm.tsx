import {
  AGE_GROUPS,
  LAYER_NAMES,
  LAYERS,
  type Layer,
  NEED_IDS,
  NEEDS,
  PURPOSE_NAMES,
  PURPOSES,
  rungOf,
  SURROUNDING_NAMES,
  SURROUNDINGS,
  THREAT_NAMES,
  THREATS,
  type Threat,
  TRAIT_NAMES,
} from '@ivrak/core/model';
import { casualtiesOf, darkPlaces, showHours } from '@ivrak/core/needs';
import { Select, TextInput } from '@mantine/core';
import { Link } from 'react-router';
import { usePeople } from '../data/queries.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import css from './brief.module.css';
import { Carers } from './Carers.tsx';
import { Choices, Count, Toggle, useBriefField } from './fields.tsx';
import { Medicines } from './Medicines.tsx';
import { Retire } from './Retire.tsx';
import { SchoolChoice } from './SchoolChoice.tsx';
import { StartFrom } from './StartFrom.tsx';

const MOST_MINUTES = 43_200;

/** Asks who, by what, how far, who helps and which kit; every answer shows at once in what follows. */
export function BriefForm() {
  return (
    <form className={css.form} aria-label="Brief" onSubmit={(event) => event.preventDefault()}>
      <AskedOfAll />
      <WhoseKit />
      <Purpose />
      <People />
      <Threats />
      <Distance />
      <Carers />
      <Medicines />
      <KitSort />
      <SchoolChoice />
      <Retire />
    </form>
  );
}

function WhoseKit() {
  const { draft } = useKit();
  const people = usePeople().data?.people ?? [];
  return (
    <fieldset>
      <legend>The kit</legend>
      <StartFrom />
      <div className={parts.fieldGrid}>
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

const PURPOSE_OPTIONS = PURPOSES.map((value) => ({ value, label: PURPOSE_NAMES[value].name, hint: PURPOSE_NAMES[value].means }));

/** What the kit is for comes first: needs outside of it are another kit's, never a gap in this one. */
function Purpose() {
  const { brief } = useKit().draft;
  const set = useBriefField();
  return (
    <fieldset>
      <legend>What it is for</legend>
      <Choices label="What it is for" options={PURPOSE_OPTIONS} value={brief.purpose} onChange={(purpose) => set({ purpose })} />
      <Select
        label="Where"
        placeholder="anywhere"
        clearable
        data={SURROUNDINGS.map((value) => ({ value, label: SURROUNDING_NAMES[value] }))}
        value={brief.surroundings}
        onChange={(value) => set({ surroundings: SURROUNDINGS.find((one) => one === value) ?? null })}
      />
    </fieldset>
  );
}

/** Day-to-day needs that are asked for one by one; amounts of medicines follow from the people. */
const DAILY_NEEDS = NEED_IDS.filter((need) => rungOf(need) === 'D' && !['D.sugar', 'D.allergy', 'D.chestPain', 'D.meds'].includes(need));

function DailyNeeds() {
  const { brief } = useKit().draft;
  const set = useBriefField();
  const isAll = brief.purpose === 'everyday' || (brief.purpose === 'individual' && brief.dayToDay);
  if (!isAll && Object.keys(brief.daily).length === 0) return null;
  return (
    <div className={parts.toggles} role="group" aria-label="Day-to-day things, one by one">
      {DAILY_NEEDS.map((need) => (
        <Toggle
          key={need}
          label={NEEDS[need].label}
          value={brief.daily[need] ?? isAll}
          onChange={(isOn) => set({ daily: { ...brief.daily, [need]: isOn } })}
        />
      ))}
    </div>
  );
}

function People() {
  const { brief } = useKit().draft;
  const set = useBriefField();
  const { childrenByAge } = brief;
  const count = (label: string, value: number, onChange: (value: number) => void, max = 500) => (
    <Count label={label} value={value} min={0} max={max} onChange={onChange} />
  );
  return (
    <fieldset>
      <legend>Who may be hurt</legend>
      <div className={parts.fieldGrid}>
        <Count label="Persons covered" value={brief.persons} min={1} max={500} onChange={(persons) => set({ persons })} />
        <DecimalInput
          label="Casualties at once"
          placeholder={`${casualtiesOf({ ...brief, casualties: null })}, from the persons`}
          value={brief.casualties}
          min={1}
          max={100}
          decimals={0}
          onChange={(casualties) => set({ casualties })}
        />
      </div>
      <div className={parts.fieldRow} role="group" aria-label="Of these, children">
        {AGE_GROUPS.map((group) => (
          <Count
            key={group}
            label={`Children ${TRAIT_NAMES.ages[group]}`}
            value={childrenByAge[group]}
            min={0}
            max={500}
            onChange={(value) => set({ childrenByAge: { ...childrenByAge, [group]: value }, children: false })}
          />
        ))}
      </div>
      <div className={parts.fieldRow}>
        {count('Older people', brief.olderPersons, (olderPersons) => set({ olderPersons }))}
        {count('On blood thinners', brief.onBloodThinners, (onBloodThinners) => set({ onBloodThinners }))}
        {count('Severe allergy', brief.withAllergies, (withAllergies) => set({ withAllergies }))}
        {count('Diabetes', brief.withDiabetes, (withDiabetes) => set({ withDiabetes }))}
        {count('Animals', brief.animals, (animals) => set({ animals }), 100)}
        {count('Doses a day each', brief.dosesPerDay, (dosesPerDay) => set({ dosesPerDay }), 40)}
      </div>
      {brief.children && <Toggle label="Children, ages not known" value={brief.children} onChange={(children) => set({ children })} />}
    </fieldset>
  );
}

function Threats() {
  const { brief } = useKit().draft;
  const set = useBriefField();
  const flip = (threat: Threat, isOn: boolean) =>
    set({ threats: THREATS.filter((entry) => (entry === threat ? isOn : brief.threats.includes(entry))) });
  return (
    <fieldset>
      <legend>By what</legend>
      <div className={parts.toggles}>
        <Toggle
          label="Penetrating"
          hint="blades, spikes, gunshot"
          value={brief.penetrating}
          onChange={(penetrating) => set({ penetrating })}
        />
        {THREATS.map((threat) => (
          <Toggle
            key={threat}
            label={THREAT_NAMES[threat].name}
            hint={THREAT_NAMES[threat].hint}
            value={brief.threats.includes(threat)}
            onChange={(isOn) => flip(threat, isOn)}
          />
        ))}
        <Toggle label="Cold or wet" hint="everybody cools" value={brief.coldWet} onChange={(coldWet) => set({ coldWet })} />
        <Toggle label="Dark" hint={darkPlaces(brief)} value={brief.dark} onChange={(dark) => set({ dark })} />
      </div>
    </fieldset>
  );
}

function Distance() {
  const { brief } = useKit().draft;
  const set = useBriefField();
  return (
    <fieldset>
      <legend>How far help is</legend>
      <div className={parts.fieldGrid}>
        <DecimalInput
          label="Minutes to professional care"
          description={`about ${showHours(brief.hoursToCare)}`}
          unit="min"
          value={Math.round(brief.hoursToCare * 60)}
          min={0}
          max={MOST_MINUTES}
          step={5}
          decimals={0}
          onChange={(minutes) => minutes !== null && set({ hoursToCare: minutes / 60 })}
        />
        <Count
          label="Days out"
          description="medicines for one more"
          value={brief.daysOut}
          min={0}
          max={90}
          onChange={(daysOut) => set({ daysOut })}
        />
      </div>
      <div className={parts.toggles}>
        <Toggle label="Phone cover" hint="a call gets through" value={brief.phoneCover} onChange={(phoneCover) => set({ phoneCover })} />
        <Toggle
          label="Remote medical advice"
          hint="may stand in for a skill"
          value={brief.remoteAdvice}
          onChange={(remoteAdvice) => set({ remoteAdvice })}
        />
      </div>
    </fieldset>
  );
}

function KitSort() {
  const { brief } = useKit().draft;
  const set = useBriefField();
  return (
    <fieldset>
      <legend>What kind of kit</legend>
      <div className={parts.toggles}>
        <Toggle
          label="Stands alone"
          hint="may be grabbed by itself"
          value={brief.standsAlone}
          onChange={(standsAlone) => set({ standsAlone })}
        />
        <Toggle label="Stays put" hint="boat, vehicle or wall" value={brief.staysPut} onChange={(staysPut) => set({ staysPut })} />
        <Toggle
          label="Day-to-day things"
          hint="plasters, burns, sprains"
          value={brief.dayToDay}
          onChange={(dayToDay) => set({ dayToDay })}
        />
        <Toggle
          label="Security checks"
          hint="has to pass as it is"
          value={brief.securityChecks}
          onChange={(securityChecks) => set({ securityChecks })}
        />
        <Toggle label="Strangers" hint="may open and use it" value={brief.strangers} onChange={(strangers) => set({ strangers })} />
      </div>
      <DailyNeeds />
      <p className="small muted">
        Helping strangers: what you may do, and what you are held to once you begin, differs from place to place. Look up the law where you
        go before you carry this there.
      </p>
    </fieldset>
  );
}

/** Whoever changes what is asked of one kit of a set changes it for all. */
function AskedOfAll() {
  const { inSet } = useKit().kit;
  if (inSet === null) return null;
  return (
    <p className={css.askedOfAll}>
      Asked of all {inSet.kitIds.length} kits of <Link to={`/sets/${inSet.id}`}>{inSet.name}</Link>: what is changed here is changed in
      each.
    </p>
  );
}
