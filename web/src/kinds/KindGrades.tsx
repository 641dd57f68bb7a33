import { GRADES, type Grade, type Kind, NEED_IDS, NEEDS, type NeedId, rungOf } from '@ivrak/core/model';
import { ActionIcon, Select } from '@mantine/core';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import css from './kinds.module.css';

interface KindGradesProps {
  value: Kind['grades'];
  onChange: (grades: Kind['grades']) => void;
}

/** Which needs a kind serves, and how well. */
export function KindGrades({ value: grades, onChange }: KindGradesProps) {
  const entries = Object.entries(grades) as [NeedId, Grade][]; // keyed by need ids
  const without = (id: NeedId) => {
    const { [id]: _, ...rest } = grades;
    onChange(rest);
  };
  return (
    <section aria-label="What it serves">
      <h3>Serves</h3>
      <ul className={css.gradeList}>
        {entries.map(([id, grade]) => (
          <li key={id}>
            <span className="grow">
              {rungOf(id)} · {NEEDS[id].label}
            </span>
            <Select
              aria-label={`How well it serves ${NEEDS[id].label}`}
              data={[...GRADES]}
              allowDeselect={false}
              value={grade}
              onChange={(next) => onChange({ ...grades, [id]: (next ?? grade) as Grade })}
            />
            <ActionIcon variant="subtle" size={34} aria-label={`Does not serve ${NEEDS[id].label}`} onClick={() => without(id)}>
              <IconTrash size={17} />
            </ActionIcon>
          </li>
        ))}
      </ul>
      <OneMoreNeed open={NEED_IDS.filter((id) => grades[id] === undefined)} add={(id) => onChange({ ...grades, [id]: 'primary' })} />
    </section>
  );
}

function OneMoreNeed({ open, add }: { open: readonly NeedId[]; add: (id: NeedId) => void }) {
  const [need, setNeed] = useState<NeedId | null>(null);
  return (
    <div className="row">
      <Select
        aria-label="Need that it serves"
        placeholder="need"
        searchable
        className="grow"
        data={open.map((id) => ({ value: id as string, label: `${rungOf(id)} · ${NEEDS[id].label}` }))}
        value={need}
        onChange={(value) => setNeed(value as NeedId | null)}
      />
      <ActionIcon
        variant="default"
        size={36}
        aria-label="Serves this need too"
        disabled={need === null}
        onClick={() => {
          if (need !== null) add(need);
          setNeed(null);
        }}
      >
        <IconPlus size={18} />
      </ActionIcon>
    </div>
  );
}
