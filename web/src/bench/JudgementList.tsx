import { type SetAside, showDate } from '@ivrak/core/model';
import { applyFix, factsOf, type OpenFinding, RULES, type Severity, type Sifted, withoutSetAside, withSetAside } from '@ivrak/core/rules';
import { Button, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { told } from '../drawing/figures.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { layOut } from '../kit/sheetView.ts';
import { newUnitId } from '../kit/units.ts';
import css from './judgement.module.css';

const WORDS: Record<Severity, string> = { stop: 'Stop.', warn: 'Warn.', note: 'Note.' };
const titleOf = (rule: string): string => RULES.find(({ id }) => id === rule)?.title ?? rule;

/** What an experienced builder would say while looking at this table, with a fix where there is one; z undoes it. */
export function JudgementList({ open, aside }: Sifted) {
  const takeUp = (entry: SetAside) => edit((draft) => ({ ...draft, setAside: withoutSetAside(draft.setAside, entry) }));
  return (
    <>
      {open.length === 0 && <p className="muted">Nothing to object to.</p>}
      <ul className={css.judgementList} aria-label="Judgement">
        {open.map((finding) => (
          <FindingEntry key={`${finding.rule}-${finding.lookedAt.join()}`} finding={finding} />
        ))}
      </ul>
      {aside.length > 0 && (
        <details className={css.asideList}>
          <summary>Set aside: {aside.length}</summary>
          <ul className={css.judgementList} aria-label="Set aside">
            {aside.map(({ finding, entry }) => (
              <li key={entry.facts} className={css.finding}>
                <b>{titleOf(finding.rule)}.</b> {entry.reason} <span className="muted">({showDate(entry.on)})</span>{' '}
                <button type="button" className="link-button" onClick={() => takeUp(entry)}>
                  Take up again
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

function FindingEntry({ finding }: { finding: OpenFinding }) {
  const { catalog } = useKit();
  const [reason, setReason] = useState<string | null>(null);
  const { rule, severity, reason: says, fix, before } = finding;
  return (
    <li className={css.finding} data-severity={severity}>
      <b>{WORDS[severity]}</b> {told(says)}
      {before !== null && (
        <span className={css.findingBefore}>
          {' '}
          Set aside on {showDate(before.on)} (“{before.reason}”); the facts have changed since.
        </span>
      )}
      <span className={css.findingActs}>
        {fix !== null && (
          <button type="button" className="link-button" onClick={() => layOut((draft) => applyFix(draft, fix, catalog, newUnitId()))}>
            {fix.label}
          </button>
        )}
        {reason === null && (
          <button
            type="button"
            className={clsx(css.linkQuiet, 'link-button')}
            aria-label={`Set aside: ${titleOf(rule)}`}
            onClick={() => setReason('')}
          >
            Set aside
          </button>
        )}
      </span>
      <AsideForm reason={reason} setReason={setReason} rule={rule} finding={finding} />
    </li>
  );
}

interface AsideFormProps {
  reason: string | null;
  setReason: (next: string | null) => void;
  rule: string;
  finding: OpenFinding;
}

function AsideForm({ reason, setReason, rule, finding }: AsideFormProps) {
  const { today } = useKit();
  const [error, setError] = useState<string | null>(null);
  const keep = () => {
    const why = (reason ?? '').trim();
    if (why.length < 3) return setError('Say why, in a few words.');
    edit((draft) => ({ ...draft, setAside: withSetAside(draft.setAside, { rule, facts: factsOf(finding), reason: why, on: today }) }));
  };
  return (
    reason !== null && (
      <form
        className={css.asideForm}
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <TextInput
          aria-label="Why it is set aside"
          placeholder="The reason"
          value={reason}
          maxLength={200}
          error={error}
          autoFocus
          onChange={(event) => setReason(event.currentTarget.value)}
        />
        <Button type="submit" variant="default">
          Set aside
        </Button>
      </form>
    )
  );
}
