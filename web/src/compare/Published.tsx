import { againstPublished } from '@ivrak/core/buying';
import { PUBLISHED_LISTS } from '@ivrak/core/catalog';
import { Select } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useKit } from '../kit/KitContext.tsx';
import css from './compare.module.css';

/** This kit against a published list of least contents, line by line. */
export function Published() {
  const { draft, today, catalog } = useKit();
  const [id, setId] = useState(PUBLISHED_LISTS[0]?.id ?? '');
  const list = PUBLISHED_LISTS.find((candidate) => candidate.id === id);
  if (list === undefined) return null;
  const lines = againstPublished(draft.units, list, today, catalog);
  const met = lines.filter(({ have, asked }) => have >= asked).length;
  return (
    <section className={css.published} aria-label="Published lists">
      <div className={css.top}>
        <div className="grow">
          <h2>Against a published list</h2>
          <p className="small muted">
            Least contents by {list.source}; the standard itself decides. Such lists are for workplaces and vehicles: they say little about
            bleeding.
          </p>
        </div>
        <Select
          aria-label="Published list"
          data={PUBLISHED_LISTS.map(({ id: value, name }) => ({ value, label: name }))}
          value={id}
          onChange={(value) => setId(value ?? id)}
        />
      </div>
      <p>
        <b className="mono">
          {met} of {lines.length}
        </b>{' '}
        lines met by {draft.name}.
      </p>
      <ul className={css.publishedLines}>
        {lines.map(({ label, asked, have, note }) => (
          <li key={label} className={have < asked ? 'is-short' : undefined}>
            <span className="mono">
              {have} of {asked}
            </span>
            <span>
              {label}
              {note !== null && <span className="small muted"> {note}</span>}
            </span>
            <span className={clsx('state-word', have < asked ? 'state-gap' : 'state-held')}>{have < asked ? 'short' : 'met'}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
