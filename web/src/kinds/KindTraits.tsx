import { FAMILY_FACTS } from '@ivrak/core/catalog';
import {
  AGE_NAMES,
  AGENTS,
  AGES,
  CARE_NAMES,
  CARES,
  COLOUR_NAMES,
  COLOURS,
  GLOVE_SIZES,
  type Kind,
  MEASURES,
  MEDICINE_EXCLUDE_NAMES,
  MEDICINE_EXCLUDES,
  MEDICINE_PURPOSE_NAMES,
  MEDICINE_PURPOSES,
  type Medicine,
  type Traits,
} from '@ivrak/core/model';
import { MultiSelect, Select, TextInput } from '@mantine/core';
import { Toggle } from '../brief/fields.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';

interface KindTraitsProps {
  kind: Kind;
  change: (traits: Traits) => void;
}

const named = <T extends string>(values: readonly T[], names: Record<T, string>) => values.map((value) => ({ value, label: names[value] }));
const AGENT_NAMES: Record<(typeof AGENTS)[number], string> = { kaolin: 'kaolin', chitosan: 'chitosan', other: 'another' };
const MEASURE_NAMES: Record<(typeof MEASURES)[number], string> = {
  oxygen: 'oxygen',
  temperature: 'temperature',
  pressure: 'blood pressure',
  bloodSugar: 'blood sugar',
};
const HANDS = [
  { value: 'one', label: 'one hand' },
  { value: 'two', label: 'two hands' },
];

/** What is known of a thing beyond its measures; only what its family has, and what was said already, is asked. */
export function KindTraits({ kind, change }: KindTraitsProps) {
  const { traits } = kind;
  const usual = FAMILY_FACTS[kind.family].traits;
  const asks = (name: keyof Traits) => usual[name] !== undefined || traits[name] !== undefined;
  const set = (next: Partial<Traits>) => change({ ...traits, ...next });
  return (
    <section aria-label="What it is like">
      <h3>What it is like</h3>
      <div className={parts.fieldGrid}>
        {asks('handsToApply') && (
          <Select
            label="Put on with"
            data={HANDS}
            value={traits.handsToApply ?? null}
            onChange={(value) => set({ handsToApply: value === 'two' ? 'two' : 'one' })}
          />
        )}
        {asks('gloveSize') && (
          <Select
            label="Size"
            data={[...GLOVE_SIZES]}
            value={traits.gloveSize ?? null}
            onChange={(value) => set({ gloveSize: GLOVE_SIZES.find((one) => one === value) })}
          />
        )}
        {asks('agent') && (
          <Select
            label="Works by"
            data={named(AGENTS, AGENT_NAMES)}
            value={traits.agent ?? null}
            onChange={(value) => set({ agent: AGENTS.find((one) => one === value) })}
          />
        )}
        {asks('measures') && (
          <Select
            label="Measures"
            data={named(MEASURES, MEASURE_NAMES)}
            value={traits.measures ?? null}
            onChange={(value) => set({ measures: MEASURES.find((one) => one === value) })}
          />
        )}
        {asks('airwayFr') && (
          <DecimalInput
            label="Size"
            unit="Fr"
            min={4}
            max={60}
            value={traits.airwayFr ?? null}
            onChange={(airwayFr) => set({ airwayFr: airwayFr ?? undefined })}
          />
        )}
        {asks('gauge') && (
          <DecimalInput
            label="Gauge"
            min={6}
            max={32}
            decimals={0}
            value={traits.gauge ?? null}
            onChange={(gauge) => set({ gauge: gauge ?? undefined })}
          />
        )}
        {asks('ml') && (
          <DecimalInput
            label="Holds"
            unit="ml"
            min={1}
            max={20_000}
            value={traits.ml ?? null}
            onChange={(ml) => set({ ml: ml ?? undefined })}
          />
        )}
        <Select
          label="Colour"
          clearable
          placeholder="not said"
          data={named(COLOURS, COLOUR_NAMES)}
          value={traits.colour ?? null}
          onChange={(value) => set({ colour: COLOURS.find((one) => one === value) })}
        />
      </div>
      {asks('ages') && (
        <MultiSelect
          label="For"
          data={named(AGES, AGE_NAMES)}
          value={traits.ages ?? []}
          onChange={(value) => set({ ages: value.length === 0 ? undefined : AGES.filter((one) => value.includes(one)) })}
        />
      )}
      <MultiSelect
        label="Needs care"
        placeholder={(traits.care ?? []).length === 0 ? 'nothing in particular' : ''}
        data={named(CARES, CARE_NAMES)}
        value={traits.care ?? []}
        onChange={(value) => set({ care: CARES.filter((one) => value.includes(one)) })}
      />
      <div className={parts.toggles}>
        {asks('vented') && <Toggle label="Vented" value={traits.vented === true} onChange={(vented) => set({ vented })} />}
        {asks('handsFree') && (
          <Toggle label="Leaves the hands free" value={traits.handsFree === true} onChange={(handsFree) => set({ handsFree })} />
        )}
        {asks('cuts') && (
          <Toggle
            label="Cuts belts"
            value={traits.cuts?.includes('belt') === true}
            onChange={(isOn) => set({ cuts: isOn ? ['cloth', 'belt'] : ['cloth'] })}
          />
        )}
        {asks('folds') && <Toggle label="Folds" value={traits.folds === true} onChange={(folds) => set({ folds })} />}
        {asks('opensWithOneHand') && (
          <Toggle
            label="Opens with one hand"
            value={traits.opensWithOneHand === true}
            onChange={(opensWithOneHand) => set({ opensWithOneHand })}
          />
        )}
        {asks('latex') && <Toggle label="Latex" value={traits.latex === true} onChange={(latex) => set({ latex })} />}
        {asks('beyondCover') && (
          <Toggle label="Works beyond phone cover" value={traits.beyondCover === true} onChange={(beyondCover) => set({ beyondCover })} />
        )}
        {asks('prescription') && (
          <Toggle
            label="Prescribed to one person"
            value={traits.prescription === true}
            onChange={(prescription) => set({ prescription })}
          />
        )}
      </div>
      {asks('medicine') && traits.medicine !== undefined && (
        <MedicineFields medicine={traits.medicine} change={(medicine) => set({ medicine })} />
      )}
    </section>
  );
}

function MedicineFields({ medicine, change }: { medicine: Medicine; change: (medicine: Medicine) => void }) {
  const { substance, strength, form, purposes, excludes, keepsC } = medicine;
  const set = (next: Partial<Medicine>) => change({ ...medicine, ...next });
  const keeps = keepsC ?? { from: 2, to: 25 };
  return (
    <fieldset>
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
        data={named(MEDICINE_PURPOSES, MEDICINE_PURPOSE_NAMES)}
        value={purposes}
        onChange={(value) => set({ purposes: MEDICINE_PURPOSES.filter((one) => value.includes(one)) })}
      />
      <MultiSelect
        label="For whom not"
        data={named(MEDICINE_EXCLUDES, MEDICINE_EXCLUDE_NAMES)}
        value={excludes}
        onChange={(value) => set({ excludes: MEDICINE_EXCLUDES.filter((one) => value.includes(one)) })}
      />
      <p className="caution">No dose is ever advised here: who may take what is on the label and with the person who prescribed it.</p>
    </fieldset>
  );
}
