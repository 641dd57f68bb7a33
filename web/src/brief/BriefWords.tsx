import { NEEDS, showDate } from '@ivrak/core/model';
import { briefSummary } from '@ivrak/core/needs';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useKit } from '../kit/KitContext.tsx';
import { CAUTION } from '../ui/caution.ts';
import css from './brief.module.css';

/** The brief as one paragraph with what it asks for, as it is printed and shown to the crew. */
export function BriefWords() {
  const { draft, school, judgement, today } = useKit();
  const [said, setSaid] = useState('');
  const summary = briefSummary(draft.brief, school, today);
  const asked = judgement.needs.filter(({ ideal }) => ideal > 0);
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(`${draft.name}. ${summary}`);
      setSaid('Copied.');
    } catch {
      setSaid('The browser does not let it be copied: mark the text and copy it by hand.');
    }
  };
  return (
    <section className={clsx(css.needs, css.words)} aria-label="The brief in words">
      <div className="row no-print">
        <Button onClick={() => window.print()}>Print for the crew</Button>
        <Button variant="default" onClick={() => void copy()}>
          Copy the text
        </Button>
        <span className="small muted" role="status">
          {said}
        </span>
      </div>
      <article className={css.sheet}>
        <header>
          <h2>{draft.name}</h2>
          <span className="mono small">{showDate(today)}</span>
        </header>
        <p className={css.paragraph}>{summary}</p>
        <ul className={css.list}>
          {asked.map(({ need, least, ideal, override }) => (
            <li key={need}>
              <span className="mono">{least === ideal ? least : `${least}–${ideal}`}</span>{' '}
              {ideal === 1 ? NEEDS[need].one : NEEDS[need].many}
              {override !== null && <span className="muted"> set by hand</span>}
            </li>
          ))}
        </ul>
        <p className={clsx(css.printCaution, 'small')}>{CAUTION}</p>
      </article>
    </section>
  );
}
