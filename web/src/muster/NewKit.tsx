import { TEMPLATES } from '@ivrak/core/catalog';
import { defaultBrief, type KitDraft, LAYER_NAMES, LAYERS, type Layer, nothingMadeReady } from '@ivrak/core/model';
import { Button, Modal, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { usePeople, useRefresh } from '../data/queries.ts';
import { START_PLACES } from './startPlaces.ts';

/** Asks only what a kit cannot be without; the rest follows in the Brief. */
export function NewKit({ opened, close }: { opened: boolean; close: () => void }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const containers = useCatalog((state) => state.containers);
  const positions = useCatalog((state) => state.positions);
  const people = usePeople().data?.people ?? [];
  const [name, setName] = useState('');
  const [layer, setLayer] = useState<Layer>('pocket');
  const [place, setPlace] = useState(START_PLACES.pocket);
  const [personId, setPersonId] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [templateId, setTemplateId] = useState<string | null>(null);
  const template = TEMPLATES.find(({ id }) => id === templateId);
  const choose = (next: Layer) => {
    setLayer(next);
    setPlace(START_PLACES[next]);
  };
  const make = async () => {
    if (name.trim() === '') {
      setError('Give the kit a name, so that a stranger can fetch it.');
      return;
    }
    const staysPut = layer === 'afloat' || layer === 'base';
    const draft: KitDraft = {
      name: name.trim(),
      layer,
      personId: personId as KitDraft['personId'], // one of the crew's ids, from the list
      ...place,
      schoolId: template?.schoolId ?? 'one-piece-at-a-time',
      brief: template?.brief ?? { ...defaultBrief(), staysPut },
      units: [],
      setAside: [],
      ...nothingMadeReady(),
    };
    try {
      const kit = await api.post('/api/kits', { body: draft });
      await refresh();
      close();
      await navigate(`/kits/${kit.id}/brief`);
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return (
    <Modal opened={opened} onClose={close} title="New kit" size="md">
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <TextInput
          label="Name"
          description="What it is called when somebody must fetch it"
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
          error={error}
          data-autofocus
        />
        <Select
          label="Situation"
          description={template?.about ?? 'Fills the brief; every answer can be changed'}
          clearable
          placeholder="none: answer the questions"
          data={TEMPLATES.map(({ id, name: label }) => ({ value: id, label }))}
          value={templateId}
          onChange={(id) => {
            setTemplateId(id);
            const chosen = TEMPLATES.find((candidate) => candidate.id === id);
            if (chosen !== undefined) choose(chosen.layer);
          }}
        />
        <Select
          label="Layer"
          data={LAYERS.map((value) => ({ value, label: LAYER_NAMES[value].name }))}
          value={layer}
          onChange={(value) => choose((value ?? 'pocket') as Layer)}
        />
        <Select
          label="Container"
          data={containers.map(({ id, name: label }) => ({ value: id, label }))}
          value={place.containerId}
          onChange={(containerId) => setPlace({ ...place, containerId: containerId ?? place.containerId })}
        />
        <Select
          label="Carry position"
          data={positions.map(({ id, name: label }) => ({ value: id, label }))}
          value={place.positionId}
          onChange={(positionId) => setPlace({ ...place, positionId: positionId ?? place.positionId })}
        />
        <Select
          label="Carrier"
          clearable
          placeholder="nobody in particular"
          data={people.map(({ id, name: label }) => ({ value: id, label }))}
          value={personId}
          onChange={setPersonId}
        />
        <Button type="submit">Make the kit</Button>
      </form>
    </Modal>
  );
}
