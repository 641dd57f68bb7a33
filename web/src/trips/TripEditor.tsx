import { type KitId, type Person, type PersonId, type Trip, type TripPart, TripSchema } from '@ivrak/core/model';
import { ActionIcon, Button, MultiSelect, Select, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { api } from '../data/client.ts';
import { DateField } from '../ui/DateField.tsx';
import { field } from '../ui/field.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { useRecordForm } from '../ui/useRecordForm.ts';
import type { TickedKit } from './PartOfTrip.tsx';
import { saveTrip } from './queries.ts';
import css from './trips.module.css';

interface TripEditorProps {
  trip: Trip;
  /** Null: it is not saved yet. */
  version: number | null;
  kits: readonly TickedKit[];
  people: readonly Person[];
  /** The trip that is shown then; null: whichever there is. */
  done: (id: string | null) => void;
}

/** Names the vehicles or boats of a trip, who is in each and which kits it takes. A kit and a person are in one of them only. */
export function TripEditor({ trip, version, kits, people, done }: TripEditorProps) {
  const { error, keep } = useKeep();
  const { form, submit, problemsBeside } = useRecordForm<Trip>({ schema: TripSchema, initial: trip, taken: null });
  const { parts } = form.values;
  const setParts = (next: TripPart[]) => form.setFieldValue('parts', next);
  const setPart = (index: number, next: Partial<TripPart>) =>
    setParts(parts.map((part, at) => (at === index ? { ...part, ...next } : part)));
  const save = (data: Trip) =>
    void keep(
      () => saveTrip(data, version),
      () => done(data.id),
    );
  const remove = () =>
    version !== null &&
    void keep(
      () => api.delete('/api/trips/:id', { params: { id: trip.id }, query: { version } }),
      () => done(null),
    );
  const problems = error === null ? problemsBeside(['name', 'note']) : [error];
  return (
    <form className={`${css.edit} stack no-print`} onSubmit={submit(save)} noValidate aria-label="The trip">
      <div className="row">
        <TextInput className="grow" label="Name" maxLength={60} data-autofocus {...form.getInputProps('name')} />
        <DateField label="Day" {...field(form, 'on')} />
      </div>
      <TextInput label="How help is called and met" placeholder="channel, number, place" maxLength={300} {...form.getInputProps('note')} />
      {parts.map((part, index) => (
        <PartFields
          key={index}
          part={part}
          parts={parts}
          kits={kits}
          people={people}
          set={(next) => setPart(index, next)}
          takeOut={parts.length > 1 ? () => setParts(parts.toSpliced(index, 1)) : null}
        />
      ))}
      <Refusal text={problems.length === 0 ? null : problems.join(' · ')} />
      <div className="row">
        <Button type="submit">Save the trip</Button>
        {parts.length < 12 && (
          <Button variant="default" onClick={() => setParts([...parts, emptyPart(parts.length + 1)])}>
            One more vehicle or boat
          </Button>
        )}
        {version !== null && (
          <Button variant="default" onClick={remove}>
            Delete the trip
          </Button>
        )}
      </div>
    </form>
  );
}

const emptyPart = (number: number): TripPart => ({ name: `Vehicle ${number}`, personIds: [], kitIds: [], fetcherId: null });

interface PartFieldsProps extends Pick<TripEditorProps, 'kits' | 'people'> {
  part: TripPart;
  parts: readonly TripPart[];
  set: (next: Partial<TripPart>) => void;
  takeOut: (() => void) | null;
}

function PartFields({ part, parts, kits, people, set, takeOut }: PartFieldsProps) {
  const others = parts.filter((other) => other !== part);
  const [goneKits, gonePeople] = [others.flatMap(({ kitIds }) => kitIds), others.flatMap(({ personIds }) => personIds)];
  return (
    <div className={css.editPart}>
      <TextInput label="Vehicle or boat" maxLength={60} value={part.name} onChange={(event) => set({ name: event.currentTarget.value })} />
      <MultiSelect
        label="Who is in it"
        data={people.filter(({ id }) => !gonePeople.includes(id)).map(({ id, name }) => ({ value: id as string, label: name }))}
        value={part.personIds}
        onChange={(ids) => {
          const personIds = ids as PersonId[]; // ids of the list
          set({ personIds, fetcherId: part.fetcherId !== null && personIds.includes(part.fetcherId) ? part.fetcherId : null });
        }}
      />
      <MultiSelect
        label="Kits"
        data={kits.filter(({ id }) => !goneKits.includes(id)).map(({ id, name }) => ({ value: id as string, label: name }))}
        value={part.kitIds}
        onChange={(ids) => set({ kitIds: ids as KitId[] })} // ids of the list
      />
      <Select
        label="Who fetches"
        clearable
        placeholder="nobody"
        data={people.filter(({ id }) => part.personIds.includes(id)).map(({ id, name }) => ({ value: id as string, label: name }))}
        value={part.fetcherId}
        onChange={(id) => set({ fetcherId: id as PersonId | null })} // an id of the list
      />
      {takeOut !== null && (
        <ActionIcon variant="subtle" size={36} aria-label={`Take ${part.name} off the trip`} onClick={takeOut}>
          <IconTrash size={18} />
        </ActionIcon>
      )}
    </div>
  );
}
