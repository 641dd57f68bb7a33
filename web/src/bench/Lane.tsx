import { useDraggable, useDroppable } from '@dnd-kit/core';
import { ifNeedBeText, isAsked, type NeedCoverage, type RungCoverage } from '@ivrak/core/coverage';
import { isPlanned, type SheetUnit } from '@ivrak/core/kit';
import {
  CONDITION_NAMES,
  type Kind,
  massOf,
  NEEDS,
  type PlainDate,
  RUNG_NAMES,
  type Rung,
  showDate,
  sizeOf,
  type Unit,
  type UnitId,
} from '@ivrak/core/model';
import { clsx } from 'clsx';
import { memo } from 'react';
import { catalogNow, kindName } from '../data/catalog.ts';
import { grams, mm } from '../drawing/figures.ts';
import { KindDrawing } from '../drawing/KindDrawing.tsx';
import { useKit } from '../kit/KitContext.tsx';
import css from './bench.module.css';
import type { Carried, Target } from './carrying.ts';
import { useCatalogFilter } from './catalogFilter.ts';
import { useSheetScale } from './scale.ts';

interface LaneProps {
  rung: Rung;
  units: readonly SheetUnit[];
  coverage: RungCoverage | undefined;
  chosenId: UnitId | null;
  /** The thing in front of which what is carried would be laid. */
  overId: string | null;
  choose: (id: UnitId) => void;
}

export function Lane({ rung, units, coverage, chosenId, overId, choose }: LaneProps) {
  const { today, judgement } = useKit();
  const needs = coverage?.needs.filter(({ state }) => isAsked(state)) ?? [];
  const gaps = needs.filter(({ state }) => state === 'gap');
  const serves = servesOf(judgement.coverage.needs);
  const drop = useDroppable({ id: `lane:${rung}`, data: { what: 'lane' } satisfies Target });
  return (
    <section ref={drop.setNodeRef} className={clsx(css.lane, drop.isOver && css.isOver)} id={`lane-${rung}`} aria-label={RUNG_NAMES[rung]}>
      <header className={css.laneHead}>
        <span className={css.laneLetter}>{rung}</span>
        <span className={css.laneName}>{RUNG_NAMES[rung]}</span>
        <span className={css.laneSum}>{laneSum(needs)}</span>
      </header>
      <div className={css.laneThings}>
        {units.map((unit) => {
          const kind = catalogNow().get(unit.kind);
          return kind === undefined ? null : (
            <Thing
              key={unit.id}
              unit={unit}
              kind={kind}
              today={today}
              serves={serves.get(unit.id) ?? ''}
              isChosen={unit.id === chosenId}
              isOver={unit.id === overId}
              choose={choose}
            />
          );
        })}
        {gaps.map((need) => (
          <GapBox key={need.need} need={need} />
        ))}
        {units.length === 0 && gaps.length === 0 && (
          <p className={css.laneEmpty}>{needs.length === 0 ? emptyReason(rung, judgement.needs) : 'Served from other lanes.'}</p>
        )}
      </div>
    </section>
  );
}

const laneSum = (needs: readonly NeedCoverage[]): string =>
  needs.map(({ need, have, least, ideal }) => `${NEEDS[need].label} ${have} of ${least > 0 ? least : ideal}`).join(' · ');

function emptyReason(rung: Rung, needs: readonly { need: string; reason: string }[]): string {
  const first = needs.find(({ need }) => need.startsWith(rung));
  return first === undefined ? 'Nothing needed here.' : `Nothing needed here: ${first.reason}.`;
}

/** "limb" or "limb, sling": what a unit serves now. */
function servesOf(needs: readonly NeedCoverage[]): Map<string, string> {
  const serves = new Map<string, string>();
  for (const { need, by } of needs) {
    for (const { unitId } of by) serves.set(unitId, serves.has(unitId) ? `${serves.get(unitId)}, ${NEEDS[need].label}` : NEEDS[need].label);
  }
  return serves;
}

