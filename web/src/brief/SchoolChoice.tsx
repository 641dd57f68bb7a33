import { NEEDS } from '@ivrak/core/model';
import { Select } from '@mantine/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import css from './brief.module.css';

const FIRST_LINES = 6;

/** Which school this kit follows, why it says what it says, and the way to an adjusted copy. */
export function SchoolChoice() {
  const { draft, school } = useKit();
  const schools = useCatalog((state) => state.schools);
  return (
    <fieldset>
      <legend>School</legend>
      <Select
        label="What comes first, and what counts"
        data={schools.map(({ id, name }) => ({ value: id, label: name }))}
        value={draft.schoolId}
        onChange={(value) => edit((before) => ({ ...before, schoolId: value ?? before.schoolId }))}
      />
      <p className="small">{school.reason}</p>
      <ol className={clsx(css.schoolLines, 'small')}>
        {school.order.slice(0, FIRST_LINES).map((need) => (
          <li key={need}>
            <b>{NEEDS[need].one}</b> <span className="muted">{school.why[need]}</span>
          </li>
        ))}
      </ol>
      <p className="small">
        <Link to={`/schools/${school.id}`}>All lines, disputes, and an adjusted copy</Link>
      </p>
    </fieldset>
  );
}
