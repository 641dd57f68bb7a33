import { FAMILY_FACTS } from '@ivrak/core/catalog';
import { GLOVE_SIZES, type Kind, type Medicine, TRAIT_NAMES, type Traits } from '@ivrak/core/model';
import { MultiSelect, Select, TextInput } from '@mantine/core';
import { Toggle } from '../brief/fields.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';

interface KindTraitsProps {
  kind: Kind;
  change: (traits: Traits) => void;
}

const named = (names: Readonly<Record<string, string>>) => Object.entries(names).map(([value, label]) => ({ value, label }));
/** Those that were chosen, in the order of the names. */
const among = <T extends string>(names: Readonly<Record<T, string>>, chosen: readonly string[]): T[] =>
  (Object.keys(names) as T[]).filter((one) => chosen.includes(one)); // keyed by them
const HAND_NAMES = { one: 'one hand', two: 'two hands' } as const;

type Named<K extends keyof Traits> = { name: K; label: string };
const CHOICES: readonly (Named<'handsToApply' | 'gloveSize' | 'agent' | 'measures'> & { data: { value: string; label: string }[] })[] = [
  { name: 'handsToApply', label: 'Put on with', data: named(HAND_NAMES) },
  { name: 'gloveSize', label: 'Size', data: GLOVE_SIZES.map((size) => ({ value: size, label: size })) },
  { name: 'agent', label: 'Works by', data: named(TRAIT_NAMES.agent) },
  { name: 'measures', label: 'Measures', data: named(TRAIT_NAMES.measures) },
];
const AMOUNTS: readonly (Named<'airwayFr' | 'gauge' | 'ml'> & { unit?: string; min: number; max: number; decimals?: number })[] = [
  { name: 'airwayFr', label: 'Size', unit: 'Fr', min: 4, max: 60 },
  { name: 'gauge', label: 'Gauge', min: 6, max: 32, decimals: 0 },
  { name: 'ml', label: 'Holds', unit: 'ml', min: 1, max: 20_000 },
];
const TOGGLES: readonly Named<'vented' | 'handsFree' | 'folds' | 'opensWithOneHand' | 'latex' | 'beyondCover' | 'prescription'>[] = [
  { name: 'vented', label: 'Vented' },
  { name: 'handsFree', label: 'Leaves the hands free' },
  { name: 'folds', label: 'Folds' },
  { name: 'opensWithOneHand', label: 'Opens with one hand' },
  { name: 'latex', label: 'Latex' },
  { name: 'beyondCover', label: 'Works beyond phone cover' },
  { name: 'prescription', label: 'Prescribed to one person' },
];

/** What is known of a thing beyond its measures; only what its family has, and what was said already, is asked. */
export function KindTraits({ kind, change }: KindTraitsProps) {
  const { traits } = kind;
  const usual = FAMILY_FACTS[kind.family].traits;
  const asks = ({ name }: { name: keyof Traits }) => usual[name] !== undefined || traits[name] !== undefined;
  const set = (next: Partial<Traits>) => change({ ...traits, ...next });
  return (
    <section aria-label="What it is like" className="stack">
      <h3>What it is like</h3>
      <div className={parts.fieldGrid}>
        {CHOICES.filter(asks).map(({ name, label, data }) => (
          <Select
            key={name}
            label={label}
            data={data}
            value={traits[name] ?? null}
            onChange={(value) => set({ [name]: value ?? undefined } as Partial<Traits>)} // one of those offered
          />
        ))}
        {AMOUNTS.filter(asks).map(({ name, ...field }) => (
          <DecimalInput key={name} {...field} value={traits[name] ?? null} onChange={(value) => set({ [name]: value ?? undefined })} />
        ))}
        <Select
          label="Colour"
          clearable
          placeholder="not said"
          data={named(TRAIT_NAMES.colour)}
          value={traits.colour ?? null}
          onChange={(value) => set({ colour: among(TRAIT_NAMES.colour, [value ?? ''])[0] })}
        />
      </div>
      <ForWhom kind={kind} isAsked={asks({ name: 'ages' })} set={set} />
      <div className={parts.toggles}>
        {TOGGLES.filter(asks).map(({ name, label }) => (
          <Toggle key={name} label={label} value={traits[name] === true} onChange={(isOn) => set({ [name]: isOn })} />
        ))}
        {asks({ name: 'cuts' }) && (
          <Toggle
            label="Cuts belts"
            value={traits.cuts?.includes('belt') === true}
            onChange={(isOn) => set({ cuts: isOn ? ['cloth', 'belt'] : ['cloth'] })}
          />
        )}
      </div>
      {traits.medicine !== undefined && <MedicineFields medicine={traits.medicine} change={(medicine) => set({ medicine })} />}
    </section>
  );
}

/** Who it is made for, and what it has to be kept from. */
function ForWhom({ kind: { traits }, isAsked, set }: { kind: Kind; isAsked: boolean; set: (next: Partial<Traits>) => void }) {
  return (
    <>
      {isAsked && (
        <MultiSelect
          label="For"
          data={named(TRAIT_NAMES.ages)}
          value={traits.ages ?? []}
          onChange={(value) => set({ ages: value.length === 0 ? undefined : among(TRAIT_NAMES.ages, value) })}
        />
      )}
      <MultiSelect
        label="Needs care"
        placeholder={(traits.care ?? []).length === 0 ? 'nothing in particular' : ''}
        data={named(TRAIT_NAMES.care)}
        value={traits.care ?? []}
        onChange={(value) => set({ care: among(TRAIT_NAMES.care, value) })}
      />
    </>
  );
}

function MedicineFields({ medicine, change }: { medicine: Medicine; change: (medicine: Medicine) => void }) {
  const { substance, strength, form, purposes, excludes, keepsC } = medicine;
  const set = (next: Partial<Medicine>) => change({ ...medicine, ...next });
  const keeps = keepsC ?? { from: 2, to: 25 };
  return (
    <fieldset className={parts.group}>
      <legend>Medicine, as on the label</legend>
      <div className={parts.fieldGrid}>
        <TextInput
          label="Substance"
          maxLength={80}
          value={substance}
          onChange={({ currentTarget }) => set({ substance: currentTarget.value })}
        />
        <TextInput
          label="Strength"
          maxLength={40}
          value={strength}
          onChange={({ currentTarget }) => set({ strength: currentTarget.value })}
        />
        <TextInput label="Form" maxLength={40} value={form} onChange={({ currentTarget }) => set({ form: currentTarget.value })} />
        <DecimalInput
          label="Keeps from"
          unit="°C"
          min={-40}
          max={60}
          value={keepsC?.from ?? null}
          onChange={(from) => set({ keepsC: from === null ? null : { ...keeps, from } })}
        />
        <DecimalInput
          label="Keeps to"
          unit="°C"
          min={-40}
          max={80}
          value={keepsC?.to ?? null}
          onChange={(to) => set({ keepsC: to === null ? null : { ...keeps, to } })}
        />
      </div>
      <MultiSelect
        label="What it is for"
        data={named(TRAIT_NAMES.purposes)}
        value={purposes}
        onChange={(value) => set({ purposes: among(TRAIT_NAMES.purposes, value) })}
      />
      <MultiSelect
        label="For whom not"
        data={named(TRAIT_NAMES.excludes)}
        value={excludes}
        onChange={(value) => set({ excludes: among(TRAIT_NAMES.excludes, value) })}
      />
      <p className="caution">No dose is advised here. Who may take how much stands on the label; ask whoever prescribed it.</p>
    </fieldset>
  );
}
