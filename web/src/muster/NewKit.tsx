import type { ContentList } from '@ivrak/core/buying';
import { TEMPLATES } from '@ivrak/core/catalog';
import { defaultBrief, type KitDraft, LAYER_NAMES, LAYERS, type Layer, nothingMadeReady } from '@ivrak/core/model';
import { Button, Modal, Radio, Select, TextInput } from '@mantine/core';
import { type UseFormReturnType, useForm } from '@mantine/form';
import { useNavigate } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { usePeople, useRefresh } from '../data/queries.ts';
import { START_PLACES } from './startPlaces.ts';

const START = {
  name: '',
  templateId: null as string | null,
  layer: 'pocket' as Layer,
  ...START_PLACES.pocket,
  personId: null as KitDraft['personId'],
  as: 'planned' as 'planned' | 'bought',
};

const templateOf = (id: string | null) => TEMPLATES.find((template) => template.id === id);

/** What is said of the kit itself; what lies in it follows. */
function headOf({ name, templateId, layer, as: _, ...place }: typeof START) {
  const template = templateOf(templateId);
  const staysPut = layer === 'afloat' || layer === 'base';
  return {
    name: name.trim(),
    layer,
    ...place,
    schoolId: template?.schoolId ?? 'one-piece-at-a-time',
    brief: template?.brief ?? { ...defaultBrief(), staysPut },
  };
}

const choices = (all: readonly { id: string; name: string }[]) => all.map(({ id, name }) => ({ value: id, label: name }));

interface FieldsProps {
  form: UseFormReturnType<typeof START>;
  choose: (layer: Layer) => void;
}

/** What it is for, and in what and where it is carried. */
function Fields({ form, choose }: FieldsProps) {
  const { containers, positions } = useCatalog();
  const people = usePeople().data?.people ?? [];
  return (
    <>
      <Select
        label="Situation"
        description={templateOf(form.values.templateId)?.about ?? 'Fills the brief; every answer can be changed'}
        clearable
        placeholder="none: answer the questions"
        data={choices(TEMPLATES)}
        {...form.getInputProps('templateId')}
        onChange={(id) => {
          form.setFieldValue('templateId', id);
          const chosen = templateOf(id);
          if (chosen !== undefined) choose(chosen.layer);
        }}
      />
      <Select
        label="Layer"
        data={LAYERS.map((value) => ({ value: value as string, label: LAYER_NAMES[value].name }))}
        allowDeselect={false}
        {...form.getInputProps('layer')}
        onChange={(layer) => choose(LAYERS.find((one) => one === layer) ?? 'pocket')}
      />
      <Select label="Container" data={choices(containers)} allowDeselect={false} {...form.getInputProps('containerId')} />
      <Select label="Carry position" data={choices(positions)} allowDeselect={false} {...form.getInputProps('positionId')} />
      <Select label="Carrier" clearable placeholder="nobody in particular" data={choices(people)} {...form.getInputProps('personId')} />
    </>
  );
}

interface NewKitProps {
  opened: boolean;
  close: () => void;
  /** What is to lie in it; absent: nothing yet. */
  list?: ContentList;
}

/** Asks only what a kit cannot be without; the rest follows in the Brief. */
export function NewKit({ opened, close, list }: NewKitProps) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const form = useForm({
    initialValues: { ...START, name: list?.name ?? '', containerId: list?.containerId ?? START.containerId },
    validate: { name: (name) => (name.trim() === '' ? 'Give the kit a name, so that a stranger can fetch it.' : null) },
  });
  const choose = (layer: Layer) =>
    form.setValues({ layer, ...START_PLACES[layer], ...(list?.containerId == null ? {} : { containerId: list.containerId }) });
  const add = async (values: typeof START, isProposed = false) => {
    try {
      const head = headOf(values);
      const kit =
        list === undefined
          ? await api.post('/api/kits', { body: { ...head, units: [], setAside: [], ...nothingMadeReady() } })
          : await api.post('/api/lists/:id/kit', { params: { id: list.id }, body: { kit: head, as: values.as } });
      await refresh();
      close();
      await navigate(`/kits/${kit.id}/${isProposed ? 'propose' : list === undefined ? 'brief' : 'bench'}`);
    } catch (failure) {
      form.setFieldError('name', messageOf(failure));
    }
  };
  return (
    <Modal opened={opened} onClose={close} title={list === undefined ? 'New kit' : `A kit of “${list.name}”`} size="md">
      <form className="stack" onSubmit={form.onSubmit((values) => void add(values))} noValidate>
        <TextInput
          label="Name"
          description="What it is called when somebody must fetch it"
          data-autofocus
          {...form.getInputProps('name')}
        />
        <Fields form={form} choose={choose} />
        {list !== undefined && (
          <Radio.Group label="Its things are" {...form.getInputProps('as')}>
            <Radio value="planned" label="planned: still to be bought" />
            <Radio value="bought" label="bought: taken in now, with seller and price" />
          </Radio.Group>
        )}
        <div className="row">
          <Button type="submit">Make the kit</Button>
          {list === undefined && (
            <Button variant="default" onClick={() => form.onSubmit((values) => void add(values, true))()}>
              Make it, and propose what to put in
            </Button>
          )}
        </div>
      </form>
    </Modal>
  );
}
