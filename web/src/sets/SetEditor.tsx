import { type KitSet, MOST_IN_SET } from '@ivrak/core/model';
import { CloseButton, Select, TextInput } from '@mantine/core';
import { OwnThings } from '../carry/OwnThings.tsx';
import { api } from '../data/client.ts';
import { type MusteredKit, type StoredSet, usePeople } from '../data/queries.ts';
import { RecordPanel } from '../ui/RecordPanel.tsx';
import { useKeep } from '../ui/useKeep.ts';
import type { useRecordForm } from '../ui/useRecordForm.ts';
import css from './sets.module.css';

interface SetEditorProps {
  /** Null: it is not saved yet. */
  stored: StoredSet | null;
  record: ReturnType<typeof useRecordForm<KitSet>>;
  kits: readonly MusteredKit[];
  go: (to: string) => void;
}

/** Which kits are carried as one, whose they are, and what their bearer has beside them. */
export function SetEditor({ stored, record, kits, go }: SetEditorProps) {
  const { error, keepAndGo } = useKeep();
  const people = usePeople().data?.people ?? [];
  const { form, submit, problemsBeside } = record;
  const { kitIds, own } = form.values;
  const save = (data: KitSet) => {
    // What a kit that has left was asked goes with it.
    const alone = Object.fromEntries(
      Object.entries(data.alone).filter(([kitId, needs]) => needs.length > 0 && (data.kitIds as string[]).includes(kitId)),
    );
    void keepAndGo(
      () => api.put('/api/sets/:id', { params: { id: data.id }, body: { version: stored?.version ?? null, data: { ...data, alone } } }),
      () => go(`/sets/${data.id}`),
    );
  };
  const free = kits.filter(({ id, inSet }) => !kitIds.includes(id) && (inSet === null || inSet.id === stored?.id));
  return (
    <RecordPanel
      title={stored === null ? 'New set' : 'The set'}
      close={() => go('/')}
      onSubmit={submit(save)}
      save={stored === null ? 'Carry as one' : 'Save'}
      remove={
        stored === null
          ? null
          : {
              label: 'Take the set apart',
              act: () =>
                void keepAndGo(
                  () => api.delete('/api/sets/:id', { params: { id: stored.id }, query: { version: stored.version } }),
                  () => go('/'),
                ),
            }
      }
      problems={error === null ? problemsBeside(['name']) : [error]}
    >
      <TextInput label="Name" maxLength={60} {...form.getInputProps('name')} />
      <Select
        label="Whose"
        clearable
        placeholder="anybody’s"
        data={people.map(({ id, name }) => ({ value: id as string, label: name }))}
        value={form.values.personId}
        onChange={(personId) => form.setFieldValue('personId', personId as KitSet['personId'])} // an id of the list
      />
      <h3>Kits</h3>
      <ul className={css.members}>
        {kitIds.map((id) => {
          const kit = kits.find((one) => one.id === id);
          return (
            <li key={id} className="row">
              <span className="grow">
                <b>{kit?.name ?? id}</b> <span className="small muted">{kit?.position.name}</span>
              </span>
              <CloseButton
                aria-label={`Let ${kit?.name ?? id} be by itself`}
                onClick={() =>
                  form.setFieldValue(
                    'kitIds',
                    kitIds.filter((other) => other !== id),
                  )
                }
              />
            </li>
          );
        })}
      </ul>
      {free.length > 0 && kitIds.length < MOST_IN_SET && (
        <Select
          aria-label="Add a kit"
          placeholder="Add a kit"
          data={free.map(({ id, name }) => ({ value: id as string, label: name }))}
          value={null}
          onChange={(id) => id !== null && form.setFieldValue('kitIds', [...kitIds, id as KitSet['kitIds'][number]])} // an id of the list
        />
      )}
      <OwnThings own={own} change={(next) => form.setFieldValue('own', next)} />
      <p className="small muted">What is on you counts for all of the kits. Kits that leave the set keep its brief.</p>
    </RecordPanel>
  );
}
