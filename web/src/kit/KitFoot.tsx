import { NEEDS } from '@ivrak/core/model';
import { casualtiesOf } from '@ivrak/core/needs';
import { clsx } from 'clsx';
import { schoolOf } from '../data/catalog.ts';
import { CAUTION } from '../ui/caution.ts';
import { saveNow, useDraft } from './draftStore.ts';
import { useKit } from './KitContext.tsx';
import css from './kit.module.css';

/** The bottom line: how much is held, the first gap in the school's order, the caution, and whether all is saved. */
export function KitFoot() {
  const { draft, judgement } = useKit();
  const { held, asked, firstGap } = judgement;
  const school = schoolOf(draft);
  const k = casualtiesOf(draft.brief);
  return (
    <footer className={clsx(css.foot, 'no-print')}>
      <span>
        <b className="mono">
          {held} of {asked}
        </b>{' '}
        needs held
      </span>
      <span>
        {firstGap === null ? (
          <>No gap for {k === 1 ? 'one casualty' : `${k} casualties`}</>
        ) : (
          <>
            First gap: <b>{NEEDS[firstGap].one}</b> ({school.name.toLowerCase()} order)
          </>
        )}
      </span>
      <span className={css.footCaution}>{CAUTION}</span>
      <SaveState />
    </footer>
  );
}

function SaveState() {
  const { save, savedAt, error } = useDraft();
  switch (save) {
    case 'saved':
      return (
        <span className="mono small nowrap" role="status">
          {savedAt === null ? 'all saved' : `saved ${savedAt}`}
        </span>
      );
    case 'dirty':
    case 'saving':
      return (
        <span className="mono small nowrap" role="status">
          saving
        </span>
      );
    case 'conflict':
      return (
        <span className="state-gap small nowrap" role="status">
          changed elsewhere
        </span>
      );
    case 'failed':
      return (
        <span className="state-gap small" role="alert">
          not saved: {error}{' '}
          <button type="button" className="link-button" onClick={() => void saveNow()}>
            Try again
          </button>
        </span>
      );
  }
}
