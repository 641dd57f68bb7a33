import { DndContext, type DragEndEvent, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import type { SchoolIssue } from '@ivrak/core/model';
import { GRADES, type Grade, NEED_IDS, NEEDS, type NeedId, rungOf, type School, SchoolSchema, schoolIssues } from '@ivrak/core/model';
import { ActionIcon, Button, Select, TextInput } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconGripVertical, IconTrash } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import type { MusteredKit } from '../data/queries.ts';
import { useKits } from '../data/queries.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { dropGrade, moveNeed, placeNeed, setGrade, setGradeWhy, setQuantity, setWhy } from './editSchool.ts';
import type { GradeLine } from './SchoolLines.tsx';
import { gradeLines } from './SchoolLines.tsx';
import css from './schools.module.css';

/** An adjusted copy: order, grades and quantities, each with a reason. Checked as it is changed, kept when asked. */
export function SchoolEditor({ school: kept, version }: { school: School; version: number }) {
  const catalog = useCatalog((state) => state.catalog);
  const schools = useCatalog((state) => state.schools);
  const followers = (useKits().data?.kits ?? []).filter(({ schoolId }) => schoolId === kept.id);
  const [school, setSchool] = useState(kept);
  const { error, keep, keepAndGo } = useKeep();
  const parsed = SchoolSchema.safeParse(school);
  const issues = parsed.success
    ? schoolIssues(parsed.data, catalog)
    : parsed.error.issues.map(({ path, message }) => ({ path: path.map(String).join('.'), message }));
  const parent = schools.find(({ id }) => id === school.basedOn);
  return (
    <>
      <SchoolHead
        school={school}
        issues={issues}
        keep={keep}
        kept={kept}
        version={version}
        setSchool={setSchool}
        followers={followers}
        keepAndGo={keepAndGo}
      />
      <p className="small muted">
        Adjusted copy of {parent?.name ?? 'a school'}.{' '}
        {followers.length === 0
          ? 'No kit follows it yet: choose it in a Brief.'
          : `Followed by ${followers.map(({ name }) => name).join(', ')}.`}
      </p>
      <Refusal text={error} />
      {issues.length > 0 && (
        <ul className="refusal" role="alert">
          {issues.map(({ path, message }) => (
            <li key={path}>
              {path}: {message}
            </li>
          ))}
        </ul>
      )}
      <div className={parts.fieldGrid}>
        <TextInput
          label="Name"
          value={school.name}
          maxLength={60}
          onChange={(event) => setSchool({ ...school, name: event.currentTarget.value })}
        />
        <TextInput
          label="Why"
          value={school.reason}
          maxLength={300}
          onChange={(event) => setSchool({ ...school, reason: event.currentTarget.value })}
        />
      </div>
      <OrderEditor school={school} change={setSchool} />
      <GradeEditor school={school} change={setSchool} />
      <QuantityEditor school={school} change={setSchool} />
    </>
  );
}

interface SchoolHeadProps {
  school: School;
  issues: SchoolIssue[];
  keep: (act: () => Promise<unknown>, done?: () => unknown) => Promise<void>;
  kept: School;
  version: number;
  setSchool: (next: School) => void;
  followers: MusteredKit[];
  keepAndGo: (act: () => Promise<unknown>, go: () => unknown) => Promise<void>;
}

function SchoolHead({ school, issues, keep, kept, version, setSchool, followers, keepAndGo }: SchoolHeadProps) {
  const navigate = useNavigate();
  const isSame = JSON.stringify(school) === JSON.stringify(kept);
  return (
    <div className="panel-heading">
      <h2>{school.name === '' ? 'No name' : school.name}</h2>
      <div className="row">
        <Button
          disabled={issues.length > 0 || isSame}
          onClick={() => void keep(() => api.put('/api/schools/:id', { params: { id: kept.id }, body: { version, school } }))}
        >
          Save changes
        </Button>
        <Button variant="default" disabled={isSame} onClick={() => setSchool(kept)}>
          Drop them
        </Button>
        <Button
          variant="default"
          disabled={followers.length > 0}
          onClick={() =>
            void keepAndGo(
              () => api.delete('/api/schools/:id', { params: { id: kept.id }, query: { version } }),
              () => navigate(`/schools/${kept.basedOn ?? ''}`),
            )
          }
        >
          Delete the copy
        </Button>
      </div>
    </div>
  );
}

interface PartProps {
  school: School;
  change: (school: School) => void;
}

const DRAG_START = { activationConstraint: { distance: 4 } };

function OrderEditor({ school, change }: PartProps) {
  const sensors = useSensors(useSensor(PointerSensor, DRAG_START));
  const drop = ({ active, over }: DragEndEvent) => {
    if (over !== null) change(placeNeed(school, active.id as NeedId, over.id as NeedId)); // ids below are need ids
  };
  return (
    <DndContext sensors={sensors} onDragEnd={drop}>
      <h3>Order of purchase</h3>
      <ol className={clsx(css.orderList, css.orderEdit)}>
        {school.order.map((need, index) => (
          <OrderLine key={need} need={need} index={index} school={school} change={change} />
        ))}
      </ol>
    </DndContext>
  );
}