interface ThingProps {
  unit: SheetUnit;
  kind: Kind;
  today: PlainDate;
  serves: string;
  isChosen: boolean;
  isOver: boolean;
  choose: (id: UnitId) => void;
}

const Thing = memo(function Thing({ unit, kind, today, serves, isChosen, isOver, choose }: ThingProps) {
  const scale = useSheetScale((state) => state.scale);
  const drag = useDraggable({ id: `unit:${unit.id}`, data: { what: 'unit', unitId: unit.id, kind } satisfies Carried });
  const { tMm } = sizeOf(kind, unit);
  const isLapsed = unit.expiresOn !== null && unit.expiresOn < today;
  const isOut = isLapsed || !['ready', 'notStaged'].includes(unit.condition);
  // What does not count is not a spare either; its own line says why.
  const use = serves !== '' ? [serves] : isOut ? [] : ['spare'];
  const figures = [
    mm(tMm),
    grams(massOf(kind, unit) * unit.count),
    ...(unit.own?.whose === undefined ? [] : [`of ${unit.own.whose}`]),
    ...use,
  ];
  return (
    <button
      type="button"
      ref={drag.setNodeRef}
      data-unit={unit.id}
      {...drag.listeners}
      className={clsx(
        css.thing,
        isPlanned(unit) && css.isPlanned,
        isChosen && css.isChosen,
        isOut && css.isOut,
        drag.isDragging && css.isDragged,
        isOver && css.isOver,
      )}
      aria-pressed={isChosen}
      onClick={() => choose(unit.id)}
    >
      <KindDrawing kind={kind} unit={unit} scale={scale} stacked={unit.count} />
      <span className={css.thingName}>
        {unit.count > 1 && <span className="mono">{unit.count} × </span>}
        {kind.name}
      </span>
      <span className={css.thingFigures}>{figures.join(' · ')}</span>
      {isPlanned(unit) ? <span className={css.thingPlan}>planned: to buy</span> : <ThingDate unit={unit} kind={kind} isLapsed={isLapsed} />}
    </button>
  );
});

function ThingDate({ unit, kind, isLapsed }: { unit: Unit; kind: Kind; isLapsed: boolean }) {
  if (unit.condition !== 'ready' && unit.condition !== 'notStaged')
    return <span className={clsx(css.thingNote, 'state-gap')}>{CONDITION_NAMES[unit.condition]}: does not count</span>;
  if (isLapsed && unit.expiresOn !== null)
    return <span className={clsx(css.thingNote, 'state-gap')}>lapsed: last good {showDate(unit.expiresOn)}</span>;
  // It counts, and costs seconds.
  if (unit.condition === 'notStaged') return <span className={clsx(css.thingNote, 'state-thin')}>{CONDITION_NAMES.notStaged}</span>;
  if (unit.expiresOn !== null) return <span className={css.thingNote}>{showDate(unit.expiresOn)}</span>;
  if (kind.dating === 'printed') return <span className={clsx(css.thingNote, 'state-thin')}>date not read</span>;
  return null;
}

/** What could stand in is said beside the gap, and never counted. */
function IfNeedBeLine({ first: { unitId, leavesOpen } }: { first: NeedCoverage['ifNeedBe'][number] }) {
  const { draft } = useKit();
  const unit = draft.units.find(({ id }) => id === unitId);
  return unit === undefined ? null : <span className={css.ifNeedBe}>If need be: {ifNeedBeText(kindName(unit.kind), leavesOpen)}</span>;
}

/** What is missing stands on the sheet as an empty place; pressing it shows what would fill it. */
function GapBox({ need }: { need: NeedCoverage }) {
  const show = useCatalogFilter((state) => state.showNeed);
  const missing = need.least - need.have;
  return (
    <button type="button" className={css.gapBox} onClick={() => show(need.need)}>
      <b>{NEEDS[need.need].label}</b>
      <span className="mono">{missing} missing</span>
      {need.ifNeedBe[0] !== undefined && <IfNeedBeLine first={need.ifNeedBe[0]} />}
    </button>
  );
}
