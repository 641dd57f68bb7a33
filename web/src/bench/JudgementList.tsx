import { applyFix, type Finding, type Severity } from '@ivrak/core';
import { CATALOG } from '../kit/catalog.ts';
import { useDraft } from '../kit/draftStore.ts';
import { newUnitId } from '../kit/units.ts';

const WORDS: Record<Severity, string> = { stop: 'Stop.', warn: 'Warn.', note: 'Note.' };

/** What an experienced builder would say while looking at this table, with a fix where there is one; z undoes it. */
export function JudgementList({ findings }: { findings: readonly Finding[] }) {
  const edit = useDraft((state) => state.edit);
  if (findings.length === 0) return <p className="muted">Nothing to object to.</p>;
  return (
    <ul className="judgement-list" aria-label="Judgement">
      {findings.map(({ rule, severity, reason, lookedAt, fix }) => (
        <li key={`${rule}-${lookedAt.join()}`} className={`finding finding-${severity}`}>
          <b>{WORDS[severity]}</b> {reason}{' '}
          {fix !== null && (
            <button type="button" className="link-button" onClick={() => edit((draft) => applyFix(draft, fix, CATALOG, newUnitId()))}>
              {fix.label}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
