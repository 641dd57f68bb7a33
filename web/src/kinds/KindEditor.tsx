import { FAMILY_FACTS, freeId, plainOfFamily } from '@ivrak/core/catalog';
import { FAMILIES, type Kind, KindSchema, type KindState, PLAIN_KIND, solidityOf } from '@ivrak/core/model';
import { Button, Select, TagsInput, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import { Toggle } from '../brief/fields.tsx';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { field } from '../ui/field.ts';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import { MoneyInput } from '../ui/MoneyInput.tsx';
import parts from '../ui/parts.module.css';
import { RecordPanel } from '../ui/RecordPanel.tsx';
import panelCss from '../ui/recordPanel.module.css';
import { useKeep } from '../ui/useKeep.ts';
import { useRecordForm } from '../ui/useRecordForm.ts';
import { KindGrades } from './KindGrades.tsx';
import { KindTraits } from './KindTraits.tsx';
import { KIND_CHOICES } from './kindWords.ts';

const PACKED: KindState = { id: 'asSold', label: 'as packed', wMm: 100, hMm: 80, tMm: 15 };
const BLANK: Kind = {
  ...PLAIN_KIND,
  id: '',
  name: '',
  rung: 'C',
  shape: 'slab',
  drawing: 'packet',
  states: [PACKED],
  give: 0,
  massG: 20,
  priceMinor: 0,
  pieces: 1,
  pieceName: 'piece',
  grades: {},
};

interface KindEditorProps {
  /** Null: a new one. */
  kind: Kind | null;
  version: number | null;
  /** How it was shipped; undefined: it is an own kind. */
  shipped: Kind | undefined;
  close: (show: string | null) => void;
}

/** Measures, mass, price and grades of a kind, with its drawing beside them as they are typed. */
export function KindEditor({ kind: kept, version, shipped, close }: KindEditorProps) {
  const catalog = useCatalog((state) => state.catalog);
  const { error, keepAndGo } = useKeep();
  const { form, submit, problemsBeside } = useRecordForm({
    schema: KindSchema,
    initial: kept ?? BLANK,
    taken: kept === null ? new Set(catalog.keys()) : null,
  });
  const kind = form.values;
  const save = (next: Kind) =>
    void keepAndGo(
      () => api.put('/api/kinds/:id', { params: { id: next.id }, body: { version, kind: next } }),
      () => close(next.id),
    );
  const takeAway = (id: string, stored: number) =>
    void keepAndGo(
      () => api.delete('/api/kinds/:id', { params: { id }, query: { version: stored } }),
      () => close(shipped === undefined ? null : id),
    );
  return (
    <RecordPanel
      title={kept?.name ?? 'New kind'}
      close={() => close(null)}
      onSubmit={submit(save)}
      save={kept === null ? 'Add the kind' : 'Save changes'}
      remove={
        kept === null || version === null
          ? null
          : { label: shipped === undefined ? 'Delete' : 'As it was shipped', act: () => takeAway(kept.id, version) }
      }
      problems={error === null ? problemsBeside(['name']) : [error]}
    >
      <div className={panelCss.picture}>
        <KindDrawing kind={kind} scale={scaleToFit(kind.states[0] ?? PACKED, 170)} />
      </div>
      <TextInput label="Name" description="Generic: what it is, not who makes it" maxLength={80} {...form.getInputProps('name')} />
      <FamilyChoice form={form} isNew={kept === null} />
      <KindMeasures form={form} />
      <KindStates form={form} />
      <KindFacts form={form} />
      <KindGrades value={kind.grades} onChange={(grades) => form.setFieldValue('grades', grades)} />
      <KindTraits kind={kind} change={(traits) => form.setFieldValue('traits', traits)} />
      <div className={parts.toggles}>
        <Toggle label="A tool" hint="not used up by use" {...field(form, 'tool')} />
        <Toggle label="Sterile until opened" {...field(form, 'sterile')} />
        <Toggle label="Folds once" {...field(form, 'foldable')} />
        <Toggle label="Barred at security" {...field(form, 'barredAtSecurity')} />
        <Toggle label="Fakes are about" hint="seller matters" {...field(form, 'sellerMatters')} />
      </div>
      <TextInput
        label="Caution"
        description="Shown wherever it is chosen or used"
        maxLength={200}
        value={kind.caution ?? ''}
        onChange={(event) => form.setFieldValue('caution', event.currentTarget.value || null)}
      />
    </RecordPanel>
  );
}

interface PartProps {
  form: UseFormReturnType<Kind>;
}

const FAMILY_OPTIONS = FAMILIES.map((family) => ({ value: family as string, label: FAMILY_FACTS[family].name }));

/** What sort of thing it is; choosing it fills in what such a thing usually is, which can then be changed. */
function FamilyChoice({ form, isNew }: PartProps & { isNew: boolean }) {
  const choose = (value: string | null) => {
    const family = FAMILIES.find((one) => one === value);
    if (family === undefined) return;
    form.setValues(isNew ? plainOfFamily(family) : { family });
  };
  return (
    <div className={parts.fieldGrid}>
      <Select
        label="What sort of thing"
        description={isNew ? 'Fills in what it usually serves' : 'Rules and care follow from it'}
        searchable
        allowDeselect={false}
        data={FAMILY_OPTIONS}
        value={form.values.family}
        onChange={choose}
      />
      <TagsInput
        label="Also called"
        description="Words people look for it by"
        maxTags={20}
        value={form.values.alsoCalled}
        onChange={(alsoCalled) => form.setFieldValue('alsoCalled', alsoCalled)}
      />
    </div>
  );
}

function KindMeasures({ form }: PartProps) {
  const [state = PACKED, ...others] = form.values.states;
  const measure = (change: Partial<KindState>) => form.setFieldValue('states', [{ ...state, ...change }, ...others]);
  return (
    <div className={parts.fieldRow}>
      <MeasureInput label="Width" value={state.wMm} onChange={(wMm) => measure({ wMm })} />
      <MeasureInput label="Height" value={state.hMm} onChange={(hMm) => measure({ hMm })} />
      <MeasureInput label="Thick" min={0.5} max={1000} value={state.tMm} onChange={(tMm) => measure({ tMm })} />
      <MeasureInput label="Mass" unit="g" min={0.1} max={50_000} {...field(form, 'massG')} />
      <MoneyInput
        label="Price"
        max={1_000_000}
        {...field(form, 'priceMinor')}
        onChange={(minor) => minor !== null && form.setFieldValue('priceMinor', minor)}
      />
      <MeasureInput label="Pieces" unit={null} max={1000} decimals={0} {...field(form, 'pieces')} />
    </div>
  );
}

const MOST_STATES = 8;

/** Other ways in which it may lie: rolled, cut, folded in three, its wrapper off. */
function KindStates({ form }: PartProps) {
  const { states, give } = form.values;
  const [packed = PACKED, ...others] = states;
  const set = (next: KindState[]) => form.setFieldValue('states', [packed, ...next]);
  const add = () => set([...others, { ...packed, id: freeId('own-state', new Set(states.map(({ id }) => id))), label: '' }]);
  return (
    <fieldset className={parts.group}>
      <legend>Ways it may lie</legend>
      <div className={parts.fieldRow}>
        <MeasureInput
          label="Gives"
          description="when it is pressed"
          unit="%"
          min={0}
          max={90}
          decimals={0}
          value={Math.round(give * 100)}
          onChange={(percent) => form.setFieldValue('give', percent / 100)}
        />
        <MeasureInput
          label="Fills"
          description="of the box around it"
          unit="%"
          min={5}
          max={100}
          decimals={0}
          value={Math.round(solidityOf(form.values) * 100)}
          onChange={(percent) => form.setFieldValue('solidity', percent / 100)}
        />
      </div>
      {others.map((state, index) => {
        const change = (to: Partial<KindState>) => set(others.with(index, { ...state, ...to }));
        return (
          <div key={state.id}>
            <TextInput
              label="Called"
              placeholder="rolled, cut, folded in three"
              maxLength={60}
              value={state.label}
              onChange={(event) => change({ label: event.currentTarget.value })}
            />
            <div className={parts.fieldRow}>
              <MeasureInput label="Width" value={state.wMm} onChange={(wMm) => change({ wMm })} />
              <MeasureInput label="Height" value={state.hMm} onChange={(hMm) => change({ hMm })} />
              <MeasureInput label="Thick" min={0.5} max={1000} value={state.tMm} onChange={(tMm) => change({ tMm })} />
            </div>
            <Button variant="subtle" size="compact-sm" onClick={() => set(others.toSpliced(index, 1))} aria-label={`Remove ${state.label}`}>
              Remove
            </Button>
          </div>
        );
      })}
      <Button variant="default" size="compact-sm" disabled={states.length >= MOST_STATES} onClick={add}>
        Add a way it may lie
      </Button>
    </fieldset>
  );
}

function KindFacts({ form }: PartProps) {
  return (
    <div className={parts.fieldGrid}>
      <Select label="Drawn as" data={KIND_CHOICES.drawing} allowDeselect={false} {...form.getInputProps('drawing')} />
      <Select label="Body" data={KIND_CHOICES.shape} allowDeselect={false} {...form.getInputProps('shape')} />
      <Select label="Lane" data={KIND_CHOICES.rung} allowDeselect={false} {...form.getInputProps('rung')} />
      <Select label="Dating" data={KIND_CHOICES.dating} allowDeselect={false} {...form.getInputProps('dating')} />
      <TextInput label="One piece is called" maxLength={30} {...form.getInputProps('pieceName')} />
      <Select label="Only with skill" clearable placeholder="anybody" data={KIND_CHOICES.skill} {...form.getInputProps('skill')} />
    </div>
  );
}
