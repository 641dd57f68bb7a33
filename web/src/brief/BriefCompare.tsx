import { TEMPLATES } from '@ivrak/core/catalog';
import type { NeedState } from '@ivrak/core/coverage';
import { type Judgement, judgeKit } from '@ivrak/core/kit';
import { type Brief, NEEDS, type NeedId, RUNGS, rungOf, type School } from '@ivrak/core/model';
import { compareNeeds, type DerivedNeed, type NeedDifference } from '@ivrak/core/needs';
import { Select, Switch } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { type SetURLSearchParams, useSearchParams } from 'react-router';
import { containerOf, useCatalog } from '../data/catalog.ts';
import { useKits } from '../data/queries.ts';
import { STATE_WORDS } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import css from './brief.module.css';

interface Other {
  value: string;
  label: string;
  brief: Brief;
  school: School;
}

/** This brief against another school, kit or situation, need by need: what would change. */
export function BriefCompare() {
  const { kit, draft, school, judgement, catalog, today } = useKit();
  const schools = useCatalog((state) => state.schools);
  const kits = useKits().data?.kits ?? [];
  const [params, setParams] = useSearchParams();
  const [onlyDifferent, setOnlyDifferent] = useState(true);
  const bySchool = (id: string) => schools.find((candidate) => candidate.id === id) ?? school;
  const groups: { group: string; items: Other[] }[] = [
    {
      group: 'The same brief under another school',
      items: schools
        .filter(({ id }) => id !== school.id)
        .map((other) => ({ value: `school:${other.id}`, label: other.name, brief: draft.brief, school: other })),
    },
    {
      group: 'Another kit’s brief',
      items: kits
        .filter(({ id }) => id !== kit.id)
        .map((other) => ({ value: `kit:${other.id}`, label: other.name, brief: other.brief, school: bySchool(other.schoolId) })),
    },
    {
      group: 'A situation',
      items: TEMPLATES.map((template) => ({
        value: `template:${template.id}`,
        label: template.name,
        brief: template.brief,
        school: bySchool(template.schoolId),
      })),
    },
  ];
  const all = groups.flatMap(({ items }) => items);
  const other = all.find(({ value }) => value === params.get('with')) ?? all[0];
  if (other === undefined) return null;
  const then = judgeKit(
    { id: kit.id, brief: other.brief, units: draft.units },
    other.school,
    containerOf(draft.containerId),
    today,
    catalog,
  );
  const states: States = { before: statesOf(judgement), after: statesOf(then) };
  const differences = compareNeeds(judgement.needs, then.needs);
  const isFelt = ({ need, changes }: NeedDifference) =>
    changes.some((change) => change !== 'order') || states.before.get(need) !== states.after.get(need);
  const shown = differences.filter((difference) =>
    onlyDifferent ? isFelt(difference) : difference.before.ideal > 0 || difference.after.ideal > 0,
  );
  return (
    <section className={css.needs} aria-label="Side by side">
      <CompareHead groups={groups} other={other} setParams={setParams} onlyDifferent={onlyDifferent} setOnlyDifferent={setOnlyDifferent} />
      <WhatDiffers other={other} then={then} differences={differences} />
      <Differences other={other} shown={shown} states={states} />
      {shown.length === 0 && <p className="muted">No need differs.</p>}
      <Orders other={other} then={then} differences={differences} />
    </section>
  );
}

interface WhatDiffersProps {
  other: Other;
  then: Judgement;
  differences: NeedDifference[];
}

function WhatDiffers({ other, then, differences }: WhatDiffersProps) {
  const { judgement } = useKit();
  const asks = differences.filter(({ changes }) => changes.some((change) => change !== 'order'));
  return (
    <p>
      <b>
        {asks.length === 0
          ? 'Nothing else would be asked for.'
          : `${asks.length === 1 ? 'One need' : `${asks.length} needs`} would be asked otherwise.`}
      </b>{' '}
      {other.label}: {other.school.reason} What lies on the sheet would hold{' '}
      <b>
        {then.held} of {then.asked}
      </b>{' '}
      needs, now {judgement.held} of {judgement.asked}.
    </p>
  );
}

interface OrdersProps {
  other: Other;
  then: Judgement;
  differences: NeedDifference[];
}

function Orders({ other, then, differences }: OrdersProps) {
  const { school, judgement } = useKit();
  const isReordered = differences.some(({ changes }) => changes.includes('order'));
  return (
    isReordered && (
      <div className={css.compareOrders}>
        <h3>Order of purchase</h3>
        <Order name={school.name} needs={judgement.needs} />
        <Order name={other.label} needs={then.needs} />
      </div>
    )
  );
}

