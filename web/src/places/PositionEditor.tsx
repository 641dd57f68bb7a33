import { BEARER_NAMES, BEARERS, BODY_SPOTS, type BodySpot, type Position, PositionSchema } from '@ivrak/core/model';
import { Checkbox, MultiSelect, Select, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { field } from '../ui/field.ts';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import parts from '../ui/parts.module.css';
import { RecordPanel } from '../ui/RecordPanel.tsx';
import { useOwnRecord } from './useOwnRecord.ts';

const BLANK: Position = {
  id: '',
  name: '',
  wMm: 140,
  hMm: 130,
  tMm: 25,
  massG: 250,
  onBody: true,
  heat: 'warm',
  hands: 'right',
  drawS: 4,
  seated: true,
  bearers: [],
  spot: null,
  isSeen: false,
};
const SPOT_NAMES: Record<BodySpot, string> = {
  chest: 'chest, left',
  vest: 'front of the vest',
  lifeVest: 'chest, right',
  side: 'belt, side',
  hip: 'front of the hip',
  thigh: 'thigh',
  ankle: 'ankle',
  seat: 'seat, behind',
  smallOfBack: 'small of the back',
  back: 'back',
  hipLeft: 'hip, left',
  thighLeft: 'thigh, left',
  seatLeft: 'seat, left',
  chestRight: 'chest, right',
};
const SPOTS = BODY_SPOTS.map((spot) => ({ value: spot as string, label: SPOT_NAMES[spot] }));
const HANDS: { value: Position['hands']; label: string }[] = [
  { value: 'left', label: 'Left hand' },
  { value: 'right', label: 'Right hand' },
  { value: 'both', label: 'Either hand' },
];
const HEATS: { value: Position['heat']; label: string }[] = [
  { value: 'cool', label: 'Cool' },
  { value: 'room', label: 'As the room' },
  { value: 'warm', label: 'Warm: near skin, in sun' },
  { value: 'hot', label: 'Hot: closed car, black box' },
];

interface PositionEditorProps {
  position: Position | null;
  version: number | null;
  isShipped: boolean;
  close: () => void;
}

/** A place in which a kit is carried, as it was measured. Shipped ones can be copied. */
export function PositionEditor({ position: kept, version, isShipped, close }: PositionEditorProps) {
  const { form, panel } = useOwnRecord<Position>({
    schema: PositionSchema,
    kept,
    blank: BLANK,
    version,
    known: useCatalog((state) => state.positions),
    put: (data) => api.put('/api/positions/:id', { params: { id: data.id }, body: { version, data } }),
    remove: (id, stored) => api.delete('/api/positions/:id', { params: { id }, query: { version: stored } }),
    close,
    noun: 'place',
  });
  return (
    <RecordPanel {...panel}>
      {isShipped && <p className="small muted">This one is shipped and stays as it is. Give your copy a name of its own.</p>}
      <TextInput label="Name" maxLength={60} {...form.getInputProps('name')} />
      <PlaceMeasures form={form} />
      <div className={parts.fieldGrid}>
        <Select label="Reached by" data={HANDS} allowDeselect={false} {...form.getInputProps('hands')} />
        <Select label="Heat" data={HEATS} allowDeselect={false} {...form.getInputProps('heat')} />
      </div>
      <Checkbox label="On the body" {...form.getInputProps('onBody', { type: 'checkbox' })} />
      <Checkbox label="Comfortable and reached while seated" {...form.getInputProps('seated', { type: 'checkbox' })} />
      {form.values.onBody && (
        <Select label="On the figure" clearable placeholder="not drawn" data={SPOTS} {...form.getInputProps('spot')} />
      )}
      <MultiSelect
        label="Is there with any one of these"
        placeholder={form.values.bearers.length === 0 ? 'whatever is worn' : undefined}
        data={BEARERS.map((one) => ({ value: one as string, label: BEARER_NAMES[one] }))}
        {...form.getInputProps('bearers')}
        onChange={(bearers) =>
          form.setFieldValue(
            'bearers',
            BEARERS.filter((one) => bearers.includes(one)),
          )
        }
      />
      <Checkbox label="Others see it" {...form.getInputProps('isSeen', { type: 'checkbox' })} />
    </RecordPanel>
  );
}

function PlaceMeasures({ form }: { form: UseFormReturnType<Position> }) {
  return (
    <>
      <div className={parts.fieldRow}>
        <MeasureInput label="Width" {...field(form, 'wMm')} />
        <MeasureInput label="Height" {...field(form, 'hMm')} />
        <MeasureInput label="Thickness" {...field(form, 'tMm')} />
      </div>
      <div className={parts.fieldRow}>
        <DecimalInput label="Comfortable mass" unit="g" min={1} max={50_000} {...field(form, 'massG')} />
        <DecimalInput
          label="May stick out"
          unit="mm"
          max={200}
          value={form.values.stickOutMm ?? 0}
          onChange={(stickOutMm) => form.setFieldValue('stickOutMm', stickOutMm ?? undefined)}
        />
        <MeasureInput label="To the hand in" unit="s" max={600} min={0} {...field(form, 'drawS')} />
      </div>
    </>
  );
}
