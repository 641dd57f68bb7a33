import { type Compartment, type Container, ContainerSchema, LIES } from '@ivrak/core/model';
import { Button, Checkbox, Select, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import { useRef } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { ContainerDrawing } from '../drawing/ContainerDrawing.tsx';
import { field } from '../ui/field.ts';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import parts from '../ui/parts.module.css';
import { RecordPanel } from '../ui/RecordPanel.tsx';
import panelCss from '../ui/recordPanel.module.css';
import { OutsidePoints } from './OutsidePoints.tsx';
import { keepOutline, type Outline } from './outlines.ts';
import { PhotoOutline } from './PhotoOutline.tsx';
import { RoomFields } from './RoomFields.tsx';
import { useOwnRecord } from './useOwnRecord.ts';

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
  { value: 'none', label: 'Nothing to open' },
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
  const outline = useRef<Outline | null>(null);
  const { form, panel } = useOwnRecord<Container>({
    schema: ContainerSchema,
    kept,
    blank: BLANK,
    version,
    known: useCatalog((state) => state.containers),
    put: async (data) => {
      await api.put('/api/containers/:id', { params: { id: data.id }, body: { version, data } });
      if (outline.current !== null) keepOutline(data.id, outline.current);
    },
    remove: (id, stored) => api.delete('/api/containers/:id', { params: { id }, query: { version: stored } }),
    close,
    noun: 'container',
  });
  const container = form.values;
  return (
    <RecordPanel {...panel}>
      <div className={panelCss.picture}>
        <ContainerDrawing container={container} size={120} />
      </div>
      {isShipped && <p className="small muted">This one is shipped and stays as it is. Give your copy a name of its own.</p>}
      <TextInput label="Name" maxLength={60} {...form.getInputProps('name')} />
      <div className={parts.fieldGrid}>
        <Select
          label="Make"
          data={MAKES}
          allowDeselect={false}
          {...form.getInputProps('make')}
          onChange={(make) =>
            form.setValues({
              make: MAKES.find(({ value }) => value === make)?.value ?? 'soft',
              ...(make === 'vacuumRoll' ? { rollWidthMm: container.rollWidthMm ?? 280 } : {}),
            })
          }
        />
        <Select label="Opening" data={OPENINGS} allowDeselect={false} {...form.getInputProps('opening')} />
        <Select
          label="Then"
          description="A second thing to open, such as a panel that is torn off its frame"
          data={OPENINGS}
          placeholder="nothing more"
          clearable
          value={container.thenOpening ?? null}
          onChange={(value) => form.setFieldValue('thenOpening', OPENINGS.find((one) => one.value === value && value !== 'none')?.value)}
        />
      </div>
      {container.make === 'vacuumRoll' && (
        <MeasureInput
          label="Width of the roll"
          min={40}
          value={container.rollWidthMm ?? 280}
          onChange={(rollWidthMm) => form.setFieldValue('rollWidthMm', rollWidthMm)}
        />
      )}
      <PhotoOutline
        take={(drawn, measures) => {
          outline.current = drawn;
          form.setFieldValue(
            'compartments',
            container.compartments.with(0, { ...(container.compartments[0] ?? room('main')), ...measures }),
          );
        }}
      />
      <Rooms form={form} />
      <div className={parts.fieldRow}>
        <MeasureInput label="Mass" unit="g" max={20_000} min={0} {...field(form, 'massG')} />
        <MeasureInput label="Walls together" max={60} min={0} {...field(form, 'wallMm')} />
      </div>
    </RecordPanel>
  );
}

const LIES_WORDS = {
  beside: 'beside each other',
  above: 'above each other',
  behind: 'behind each other',
  trays: 'as trays, the first on top',
};

function Rooms({ form }: { form: UseFormReturnType<Container> }) {
  const { compartments, facing, lies, outside } = form.values;
  const setRooms = (next: Compartment[]) => form.setFieldValue('compartments', next);
  return (
    <>
      {compartments.map((one, index) => (
        <RoomFields
          key={index}
          room={one}
          isOnly={compartments.length === 1}
          change={(to) => setRooms(compartments.with(index, { ...one, ...to }))}
          remove={() => form.setValues({ compartments: compartments.toSpliced(index, 1), facing: undefined })}
        />
      ))}
      <div className="row">
        <Button
          variant="default"
          size="compact-sm"
          disabled={compartments.length >= MOST_ROOMS}
          onClick={() => setRooms([...compartments, room(`pocket ${compartments.length + 1}`)])}
        >
          Add a compartment
        </Button>
        {compartments.length % 2 === 0 && (
          <Checkbox
            label={compartments.length === 2 ? 'Two panels that close on each other' : 'Panels that close on each other, two by two'}
            checked={facing === true}
            onChange={(event) => form.setFieldValue('facing', event.currentTarget.checked || undefined)}
          />
        )}
      </div>
      {compartments.length > 1 && facing !== true && (
        <Select
          label="The compartments lie"
          description="Behind each other, and of trays, the thicknesses add up; an upper tray is lifted to reach the next"
          data={LIES.map((value) => ({ value, label: LIES_WORDS[value] }))}
          value={lies ?? 'beside'}
          onChange={(value) =>
            form.setFieldValue(
              'lies',
              LIES.find((one) => one === value && one !== 'beside'),
            )
          }
        />
      )}
      <OutsidePoints points={outside ?? []} change={(next) => form.setFieldValue('outside', next.length === 0 ? undefined : next)} />
    </>
  );
}
