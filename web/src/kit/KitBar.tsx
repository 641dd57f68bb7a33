import { sheetCounts } from '@ivrak/core/kit';
import { showDate } from '@ivrak/core/model';
import { ActionIcon } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { Link, NavLink, useMatch } from 'react-router';
import { useStore } from 'zustand';
import { containerOf, positionOf } from '../data/catalog.ts';
import { Caliper } from '../drawing/Caliper.tsx';
import { ContainerDrawing } from '../drawing/ContainerDrawing.tsx';
import { grams, mm, price } from '../drawing/figures.ts';
import { Tag } from '../drawing/Tag.tsx';
import { redo, undo, useDraft } from './draftStore.ts';
import { useKit } from './KitContext.tsx';
import css from './kit.module.css';
import planCss from './planSwitch.module.css';
import { useSheetView } from './sheetView.ts';

const STEPS = [
  { step: 'brief', name: 'Brief' },
  { step: 'bench', name: 'Bench' },
  { step: 'fit', name: 'Fit' },
  { step: 'stage', name: 'Stage' },
];

/** Which kit this is, the steps of the work, and the figures that decide whether it is carried. */
export function KitBar() {
  const { kit, draft, judgement, packing } = useKit();
  const container = containerOf(draft.containerId);
  const position = positionOf(draft.positionId);
  const limit = position?.tMm ?? 0;
  const isPlanned = draft.planned.length > 0 || draft.units.some((unit) => unit.planned === true);
  const thickness = packing.carry?.outerTMm ?? null;
  return (
    <div className={clsx(css.bar, 'no-print')}>
      <ContainerDrawing container={container} size={46} />
      <div className={css.title}>
        <h1>{draft.name}</h1>
        <Tag>{position?.name ?? draft.positionId}</Tag>
        {kit.inSet !== null && (
          <Link className={css.inSet} to={`/sets/${kit.inSet.id}`}>
            part of {kit.inSet.name}
          </Link>
        )}
      </div>
      <nav className={css.steps} aria-label="Steps">
        {STEPS.map(({ step, name }) => (
          <NavLink key={step} to={`/kits/${kit.id}/${step}`}>
            {name}
          </NavLink>
        ))}
      </nav>
      <PlanChoice />
      <UndoButtons />
      <div className={css.figures}>
        <Caliper valueMm={thickness} limitMm={limit} width={isPlanned ? 120 : 160} />
        <Figure
          value={thickness === null ? (packing.progress === null ? '–' : '…') : mm(thickness)}
          label={`limit ${mm(limit)}`}
          isOver={thickness !== null && thickness > limit}
        />
        <Figure
          value={grams(judgement.massG)}
          label={position?.massG ? `of ${grams(position.massG)}` : 'mass'}
          isOver={position?.massG ? judgement.massG > position.massG : false}
        />
        <Figure value={price(judgement.priceMinor)} label="usual price" />
        <Figure
          value={judgement.readyUntil === null ? 'no date' : showDate(judgement.readyUntil)}
          label={judgement.firstGap === null ? 'ready until' : 'rest holds until'}
        />
      </div>
    </div>
  );
}

/** Where something is planned: how much of it is there, and which of the two is looked at. */
function PlanChoice() {
  const { seen, see } = useSheetView();
  const isStaging = useMatch('/kits/:id/stage') !== null;
  const units = useDraft(({ draft }) => draft?.units);
  const counts = units === undefined ? null : sheetCounts(units);
  if (counts === null || counts.planned === counts.owned) return null;
  const isPlan = seen === 'plan' && !isStaging;
  return (
    <div className={planCss.plan} role="group" aria-label="What is looked at">
      <button type="button" aria-pressed={isPlan} disabled={isStaging} onClick={() => see('plan')}>
        planned <b className="mono">{counts.planned}</b>
      </button>
      <button type="button" aria-pressed={!isPlan} onClick={() => see('owned')}>
        owned <b className="mono">{counts.owned}</b>
      </button>
    </div>
  );
}

function UndoButtons() {
  const { pastStates, futureStates } = useStore(useDraft.temporal);
  return (
    <div className={css.undo}>
      <ActionIcon variant="subtle" size={36} aria-label="Undo" disabled={pastStates.length === 0} onClick={undo}>
        <IconArrowBackUp size={21} />
      </ActionIcon>
      <ActionIcon variant="subtle" size={36} aria-label="Redo" disabled={futureStates.length === 0} onClick={redo}>
        <IconArrowForwardUp size={21} />
      </ActionIcon>
    </div>
  );
}

function Figure({ value, label, isOver = false }: { value: string; label: string; isOver?: boolean }) {
  return (
    <div className={clsx(css.figure, isOver && css.isOver)}>
      <span className="mono">{value}</span>
      <span className={css.figureLabel}>{label}</span>
    </div>
  );
}
