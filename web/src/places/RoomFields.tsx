import type { Compartment } from '@ivrak/core/model';
import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import parts from '../ui/parts.module.css';
import css from './places.module.css';

type Slot = NonNullable<Compartment['slots']>[number];

const SLOT: Omit<Slot, 'id'> = { wMm: 60, hMm: 110, dMm: 30, stretchMm: 10, stickOutMm: 30 };
const ACCESS = [
  { value: 'front', label: 'in front' },
  { value: 'top', label: 'at the top' },
];

interface RoomFieldsProps {
  room: Compartment;
  isOnly: boolean;
  change: (to: Partial<Compartment>) => void;
  remove: () => void;
}

/** Chosen where a change is for all slots. */
const ALL_SLOTS = 'all';

/** One compartment as it was measured, with its elastic slots, of one size or each of its own. */
export function RoomFields({ room, isOnly, change, remove }: RoomFieldsProps) {
  const own = room.slots ?? [];
  const [which, setWhich] = useState(ALL_SLOTS);
  const slot = own.find(({ id }) => id === which) ?? own[0];
  const count = own.length;
  const slots = (howMany: number) =>
    change({
      slots:
        howMany === 0
          ? undefined
          : Array.from({ length: howMany }, (_, index) => ({ ...SLOT, ...own[0], ...own[index], id: `slot ${index + 1}` })),
    });
  const resize = (size: Partial<Slot>) =>
    change({ slots: own.map((one) => (which === ALL_SLOTS || one.id === which ? { ...one, ...size } : one)) });
  return (
    <fieldset className={css.roomFields}>
      <legend>{isOnly ? 'Inside, stuffed' : `Compartment: ${room.id}`}</legend>
      {!isOnly && (
        <div className={parts.fieldRow}>
          <TextInput label="Called" value={room.id} maxLength={30} onChange={(event) => change({ id: event.currentTarget.value })} />
          <Button variant="default" size="compact-sm" onClick={remove} className={css.roomRemove}>
            Remove
          </Button>
        </div>
      )}
      <div className={parts.fieldRow}>
        <MeasureInput label="Width" value={room.wMm} onChange={(wMm) => change({ wMm })} />
        <MeasureInput label="Height" value={room.hMm} onChange={(hMm) => change({ hMm })} />
        <MeasureInput label="Depth" value={room.dMm} onChange={(dMm) => change({ dMm })} />
      </div>
      <div className={parts.fieldRow}>
        <DecimalInput
          label="May bulge to"
          unit="mm"
          min={1}
          max={2000}
          value={room.maxDMm ?? null}
          onChange={(maxDMm) => change({ maxDMm: maxDMm ?? undefined })}
        />
        <Select
          label="Opens"
          data={ACCESS}
          value={room.access}
          onChange={(access) => change({ access: access === 'top' ? 'top' : 'front' })}
        />
        <DecimalInput label="Elastic slots" decimals={0} max={40} value={count} onChange={(howMany) => slots(howMany ?? 0)} />
      </div>
      {slot !== undefined && (
        <>
          {count > 1 && (
            <Select
              label="Measures of"
              allowDeselect={false}
              data={[{ value: ALL_SLOTS, label: 'all slots alike' }, ...own.map(({ id }) => ({ value: id, label: id }))]}
              value={own.some(({ id }) => id === which) ? which : ALL_SLOTS}
              onChange={(value) => setWhich(value ?? ALL_SLOTS)}
            />
          )}
          <SlotFields slot={slot} change={resize} />
          <LooseFields room={room} change={change} />
        </>
      )}
    </fieldset>
  );
}

function SlotFields({ slot, change }: { slot: Slot; change: (size: Partial<Slot>) => void }) {
  return (
    <>
      <div className={parts.fieldRow}>
        <MeasureInput label="Slot width" value={slot.wMm} onChange={(wMm) => change({ wMm })} />
        <MeasureInput label="Slot height" value={slot.hMm} onChange={(hMm) => change({ hMm })} />
        <MeasureInput label="Slot depth" value={slot.dMm} onChange={(dMm) => change({ dMm })} />
      </div>
      <div className={parts.fieldRow}>
        <DecimalInput
          label="Stretches by"
          unit="mm"
          max={500}
          value={slot.stretchMm ?? 0}
          onChange={(stretchMm) => change({ stretchMm: stretchMm ?? 0 })}
        />
        <DecimalInput
          label="May stick out"
          unit="mm"
          max={500}
          value={slot.stickOutMm ?? 0}
          onChange={(stickOutMm) => change({ stickOutMm: stickOutMm ?? 0 })}
        />
      </div>
    </>
  );
}

/** What room there is for things that are in no slot. */
function LooseFields({ room, change }: Pick<RoomFieldsProps, 'room' | 'change'>) {
  const { loose } = room;
  const set = (part: Partial<NonNullable<Compartment['loose']>>) => loose !== undefined && change({ loose: { ...loose, ...part } });
  return (
    <>
      <Checkbox
        label="Loose room as well, with the slots full"
        checked={loose !== undefined}
        onChange={(event) =>
          change({ loose: event.currentTarget.checked ? { wMm: room.wMm, hMm: room.hMm, dMm: 30, isBefore: true } : undefined })
        }
      />
      {loose !== undefined && (
        <>
          <div className={parts.fieldRow}>
            <MeasureInput label="Loose width" value={loose.wMm} onChange={(wMm) => set({ wMm })} />
            <MeasureInput label="Loose height" value={loose.hMm} onChange={(hMm) => set({ hMm })} />
            <MeasureInput label="Loose depth" value={loose.dMm} onChange={(dMm) => set({ dMm })} />
          </div>
          <Checkbox
            label="It lies before the slots"
            checked={loose.isBefore}
            onChange={(event) => set({ isBefore: event.currentTarget.checked })}
          />
        </>
      )}
    </>
  );
}
