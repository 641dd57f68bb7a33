import { freeId } from '@ivrak/core/catalog';
import { schemaResolver, useForm } from '@mantine/form';
import { type FormEvent, useEffect } from 'react';
import { holdStill } from '../data/live.ts';

/** `give it a name` stands after a field's path in an answer of the server; beside the field it is a sentence. */
const sentence = (text: string): string => `${text.slice(0, 1).toUpperCase()}${text.slice(1)}${/[.?]$/.test(text) ? '' : '.'}`;

export type Schema<T> = Parameters<typeof schemaResolver>[0] & { parse: (values: unknown) => T };

interface RecordForm<T> {
  schema: Schema<T>;
  initial: T;
  /** Ids that are taken, where this is a new record that gets one from its name; null: it keeps its own. */
  taken: ReadonlySet<string> | null;
}

/** The form of one stored record: the schema that the server checks by says what is wrong, each at its field. */
export function useRecordForm<T extends { id: string; name: string }>({ schema, initial, taken }: RecordForm<T>) {
  const named = (values: T): T => ({ ...values, name: values.name.trim(), ...(taken === null ? {} : { id: freeId(values.name, taken) }) });
  const issuesOf = schemaResolver(schema, { sync: true });
  const form = useForm<T>({
    initialValues: initial,
    validate: (values) => Object.fromEntries(Object.entries(issuesOf(named(values))).map(([path, text]) => [path, sentence(String(text))])),
  });
  const isDirty = form.isDirty();
  // What is being filled in must not go because somebody else changed the same.
  useEffect(() => (isDirty ? holdStill() : undefined), [isDirty]);
  return {
    form,
    /** Goes on with what the schema read, once every field is in order. */
    submit: (save: (record: T) => void) => (event: FormEvent<HTMLFormElement>) =>
      form.onSubmit((values) => save(schema.parse(named(values))))(event),
    /** What is wrong with fields that do not stand in the form, or that tell of it nowhere. */
    problemsBeside: (fields: readonly string[]): string[] =>
      Object.entries(form.errors).flatMap(([path, text]) =>
        fields.includes(path) ? [] : [`${path.replaceAll('.', ' ')}: ${String(text)}`],
      ),
  };
}
