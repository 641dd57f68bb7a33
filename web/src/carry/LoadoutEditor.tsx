import { type CarriedKit, KitIdSchema, type Loadout } from '@ivrak/core';
import { Button, CloseButton, SegmentedControl, Select, Switch, TextInput } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { api } from '../api/client.ts';
import { type MusteredKit, usePeople } from '../api/queries.ts';
import { DecimalInput } from '../shell/DecimalInput.tsx';
import { Refusal } from '../shell/Refusal.tsx';
import { useKeep } from '../shell/useKeep.ts';
import type { StoredLoadout } from './loadouts.ts';

interface LoadoutEditorProps {
  stored: StoredLoadout;
  kits: readonly MusteredKit[];
  shared: readonly { kitId: string; loadouts: string[] }[];
  changed: () => Promise<unknown>;
  gone: () => void;
}

/** While somebody types on, nothing is sent. */
const KEEP_AFTER_MS = 350;

/** The kits of a loadout and how far off each is; every change is kept at once. */
export function LoadoutEditor({ stored, kits, shared, changed, gone }: LoadoutEditorProps) {
  const people = usePeople().data?.people ?? [];
  const [form, setForm] = useState<Loadout>(stored.data);
  const { error, keep } = useKeep();
  const version = useRef(stored.version);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const last = useRef<Promise<void>>(Promise.resolve());
  const unsent = useRef<Loadout | null>(null);
  /** One after the other: each write goes out on the version that the one before has made. */
  const flush = () => {
    clearTimeout(timer.current);
    const data = unsent.current;
    if (data === null) return;
    unsent.current = null;
    last.current = last.current.then(() =>
      keep(async () => {
        const kept = await api.put<StoredLoadout>(`/api/loadouts/${stored.id}`, { version: version.current, data });
        version.current = kept.version;
      }, changed),
    );
  };
  const leave = useRef(flush);
  leave.current = flush;
  useEffect(() => () => leave.current(), []);
  const send = (data: Loadout) => {
    setForm(data);
    unsent.current = data;
    clearTimeout(timer.current);
    timer.current = setTimeout(flush, KEEP_AFTER_MS);
  };
  const setKit = (kitId: string, change: Partial<CarriedKit>) =>
    send({ ...form, kits: form.kits.map((one) => (one.kitId === kitId ? { ...one, ...change } : one)) });
  const nameOf = (id: string) => kits.find((kit) => kit.id === id)?.name ?? id;
  const free = kits.filter(({ id }) => !form.kits.some(({ kitId }) => kitId === id));
  const commit = () => {
    if (form.name.trim() !== '' && (form.name !== stored.data.name || form.situation !== stored.data.situation)) send(form);
  };
  return (
    <aside className="carry-edit" aria-label="What is in it">
      <h2>What is in it</h2>
      <Refusal text={error} />
      <TextInput
        label="Name"
        maxLength={60}
        value={form.name}
        error={form.name.trim() === '' ? 'Give the loadout a name.' : undefined}
        onChange={(event) => setForm({ ...form, name: event.currentTarget.value })}
        onBlur={commit}
      />
      <TextInput
        label="Situation"
        maxLength={120}
        placeholder="on the water, cockpit"
        value={form.situation}
        onChange={(event) => setForm({ ...form, situation: event.currentTarget.value })}
        onBlur={commit}
      />
      <Select
        label="Whose"
        clearable
        placeholder="anybody’s"
        data={people.map(({ id, name }) => ({ value: id, label: name }))}
        value={form.personId}
        onChange={(personId) => send({ ...form, personId: personId as Loadout['personId'] })} // an id of the list
      />
      <ul className="carry-kits">
        {form.kits.map((one) => (
          <li key={one.kitId}>
            <div className="row">
              <b className="grow">{nameOf(one.kitId)}</b>
              <CloseButton
                aria-label={`Take ${nameOf(one.kitId)} out of the loadout`}
                onClick={() => send({ ...form, kits: form.kits.filter(({ kitId }) => kitId !== one.kitId) })}
              />
            </div>
            <DecimalInput
              label={`Distance of ${nameOf(one.kitId)}, m`}
              min={0}
              max={50_000}
              decimals={0}
              value={one.distanceM}
              onChange={(distanceM) => setKit(one.kitId, { distanceM: distanceM ?? 0 })}
            />
            {one.distanceM > 0 && (
              <>
                <SegmentedControl
                  size="xs"
                  aria-label={`Way to ${nameOf(one.kitId)}`}
                  data={[
                    { value: 'foot', label: 'on foot' },
                    { value: 'boat', label: 'by boat' },
                  ]}
                  value={one.by}
                  onChange={(by) => setKit(one.kitId, { by: by === 'boat' ? 'boat' : 'foot' })}
                />
                <Switch
                  label="somebody else brings it"
                  checked={one.isBrought}
                  onChange={(event) => setKit(one.kitId, { isBrought: event.currentTarget.checked })}
                />
              </>
            )}
            {shared.some(({ kitId }) => kitId === one.kitId) && (
              <p className="small state-gap">Somebody else has it in a loadout, too: a kit is in one place at a time.</p>
            )}
          </li>
        ))}
      </ul>
      {free.length > 0 && (
        <Select
          aria-label="Add a kit"
          placeholder="Add a kit"
          data={free.map(({ id, name }) => ({ value: id as string, label: name }))}
          value={null}
          onChange={(id) =>
            id !== null &&
            send({ ...form, kits: [...form.kits, { kitId: KitIdSchema.parse(id), distanceM: 0, by: 'foot', isBrought: false }] })
          }
        />
      )}
      <Button
        variant="default"
        onClick={() =>
          void keep(
            () => api.delete(`/api/loadouts/${stored.id}?version=${version.current}`),
            async () => {
              gone();
              await changed();
            },
          )
        }
      >
        Take this loadout away
      </Button>
      <p className="small muted">Its kits stay where they are. What it holds is counted with the stock of today.</p>
    </aside>
  );
}