interface CompareHeadProps {
  groups: { group: string; items: Other[] }[];
  other: Other;
  setParams: SetURLSearchParams;
  onlyDifferent: boolean;
  setOnlyDifferent: (next: boolean) => void;
}

function CompareHead({ groups, other, setParams, onlyDifferent, setOnlyDifferent }: CompareHeadProps) {
  return (
    <div className={css.compareHead}>
      <Select
        label="Compare with"
        className="grow"
        data={groups.map(({ group, items }) => ({ group, items: items.map(({ value, label }) => ({ value, label })) }))}
        value={other.value}
        searchable
        onChange={(value) =>
          setParams(
            (before) => {
              if (value !== null) before.set('with', value);
              return before;
            },
            { replace: true },
          )
        }
      />
      <Switch label="only what differs" checked={onlyDifferent} onChange={(event) => setOnlyDifferent(event.currentTarget.checked)} />
    </div>
  );
}

interface DifferencesProps {
  other: Other;
  shown: NeedDifference[];
  states: States;
}

function Differences({ other, shown, states }: DifferencesProps) {
  const { school } = useKit();
  return (
    <table className={parts.compareTable}>
      <thead>
        <tr>
          <th scope="col">Need</th>
          <th scope="col">This brief, {school.name.toLowerCase()}</th>
          <th scope="col">{other.label}</th>
          <th scope="col">What is asked</th>
          <th scope="col">What lies here</th>
        </tr>
      </thead>
      <tbody>
        {RUNGS.flatMap((rung) => shown.filter(({ need }) => rungOf(need) === rung)).map((difference) => (
          <DifferenceRow key={difference.need} difference={difference} states={states} />
        ))}
      </tbody>
    </table>
  );
}

interface States {
  before: ReadonlyMap<NeedId, NeedState>;
  after: ReadonlyMap<NeedId, NeedState>;
}
const statesOf = ({ coverage }: Judgement) => new Map(coverage.needs.map(({ need, state }) => [need, state]));

function DifferenceRow({ difference, states }: { difference: NeedDifference; states: States }) {
  const { need, before, after } = difference;
  const was = states.before.get(need) ?? 'off';
  const is = states.after.get(need) ?? 'off';
  return (
    <tr>
      <th scope="row">
        <span className={parts.compareLetter}>{rungOf(need)}</span> {NEEDS[need].label}
      </th>
      <td className="mono">{showNeed(before)}</td>
      <td className="mono">{showNeed(after)}</td>
      <td className="small">{whatChanges(difference)}</td>
      <td className="nowrap">
        <span className={clsx('state-word', `state-${was}`)}>{STATE_WORDS[was]}</span>
        {was !== is && (
          <>
            {' → '}
            <span className={clsx('state-word', `state-${is}`)}>{STATE_WORDS[is]}</span>
          </>
        )}
      </td>
    </tr>
  );
}

const FIRST_BOUGHT = 8;

function Order({ name, needs }: { name: string; needs: readonly DerivedNeed[] }) {
  const asked = needs.filter(({ ideal }) => ideal > 0).slice(0, FIRST_BOUGHT);
  return (
    <p className="small">
      <b>{name}</b>: {asked.map(({ need }) => NEEDS[need].label).join(', ')} …
    </p>
  );
}

const showNeed = ({ least, ideal }: DerivedNeed): string =>
  ideal === 0 ? 'not asked' : least === ideal ? String(least) : `${least}–${ideal}`;

/** "2 fewer at least; 1 more ideally" */
function whatChanges({ before, after, changes }: NeedDifference): string {
  if (changes.every((change) => change === 'order')) return 'the same';
  const says: string[] = [];
  if (before.ideal > 0 && after.ideal === 0) return `no longer asked: ${after.reason}`;
  if (before.ideal === 0 && after.ideal > 0) return `asked: ${after.reason}`;
  const step = (was: number, is: number, word: string) => `${Math.abs(is - was)} ${is > was ? 'more' : 'fewer'} ${word}`;
  if (changes.includes('least')) says.push(step(before.least, after.least, 'at least'));
  if (changes.includes('ideal')) says.push(step(before.ideal, after.ideal, 'ideally'));
  if (changes.includes('window')) says.push(`within ${after.windowS ?? '∞'} s instead of ${before.windowS ?? '∞'} s`);
  return says.join('; ');
}
