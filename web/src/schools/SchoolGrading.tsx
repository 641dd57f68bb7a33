import { FAMILY_FACTS } from '@ivrak/core/catalog';
import { FAMILIES, GRADES, type Grade, NEED_IDS, NEEDS, type NeedId, rungOf, type School } from '@ivrak/core/model';
import { ActionIcon, Button, Select, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { dropGrade, type Graded, setGrade, setGradeWhy, setQuantity } from './editSchool.ts';
import type { GradeLine } from './SchoolLines.tsx';
import { gradeLines } from './SchoolLines.tsx';
import css from './schools.module.css';

export interface PartProps {
  school: School;
  change: (school: School) => void;
}

const NOTHING = 'nothing';
const GRADE_OPTIONS = [...GRADES.map((grade) => ({ value: grade, label: grade })), { value: NOTHING, label: 'does not count' }];
export const NEED_OPTIONS = NEED_IDS.map((need) => ({ value: need, label: `${rungOf(need)} · ${NEEDS[need].label}` }));

function NeedSelect({ label, need, choose }: { label: string; need: NeedId | null; choose: (need: NeedId | null) => void }) {
  return (
    <Select
      aria-label={label}
      placeholder="need"
      searchable
      data={NEED_OPTIONS}
      value={need}
      onChange={(value) => choose(NEED_IDS.find((one) => one === value) ?? null)}
    />
  );
}

const readGraded = (value: string): Graded => {
  const [of, id = ''] = value.split(':');
  return { of: of === 'grades' ? 'grades' : 'exceptions', id };
};

export function GradeEditor({ school, change }: PartProps) {
  const kinds = useCatalog((state) => state.kinds);
  const [kind, setKind] = useState<string | null>(null);
  const [need, setNeed] = useState<NeedId | null>(null);
  const graded = [
    { group: 'Every one of a family', items: FAMILIES.map((family) => ({ value: `grades:${family}`, label: FAMILY_FACTS[family].name })) },
    { group: 'One kind only', items: kinds.map(({ id, name }) => ({ value: `exceptions:${id}`, label: name })) },
  ];
  return (
    <>
      <h3>What counts otherwise than usual</h3>
      <ul className={clsx(css.orderList, css.orderEdit)}>
        {gradeLines(school).map((line) => (
          <GradeRow key={`${line.graded.of}-${line.graded.id}-${line.need}`} line={line} change={change} school={school} />
        ))}
      </ul>
      <div className="row">
        <Select aria-label="Family or kind" placeholder="family or kind" searchable data={graded} value={kind} onChange={setKind} />
        <NeedSelect label="Need" need={need} choose={setNeed} />
        <Button
          variant="default"
          disabled={kind === null || need === null}
          onClick={() => kind !== null && need !== null && change(setGrade(school, readGraded(kind), need, 'substitute'))}
        >
          Grade it
        </Button>
      </div>
    </>
  );
}

interface GradeRowProps {
  line: GradeLine;
  change: (school: School) => void;
  school: School;
}

function GradeRow({ line, change, school }: GradeRowProps) {
  return (
    <li>
      <b className={css.orderName}>{line.name}</b>
      <span>{NEEDS[line.need].label}</span>
      <Select
        aria-label={`What it counts as for ${NEEDS[line.need].label}`}
        data={GRADE_OPTIONS}
        value={line.grade ?? NOTHING}
        onChange={(value) => change(setGrade(school, line.graded, line.need, value === NOTHING ? null : (value as Grade)))}
      />
      <TextInput
        aria-label="Why it counts so"
        placeholder="why"
        value={line.why}
        maxLength={300}
        onChange={(event) => change(setGradeWhy(school, line.graded.id, event.currentTarget.value))}
      />
      <ActionIcon variant="subtle" size={34} aria-label="Back to usual" onClick={() => change(dropGrade(school, line.graded, line.need))}>
        <IconTrash size={18} />
      </ActionIcon>
    </li>
  );
}

const AMOUNTS = [
  { of: 'least', label: 'At least' },
  { of: 'ideal', label: 'Ideally' },
] as const;

export function QuantityEditor({ school, change }: PartProps) {
  const [need, setNeed] = useState<NeedId | null>(null);
  const entries = Object.entries(school.quantities) as [NeedId, NonNullable<School['quantities'][NeedId]>][]; // keyed by need ids
  return (
    <>
      <h3>Quantities of its own</h3>
      <ul className={clsx(css.orderList, css.orderEdit)}>
        {entries.map(([id, quantity]) => (
          <QuantityLine key={id} id={id} quantity={quantity} change={change} school={school} />
        ))}
      </ul>
      <div className="row">
        <NeedSelect label="Need with its own quantity" need={need} choose={setNeed} />
        <Button
          variant="default"
          disabled={need === null}
          onClick={() => need !== null && change(setQuantity(school, need, { least: 1, ideal: 1, reason: 'set by us' }))}
        >
          Set a quantity
        </Button>
      </div>
    </>
  );
}

interface QuantityLineProps {
  id: NeedId;
  quantity: { least: number; ideal: number; reason: string };
  change: (school: School) => void;
  school: School;
}

function QuantityLine({ id, quantity, change, school }: QuantityLineProps) {
  return (
    <li>
      <b className={css.orderName}>{NEEDS[id].label}</b>
      {AMOUNTS.map(({ of, label }) => (
        <DecimalInput
          key={of}
          label={label}
          value={quantity[of]}
          max={1000}
          decimals={0}
          onChange={(amount) => amount !== null && change(setQuantity(school, id, { ...quantity, [of]: amount }))}
        />
      ))}
      <TextInput
        label="Why"
        value={quantity.reason}
        maxLength={300}
        onChange={(event) => change(setQuantity(school, id, { ...quantity, reason: event.currentTarget.value }))}
      />
      <ActionIcon
        variant="subtle"
        size={34}
        aria-label={`${NEEDS[id].label} as the brief derives it`}
        onClick={() => change(setQuantity(school, id, null))}
      >
        <IconTrash size={18} />
      </ActionIcon>
    </li>
  );
}
