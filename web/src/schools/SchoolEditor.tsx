import { DndContext, type DragEndEvent, useDraggable, useDroppable } from '@dnd-kit/core';
import type { SchoolIssue } from '@ivrak/core/model';
import { NEEDS, type NeedId, rungOf, type School, SchoolSchema, schoolIssues } from '@ivrak/core/model';
import { ActionIcon, Button, TextInput } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconGripVertical } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import type { MusteredKit } from '../data/queries.ts';
import { useKits } from '../data/queries.ts';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { useDragSensors } from '../ui/useDragSensors.ts';
import { useKeep } from '../ui/useKeep.ts';
import { moveNeed, placeNeed, setWhy } from './editSchool.ts';
import { GradeEditor, type PartProps, QuantityEditor } from './SchoolGrading.tsx';
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

function OrderEditor({ school, change }: PartProps) {
  const sensors = useDragSensors();
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
