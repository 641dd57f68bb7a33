import { freeId } from '@ivrak/core/catalog';
import { BEARER_NAMES, BEARERS, BODY_SPOTS, type BodySpot, type Position, PositionSchema } from '@ivrak/core/model';
import { Button, Checkbox, CloseButton, MultiSelect, Select, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import css from '../kinds/kinds.module.css';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import parts from '../ui/parts.module.css';
import { useKeep } from '../ui/useKeep.ts';

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
};
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
  const known = useCatalog((state) => state.positions);
  const [position, setPosition] = useState(kept ?? BLANK);
  const [isChecked, setChecked] = useState(false);
  const { error, keepAndGo } = useKeep();
  const set = (change: Partial<Position>) => setPosition((before) => ({ ...before, ...change }));
  const isNew = version === null;
  const named = isNew ? { ...position, id: freeId(position.name, new Set(known.map(({ id }) => id))) } : position;
  const parsed = PositionSchema.safeParse(named);
  return (
    <aside className={clsx(parts.drawer, css.kindEditor)} aria-label={kept?.name ?? 'New place'}>
      <div className="panel-heading">
        <h2>{isNew ? (kept === null ? 'New place' : `Copy of ${kept.name}`) : kept?.name}</h2>
        <CloseButton aria-label="Close" onClick={close} />
      </div>
      {isShipped && <p className="small muted">This one is shipped and stays as it is. Give your copy a name of its own.</p>}
      <TextInput
        label="Name"
        value={position.name}
        maxLength={60}
        error={isChecked && position.name.trim() === '' ? 'Give it a name.' : undefined}
        onChange={(event) => set({ name: event.currentTarget.value })}
      />
      <div className={parts.fieldRow}>
        <MeasureInput label="Width" value={position.wMm} onChange={(wMm) => set({ wMm })} />
        <MeasureInput label="Height" value={position.hMm} onChange={(hMm) => set({ hMm })} />
        <MeasureInput label="Thickness" value={position.tMm} onChange={(tMm) => set({ tMm })} />
      </div>
      <div className={parts.fieldRow}>
        <DecimalInput label="Comfortable mass" unit="g" min={1} max={50_000} value={position.massG} onChange={(massG) => set({ massG })} />
        <DecimalInput
          label="May stick out"
          unit="mm"
          max={200}
          value={position.stickOutMm ?? 0}
          onChange={(stickOutMm) => set({ stickOutMm: stickOutMm ?? undefined })}
        />
        <MeasureInput label="To the hand in" unit="s" max={600} value={position.drawS} min={0} onChange={(drawS) => set({ drawS })} />
      </div>
      <div className={parts.fieldGrid}>
        <Select
          label="Reached by"
          data={HANDS}
          value={position.hands}
          onChange={(hands) => set({ hands: HANDS.find(({ value }) => value === hands)?.value ?? 'both' })}
        />
        <Select
          label="Heat"
          data={HEATS}
          value={position.heat}
          onChange={(heat) => set({ heat: HEATS.find(({ value }) => value === heat)?.value ?? 'room' })}
        />
      </div>
      <Checkbox label="On the body" checked={position.onBody} onChange={(event) => set({ onBody: event.currentTarget.checked })} />
      <Checkbox
        label="Comfortable and reached while seated"
        checked={position.seated}
        onChange={(event) => set({ seated: event.currentTarget.checked })}
      />
      {position.onBody && (
        <Select
          label="On the figure"
          clearable
          placeholder="not drawn"
          data={BODY_SPOTS.map((spot) => ({ value: spot as string, label: SPOT_NAMES[spot] }))}
          value={position.spot}
          onChange={(spot) => set({ spot: BODY_SPOTS.find((one) => one === spot) ?? null })}
        />
      )}
      <MultiSelect
        label="Is there with any one of these"
        placeholder={position.bearers.length === 0 ? 'whatever is worn' : undefined}
        data={BEARERS.map((one) => ({ value: one as string, label: BEARER_NAMES[one] }))}
        value={position.bearers}
        onChange={(bearers) => set({ bearers: BEARERS.filter((one) => bearers.includes(one)) })}
      />
      <Checkbox label="Others see it" checked={position.isSeen} onChange={(event) => set({ isSeen: event.currentTarget.checked })} />
      {error !== null && <p className="refusal">{error}</p>}
      <div className="row">
        <Button
          onClick={() => {
            setChecked(true);
            if (parsed.success)
              void keepAndGo(
                () => api.put('/api/positions/:id', { params: { id: parsed.data.id }, body: { version, data: parsed.data } }),
                close,
              );
          }}
        >
          {isNew ? 'Add' : 'Save'}
        </Button>
        {!isNew && (
          <Button
            variant="default"
            onClick={() =>
              void keepAndGo(() => api.delete('/api/positions/:id', { params: { id: position.id }, query: { version } }), close)
            }
          >
            Delete
          </Button>
        )}
      </div>
    </aside>
  );
}