function OrderLine({ need, index, school, change }: PartProps & { need: NeedId; index: number }) {
  const drag = useDraggable({ id: need });
  const drop = useDroppable({ id: need });
  const { label, one } = NEEDS[need];
  return (
    <li ref={drop.setNodeRef} className={drop.isOver ? css.isOver : undefined}>
      <span ref={drag.setNodeRef} {...drag.listeners} className={css.grip} aria-hidden="true">
        <IconGripVertical size={18} />
      </span>
      <span className={clsx(css.orderPlace, 'mono')}>{index + 1}</span>
      <span className={parts.compareLetter}>{rungOf(need)}</span>
      <b className={css.orderName}>{one}</b>
      <TextInput
        aria-label={`Why ${label} stands there`}
        placeholder="why it stands there"
        value={school.why[need] ?? ''}
        maxLength={300}
        onChange={(event) => change(setWhy(school, need, event.currentTarget.value))}
      />
      <ActionIcon
        variant="subtle"
        size={34}
        aria-label={`${label} earlier`}
        disabled={index === 0}
        onClick={() => change(moveNeed(school, need, -1))}
      >
        <IconArrowUp size={18} />
      </ActionIcon>
      <ActionIcon
        variant="subtle"
        size={34}
        aria-label={`${label} later`}
        disabled={index === school.order.length - 1}
        onClick={() => change(moveNeed(school, need, 1))}
      >
        <IconArrowDown size={18} />
      </ActionIcon>
    </li>
  );
}

const NOTHING = 'nothing';
const GRADE_OPTIONS = [...GRADES.map((grade) => ({ value: grade, label: grade })), { value: NOTHING, label: 'does not count' }];
const NEED_OPTIONS = NEED_IDS.map((need) => ({ value: need, label: `${rungOf(need)} · ${NEEDS[need].label}` }));

function GradeEditor({ school, change }: PartProps) {
  const kinds = useCatalog((state) => state.kinds);
  const [kind, setKind] = useState<string | null>(null);
  const [need, setNeed] = useState<NeedId | null>(null);
  return (
    <>
      <h3>What counts otherwise than usual</h3>
      <ul className={clsx(css.orderList, css.orderEdit)}>
        {gradeLines(school).map((line) => (
          <GradeRow key={`${line.kind}-${line.need}`} line={line} change={change} school={school} />
        ))}
      </ul>
      <div className="row">
        <Select
          aria-label="Kind"
          placeholder="kind"
          searchable
          data={kinds.map(({ id, name }) => ({ value: id, label: name }))}
          value={kind}
          onChange={setKind}
        />
        <Select
          aria-label="Need"
          placeholder="need"
          searchable
          data={NEED_OPTIONS}
          value={need}
          onChange={(value) => setNeed(value as NeedId | null)}
        />
        <Button
          variant="default"
          disabled={kind === null || need === null}
          onClick={() => kind !== null && need !== null && change(setGrade(school, kind, need, 'substitute'))}
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
  const kinds = useCatalog((state) => state.kinds);
  return (
    <li>
      <b className={css.orderName}>{kinds.find(({ id }) => id === line.kind)?.name ?? line.kind}</b>
      <span>{NEEDS[line.need].label}</span>
      <Select
        aria-label={`What it counts as for ${NEEDS[line.need].label}`}
        data={GRADE_OPTIONS}
        value={line.grade ?? NOTHING}
        onChange={(value) => change(setGrade(school, line.kind, line.need, value === NOTHING ? null : (value as Grade)))}
      />
      <TextInput
        aria-label="Why it counts so"
        placeholder="why"
        value={line.why}
        maxLength={300}
        onChange={(event) => change(setGradeWhy(school, line.kind, event.currentTarget.value))}
      />
      <ActionIcon variant="subtle" size={34} aria-label="Back to usual" onClick={() => change(dropGrade(school, line.kind, line.need))}>
        <IconTrash size={18} />
      </ActionIcon>
    </li>
  );
}

function QuantityEditor({ school, change }: PartProps) {
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
        <Select
          aria-label="Need with its own quantity"
          placeholder="need"
          searchable
          data={NEED_OPTIONS}
          value={need}
          onChange={(value) => setNeed(value as NeedId | null)}
        />
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
      <DecimalInput
        label="At least"
        value={quantity.least}
        max={1000}
        decimals={0}
        onChange={(least) => least !== null && change(setQuantity(school, id, { ...quantity, least }))}
      />
      <DecimalInput
        label="Ideally"
        value={quantity.ideal}
        max={1000}
        decimals={0}
        onChange={(ideal) => ideal !== null && change(setQuantity(school, id, { ...quantity, ideal }))}
      />
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
