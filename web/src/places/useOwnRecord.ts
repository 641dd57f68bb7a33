import { useKeep } from '../ui/useKeep.ts';
import { type Schema, useRecordForm } from '../ui/useRecordForm.ts';

interface OwnRecord<T> {
  schema: Schema<T>;
  /** What is shown now, shipped or own; null: a new one. */
  kept: T | null;
  blank: T;
  /** Of what is stored; null where nothing is: a new one, or a copy of a shipped one. */
  version: number | null;
  known: readonly { id: string }[];
  put: (record: T) => Promise<unknown>;
  remove: (id: string, version: number) => Promise<unknown>;
  close: () => void;
  noun: string;
}

/** The form of a container or a place: new, a copy of a shipped one, or one's own. */
export function useOwnRecord<T extends { id: string; name: string }>(asked: OwnRecord<T>) {
  const { kept, version, close } = asked;
  const isNew = version === null;
  const { error, keepAndGo } = useKeep();
  const { form, submit, problemsBeside } = useRecordForm<T>({
    schema: asked.schema,
    initial: kept ?? asked.blank,
    taken: isNew ? new Set(asked.known.map(({ id }) => id)) : null,
  });
  const panel = {
    title: kept === null ? `New ${asked.noun}` : isNew ? `Copy of ${kept.name}` : kept.name,
    close,
    onSubmit: submit((record) => void keepAndGo(() => asked.put(record), close)),
    save: isNew ? 'Add' : 'Save',
    remove: version === null ? null : { label: 'Delete', act: () => void keepAndGo(() => asked.remove(form.values.id, version), close) },
    problems: error === null ? problemsBeside(['name']) : [error],
  };
  return { form, panel };
}
