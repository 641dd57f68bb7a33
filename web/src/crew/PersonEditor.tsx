import { type Person, PersonSchema, SKILL_FACTS, SKILLS, type Skill } from '@ivrak/core/model';
import { Checkbox, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import { api } from '../data/client.ts';
import { RecordPanel } from '../ui/RecordPanel.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { useRecordForm } from '../ui/useRecordForm.ts';
import { CourseFields } from './CourseFields.tsx';
import css from './crew.module.css';
import type { StoredPerson } from './queries.ts';

const NOBODY = { id: '', name: '', role: '', skills: [], authorised: [], told: [], courses: [], practised: {} } as unknown as Person; // gets its id from its name

interface PersonEditorProps {
  /** Null: somebody new. */
  person: StoredPerson | null;
  taken: ReadonlySet<string>;
  close: () => void;
}

/** Who somebody is, and what they are trained and allowed to do. */
export function PersonEditor({ person, taken, close }: PersonEditorProps) {
  const { error, keepAndGo } = useKeep();
  const { form, submit, problemsBeside } = useRecordForm<Person>({
    schema: PersonSchema,
    initial: person ?? NOBODY,
    taken: person === null ? taken : null,
  });
  const save = (data: Person) =>
    void keepAndGo(() => api.put('/api/people/:id', { params: { id: data.id }, body: { version: person?.version ?? null, data } }), close);
  return (
    <RecordPanel
      title={person?.name ?? 'Add person'}
      className={css.editor}
      close={close}
      onSubmit={submit(save)}
      save={person === null ? 'Add to the crew' : 'Save'}
      remove={
        person === null
          ? null
          : {
              label: 'Take out of the crew',
              act: () =>
                void keepAndGo(
                  () => api.delete('/api/people/:id', { params: { id: person.id }, query: { version: person.version } }),
                  close,
                ),
            }
      }
      problems={error === null ? problemsBeside(['name', 'role']) : [error]}
    >
      <TextInput label="Name" maxLength={80} {...form.getInputProps('name')} />
      <TextInput label="What they do here" maxLength={200} {...form.getInputProps('role')} />
      <SkillFields form={form} />
      <CourseFields form={form} />
      <p className="small muted">Some of these need authority beside training. What is allowed where is local law; local protocols win.</p>
    </RecordPanel>
  );
}

const toggled = (all: readonly Skill[], skill: Skill): Skill[] => SKILLS.filter((one) => (one === skill) !== all.includes(one));

function SkillFields({ form }: { form: UseFormReturnType<Person> }) {
  const { skills, authorised } = form.values;
  const toggleSkill = (skill: Skill) => {
    const next = toggled(skills, skill);
    // Nobody is allowed what they are not trained for.
    form.setValues({ skills: next, authorised: authorised.filter((one) => next.includes(one)) });
  };
  return (
    <fieldset className={css.skills}>
      <legend>Trained for</legend>
      {SKILLS.map((skill) => (
        <div key={skill}>
          <Checkbox label={SKILL_FACTS[skill].name} checked={skills.includes(skill)} onChange={() => toggleSkill(skill)} />
          {SKILL_FACTS[skill].needsAuthority && skills.includes(skill) && (
            <Checkbox
              className={css.authority}
              label={`allowed here: ${SKILL_FACTS[skill].name}`}
              checked={authorised.includes(skill)}
              onChange={() => form.setFieldValue('authorised', toggled(authorised, skill))}
            />
          )}
        </div>
      ))}
    </fieldset>
  );
}
