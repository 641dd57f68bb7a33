import { freeId } from '@ivrak/core/catalog';
import { type Person, PersonIdSchema, SKILL_FACTS, SKILLS, type Skill } from '@ivrak/core/model';
import { Button, Checkbox, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { api } from '../data/client.ts';
import { PanelHeading } from '../ui/PanelHeading.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import css from './crew.module.css';
import type { StoredPerson } from './queries.ts';

interface PersonEditorProps {
  /** Null: somebody new. */
  person: StoredPerson | null;
  taken: ReadonlySet<string>;
  close: () => void;
}

/** Who somebody is, and what they are trained and allowed to do. */
export function PersonEditor({ person, taken, close }: PersonEditorProps) {
  const [form, setForm] = useState<Pick<Person, 'name' | 'role' | 'skills' | 'authorised'>>(
    person ?? { name: '', role: '', skills: [], authorised: [] },
  );
  const [isChecked, setChecked] = useState(false);
  const { error, keep } = useKeep();
  const set = (next: Partial<typeof form>) => setForm((before) => ({ ...before, ...next }));
  const toggleSkill = (skill: Skill) => {
    const skills = SKILLS.filter((one) => (one === skill ? !form.skills.includes(one) : form.skills.includes(one)));
    set({ skills, authorised: form.authorised.filter((one) => skills.includes(one)) });
  };
  const toggleAuthority = (skill: Skill) =>
    set({ authorised: SKILLS.filter((one) => (one === skill ? !form.authorised.includes(one) : form.authorised.includes(one))) });
  const send = () => {
    setChecked(true);
    if (form.name.trim() === '') return;
    const id = person?.id ?? PersonIdSchema.parse(freeId(form.name, taken));
    const data = { id, name: form.name, role: form.role, skills: form.skills, authorised: form.authorised, told: person?.told ?? [] };
    void keep(() => api.put('/api/people/:id', { params: { id }, body: { version: person?.version ?? null, data } }), close);
  };
  return (
    <aside className={clsx(parts.drawer, css.editor)} aria-label={person?.name ?? 'Add person'}>
      <PanelHeading title={person?.name ?? 'Add person'} close={close} />
      <TextInput
        label="Name"
        maxLength={80}
        value={form.name}
        error={isChecked && form.name.trim() === '' ? 'Give a name.' : undefined}
        onChange={(event) => set({ name: event.currentTarget.value })}
      />
      <TextInput
        label="What they do here"
        maxLength={200}
        value={form.role}
        onChange={(event) => set({ role: event.currentTarget.value })}
      />
      <fieldset className={css.skills}>
        <legend>Trained for</legend>
        {SKILLS.map((skill) => (
          <div key={skill}>
            <Checkbox label={SKILL_FACTS[skill].name} checked={form.skills.includes(skill)} onChange={() => toggleSkill(skill)} />
            {SKILL_FACTS[skill].needsAuthority && form.skills.includes(skill) && (
              <Checkbox
                className={css.authority}
                label={`allowed here: ${SKILL_FACTS[skill].name}`}
                checked={form.authorised.includes(skill)}
                onChange={() => toggleAuthority(skill)}
              />
            )}
          </div>
        ))}
      </fieldset>
      <p className="small muted">Some of these need authority beside training; local protocols win.</p>
      <Refusal text={error} />
      <div className="row">
        <Button onClick={send}>{person === null ? 'Add to the crew' : 'Save'}</Button>
        {person !== null && (
          <Button
            variant="default"
            onClick={() =>
              void keep(() => api.delete('/api/people/:id', { params: { id: person.id }, query: { version: person.version } }), close)
            }
          >
            Take out of the crew
          </Button>
        )}
      </div>
    </aside>
  );
}
