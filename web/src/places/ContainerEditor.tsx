import { freeId } from '@ivrak/core/catalog';
import { type Compartment, type Container, ContainerSchema } from '@ivrak/core/model';
import { Button, Checkbox, CloseButton, Select, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import benchCss from '../bench/bench.module.css';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { ContainerDrawing } from '../drawing/ContainerDrawing.tsx';
import kindsCss from '../kinds/kinds.module.css';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import parts from '../ui/parts.module.css';
import { useKeep } from '../ui/useKeep.ts';
import css from './places.module.css';

const MAKES: { value: Container['make']; label: string }[] = [
  { value: 'soft', label: 'Soft' },
  { value: 'rigid', label: 'Rigid' },
  { value: 'flatBag', label: 'Flat bag' },
  { value: 'vacuumRoll', label: 'Vacuum roll' },
  { value: 'bundle', label: 'Band' },
];
const OPENINGS: { value: Container['opening']; label: string }[] = [
  { value: 'hookAndLoop', label: 'Hook and loop' },
  { value: 'zip', label: 'Zip' },
  { value: 'clamshell', label: 'Clamshell' },
  { value: 'tearAway', label: 'Tear-away' },
  { value: 'zipBag', label: 'Press seal' },
  { value: 'rollTop', label: 'Roll top' },
  { value: 'latchedCase', label: 'Latches' },
  { value: 'rubberBand', label: 'Rubber band' },
  { value: 'slit', label: 'Tear slit' },
];

const room = (id: string): Compartment => ({ id, wMm: 150, hMm: 120, dMm: 30, access: 'front' });
const BLANK: Container = { id: '', name: '', make: 'soft', compartments: [room('main')], massG: 40, wallMm: 2, opening: 'zip' };
const MOST_ROOMS = 8;

interface ContainerEditorProps {
  container: Container | null;
  version: number | null;
  isShipped: boolean;
  close: () => void;
}

/** A container as it was measured: its compartments with their slots, its walls, its mass. Shipped ones can be copied. */
export function ContainerEditor({ container: kept, version, isShipped, close }: ContainerEditorProps) {
  const known = useCatalog((state) => state.containers);
  const [container, setContainer] = useState(kept ?? BLANK);
  const [isChecked, setChecked] = useState(false);
  const { error, keepAndGo } = useKeep();
  const set = (change: Partial<Container>) => setContainer((before) => ({ ...before, ...change }));
  const isNew = version === null;
  const named = isNew ? { ...container, id: freeId(container.name, new Set(known.map(({ id }) => id))) } : container;
  const parsed = ContainerSchema.safeParse(named);
  const change = (index: number, to: Partial<Compartment>) =>
    set({ compartments: container.compartments.map((one, at) => (at === index ? { ...one, ...to } : one)) });
  return (
    <aside className={clsx(parts.drawer, kindsCss.kindEditor)} aria-label={kept?.name ?? 'New container'}>
      <div className="panel-heading">
        <h2>{isNew ? (kept === null ? 'New container' : `Copy of ${kept.name}`) : kept?.name}</h2>
        <CloseButton aria-label="Close" onClick={close} />
      </div>
      <div className={benchCss.unitPicture}>
        <ContainerDrawing container={container} size={120} />
      </div>
      {isShipped && <p className="small muted">This one is shipped and stays as it is. Give your copy a name of its own.</p>}
      <TextInput
        label="Name"
        value={container.name}
        maxLength={60}
        error={isChecked && container.name.trim() === '' ? 'Give it a name.' : undefined}
        onChange={(event) => set({ name: event.currentTarget.value })}
      />
      <div className={parts.fieldGrid}>
        <Select
          label="Make"
          data={MAKES}
          value={container.make}
          onChange={(make) =>
            set({
              make: MAKES.find(({ value }) => value === make)?.value ?? 'soft',
              ...(make === 'vacuumRoll' ? { rollWidthMm: container.rollWidthMm ?? 280 } : {}),
            })
          }
        />
        <Select
          label="Opening"
          data={OPENINGS}
          value={container.opening}
          onChange={(opening) => set({ opening: OPENINGS.find(({ value }) => value === opening)?.value ?? 'zip' })}
        />
      </div>
      {container.make === 'vacuumRoll' && (
        <MeasureInput
          label="Width of the roll"
          min={40}
          value={container.rollWidthMm ?? 280}
          onChange={(rollWidthMm) => set({ rollWidthMm })}
        />
      )}
      {container.compartments.map((one, index) => (
        <RoomFields
          key={index}
          room={one}
          isOnly={container.compartments.length === 1}
          change={(to) => change(index, to)}
          remove={() => set({ compartments: container.compartments.filter((_, at) => at !== index), facing: undefined })}
        />
      ))}
      <div className="row">
        <Button
          variant="default"
          size="compact-sm"
          disabled={container.compartments.length >= MOST_ROOMS}
          onClick={() => set({ compartments: [...container.compartments, room(`pocket ${container.compartments.length + 1}`)] })}
        >
          Add a compartment
        </Button>
        {container.compartments.length === 2 && (
          <Checkbox
            label="Two panels that close on each other"
            checked={container.facing === true}
            onChange={(event) => set({ facing: event.currentTarget.checked || undefined })}
          />
        )}
      </div>
      <div className={parts.fieldRow}>
        <MeasureInput label="Mass" unit="g" max={20_000} value={container.massG} min={0} onChange={(massG) => set({ massG })} />
        <MeasureInput label="Walls together" max={60} value={container.wallMm} min={0} onChange={(wallMm) => set({ wallMm })} />
      </div>
      {isChecked && !parsed.success && <p className="refusal">{issueLine(parsed.error.issues[0])}</p>}
      {error !== null && <p className="refusal">{error}</p>}
      <div className="row">
        <Button
          onClick={() => {
            setChecked(true);
            if (parsed.success)
              void keepAndGo(
                () => api.put('/api/containers/:id', { params: { id: parsed.data.id }, body: { version, data: parsed.data } }),
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
              void keepAndGo(() => api.delete('/api/containers/:id', { params: { id: container.id }, query: { version } }), close)
            }
          >
            Delete
          </Button>
        )}
      </div>
    </aside>
  );
}

const issueLine = (issue: { path: PropertyKey[]; message: string } | undefined): string =>
  issue === undefined ? '' : `${issue.path.map(String).join(' ')}: ${issue.message}`;

interface RoomFieldsProps {
  room: Compartment;
  isOnly: boolean;
  change: (to: Partial<Compartment>) => void;
  remove: () => void;
}

function RoomFields({ room: one, isOnly, change, remove }: RoomFieldsProps) {
  const slot = one.slots?.[0];
  const count = one.slots?.length ?? 0;
  const slots = (howMany: number, size: Partial<NonNullable<typeof slot>>) =>
    change({
      slots:
        howMany === 0
          ? undefined
          : Array.from({ length: howMany }, (_, index) => ({
              wMm: 60,
              hMm: 110,
              dMm: 30,
              stretchMm: 10,
              stickOutMm: 30,
              ...slot,
              ...size,
              id: `slot ${index + 1}`,
            })),
    });
  return (
    <fieldset className={css.roomFields}>
      <legend>{isOnly ? 'Inside, stuffed' : `Compartment: ${one.id}`}</legend>
      {!isOnly && (
        <div className={parts.fieldRow}>
          <TextInput label="Called" value={one.id} maxLength={30} onChange={(event) => change({ id: event.currentTarget.value })} />
          <Button variant="default" size="compact-sm" onClick={remove} className={css.roomRemove}>
            Remove
          </Button>
        </div>
      )}
      <div className={parts.fieldRow}>
        <MeasureInput label="Width" value={one.wMm} onChange={(wMm) => change({ wMm })} />
        <MeasureInput label="Height" value={one.hMm} onChange={(hMm) => change({ hMm })} />
        <MeasureInput label="Depth" value={one.dMm} onChange={(dMm) => change({ dMm })} />
      </div>
      <div className={parts.fieldRow}>
        <DecimalInput
          label="May bulge to"
          unit="mm"
          min={1}
          max={2000}
          value={one.maxDMm ?? null}
          onChange={(maxDMm) => change({ maxDMm: maxDMm ?? undefined })}
        />
        <Select
          label="Opens"
          data={[
            { value: 'front', label: 'in front' },
            { value: 'top', label: 'at the top' },
          ]}
          value={one.access}
          onChange={(access) => change({ access: access === 'top' ? 'top' : 'front' })}
        />
        <DecimalInput label="Elastic slots" decimals={0} max={40} value={count} onChange={(howMany) => slots(howMany ?? 0, {})} />
      </div>
      {slot !== undefined && (
        <>
          <div className={parts.fieldRow}>
            <MeasureInput label="Slot width" value={slot.wMm} onChange={(wMm) => slots(count, { wMm })} />
            <MeasureInput label="Slot height" value={slot.hMm} onChange={(hMm) => slots(count, { hMm })} />
            <MeasureInput label="Slot depth" value={slot.dMm} onChange={(dMm) => slots(count, { dMm })} />
          </div>
          <div className={parts.fieldRow}>
            <DecimalInput
              label="Stretches by"
              unit="mm"
              max={500}
              value={slot.stretchMm ?? 0}
              onChange={(stretchMm) => slots(count, { stretchMm: stretchMm ?? 0 })}
            />
            <DecimalInput
              label="May stick out"
              unit="mm"
              max={500}
              value={slot.stickOutMm ?? 0}
              onChange={(stickOutMm) => slots(count, { stickOutMm: stickOutMm ?? 0 })}
            />
          </div>
        </>
      )}
    </fieldset>
  );
}
