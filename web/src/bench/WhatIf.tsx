import {
  type WhatIf as Answer,
  isWorse,
  type NeedChange,
  showLacking,
  whatIfCasualties,
  whatIfLost,
  whatIfTogether,
} from '@ivrak/core/coverage';
import { piecesLeft } from '@ivrak/core/model';
import { casualtiesOf } from '@ivrak/core/needs';
import { Checkbox, Select } from '@mantine/core';
import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import { useKits } from '../data/queries.ts';
import { useKit } from '../kit/KitContext.tsx';
import { showChange } from '../ui/showChange.ts';
import css from './bench.module.css';
import { useProblem } from './useProblem.ts';

type Question = 'lost' | 'casualties' | 'partner';
const QUESTIONS: Record<Question, string> = {
  lost: 'a thing fails or is used already',
  casualties: 'more are hurt at once',
  partner: 'another kit is there too',
};

/** Asks coverage again with something changed, and says which needs would change. Nothing on the sheet is touched. */
export function WhatIf() {
  const [question, setQuestion] = useState<Question>('lost');
  return (
    <>
      <Select
        label="What if"
        data={Object.entries(QUESTIONS).map(([value, label]) => ({ value, label }))}
        value={question}
        onChange={(value) => setQuestion((value ?? 'lost') as Question)}
      />
      {question === 'lost' && <Lost />}
      {question === 'casualties' && <Casualties />}
      {question === 'partner' && <Partner />}
    </>
  );
}

function Lost() {
  const { draft, judgement, catalog } = useKit();
  const problem = useProblem();
  const [gone, setGone] = useState<ReadonlySet<string>>(new Set());
  const serving = new Set(judgement.coverage.needs.flatMap(({ by }) => by.map(({ unitId }) => unitId)));
  const single = new Set(judgement.coverage.singlePoints.map(({ unitId }) => unitId));
  const units = draft.units.filter(({ id }) => serving.has(id));
  const answer = useMemo(() => {
    const lost = new Map<string, number>();
    // One piece of a stack is what a pair of hands uses or what fails.
    for (const unit of problem.kits[0]?.units ?? []) if (gone.has(unit.id)) lost.set(unit.id, 1);
    return whatIfLost(judgement.together, problem, lost, catalog);
  }, [judgement.together, problem, gone, catalog]);
  const flip = (id: string, isGone: boolean) => {
    const next = new Set(gone);
    if (isGone) next.add(id);
    else next.delete(id);
    setGone(next);
  };
  return (
    <>
      <Changes answer={gone.size === 0 ? null : answer} none="Nothing that is asked for would be missing." />
      <ul className={css.lostList} aria-label="Things that could be gone">
        {units.map((unit) => {
          const kind = catalog.get(unit.kind);
          if (kind === undefined) return null;
          const left = piecesLeft(unit, kind.pieces);
          return (
            <li key={unit.id}>
              <Checkbox
                label={left > 1 ? `${kind.name}, one ${kind.pieceName} of ${left}` : kind.name}
                description={left <= kind.pieces && single.has(unit.id) ? 'a single point: nothing stands behind it' : undefined}
                checked={gone.has(unit.id)}
                onChange={(event) => flip(unit.id, event.currentTarget.checked)}
              />
            </li>
          );
        })}
      </ul>
      {units.length === 0 && <p className="muted">Nothing on the sheet serves a need yet.</p>}
    </>
  );
}

const MOST_ASKED = 8;

function Casualties() {
  const { draft, judgement, catalog } = useKit();
  const problem = useProblem();
  const now = casualtiesOf(draft.brief);
  const [casualties, setCasualties] = useState(now + 1);
  const answer = useMemo(
    () => whatIfCasualties(judgement.together, problem, { brief: draft.brief, casualties }, catalog),
    [judgement.together, problem, draft.brief, casualties, catalog],
  );
  return (
    <>
      <Select
        label="Casualties at once"
        description={`the brief plans for ${now}`}
        data={Array.from({ length: MOST_ASKED }, (_, index) => String(now + 1 + index))}
        value={String(casualties)}
        onChange={(value) => setCasualties(Number(value ?? now + 1))}
      />
      <Changes answer={answer} none="What lies here would be enough for them as well." />
    </>
  );
}

function Partner() {
  const { kit, judgement, catalog } = useKit();
  const problem = useProblem();
  const others = (useKits().data?.kits ?? []).filter(({ id }) => id !== kit.id);
  const [id, setId] = useState<string | null>(null);
  const partner = others.find((other) => other.id === id) ?? others[0];
  const answer = useMemo(
    () => (partner === undefined ? null : whatIfTogether(judgement.together, problem, partner, catalog)),
    [judgement.together, problem, partner, catalog],
  );
  if (partner === undefined) return <p className="muted">There is no other kit yet.</p>;
  const still = (answer?.after.needs ?? [])
    .filter(({ state }) => state === 'gap')
    .map(({ need, have, least }) => ({ need, missing: least - have }));
  return (
    <>
      <Select
        label="Together with"
        data={others.map(({ id: value, name }) => ({ value, label: name }))}
        value={partner.id}
        onChange={setId}
      />
      <Changes answer={answer} none="It would add nothing that this brief asks for." />
      {answer !== null && (
        <p className="small">
          {still.length === 0 ? 'Together no gap is left under this brief.' : `Still missing together: ${showLacking(still)}.`}
        </p>
      )}
    </>
  );
}

function Changes({ answer, none }: { answer: Answer | null; none: string }) {
  if (answer === null) return <p className="small muted">Tick what could be gone.</p>;
  return (
    <div role="status" className={css.whatChanges}>
      {answer.changes.length === 0 ? (
        <p>{none}</p>
      ) : (
        <ul aria-label="What would change">
          {answer.changes.map((change) => (
            <ChangeLine key={change.need} change={change} />
          ))}
        </ul>
      )}
    </div>
  );
}

export function ChangeLine({ change }: { change: NeedChange }) {
  return (
    <li>
      <span className={clsx(css.changeMark, isWorse(change) ? 'state-gap' : 'state-held')} aria-hidden="true">
        {isWorse(change) ? '▼' : '▲'}
      </span>{' '}
      {showChange(change)}
    </li>
  );
}
