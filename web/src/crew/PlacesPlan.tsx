import { DndContext, type DragEndEvent, useDraggable } from '@dnd-kit/core';
import { freeId } from '@ivrak/core/catalog';
import { PLAN_M, type PlacesPlan as Plan, SPOT_SORT_NAMES, SPOT_SORTS, type Spot, type SpotSort } from '@ivrak/core/model';
import { Button, CloseButton, MultiSelect, Select, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { type CSSProperties, type KeyboardEvent, useRef, useState } from 'react';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import { useDragSensors } from '../ui/useDragSensors.ts';
import css from './crew.module.css';

interface DrawnPlanProps {
  plan: Plan;
  kitName: (id: string) => string;
  chosen?: string | null;
  choose?: (id: string) => void;
  move?: (id: string, to: { xM: number; yM: number }) => void;
}

const STEP_M = 10;
const LONG_STEP_M = 50;
const within = (value: number, most: number): number => Math.round(Math.min(most, Math.max(0, value)));

/** Where a key moves a spot: ten metres, with Shift fifty; null: no key for that. */
export function moveByKey(spot: Pick<Spot, 'xM' | 'yM'>, key: string, isLong: boolean): { xM: number; yM: number } | null {
  const step = isLong ? LONG_STEP_M : STEP_M;
  const ways: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  };
  const way = ways[key];
  return way === undefined ? null : { xM: within(spot.xM + way[0], PLAN_M.wide), yM: within(spot.yM + way[1], PLAN_M.high) };
}

const percent = (value: number, most: number) => `${((100 * value) / most).toFixed(2)}%`;

/** Land above, water below, places with the kits that are kept there; drawn to one scale. */
export function DrawnPlan({ plan, kitName, chosen, choose, move }: DrawnPlanProps) {
  const sheet = useRef<HTMLDivElement>(null);
  const sensors = useDragSensors();
  const put = ({ active, delta }: DragEndEvent) => {
    const spot = plan.spots.find(({ id }) => id === active.id);
    const box = sheet.current?.getBoundingClientRect();
    if (spot === undefined || box === undefined) return;
    const xM = within(spot.xM + (delta.x / box.width) * PLAN_M.wide, PLAN_M.wide);
    const yM = within(spot.yM + (delta.y / box.height) * PLAN_M.high, PLAN_M.high);
    move?.(spot.id, { xM, yM });
  };
  return (
    <DndContext sensors={sensors} autoScroll={false} onDragEnd={put}>
      <div className={css.plan} ref={sheet}>
        <svg className={css.planGround} viewBox={`0 0 ${PLAN_M.wide} ${PLAN_M.high}`} preserveAspectRatio="none" aria-hidden="true">
          {plan.shoreM !== null && (
            <rect className={css.planWater} x={0} y={plan.shoreM} width={PLAN_M.wide} height={PLAN_M.high - plan.shoreM} />
          )}
          {plan.shoreM !== null && <path className={css.planShore} d={`M0 ${plan.shoreM} H${PLAN_M.wide}`} />}
        </svg>
        {plan.spots.map((spot) => (
          <PlannedSpot
            key={spot.id}
            spot={spot}
            kitName={kitName}
            isChosen={chosen === spot.id}
            choose={choose === undefined ? null : () => choose(spot.id)}
            move={(to) => move?.(spot.id, to)}
          />
        ))}
        <span className={clsx(css.planScale, 'small')}>{`${PLAN_M.wide} m across`}</span>
      </div>
    </DndContext>
  );
}

interface PlannedSpotProps {
  spot: Spot;
  kitName: (id: string) => string;
  isChosen: boolean;
  /** Null: the plan is only shown. */
  choose: (() => void) | null;
  move: (to: Pick<Spot, 'xM' | 'yM'>) => void;
}

/** A place on the plan; carried by the pointer, or by arrow keys. */
function PlannedSpot({ spot, kitName, isChosen, choose, move }: PlannedSpotProps) {
  const { setNodeRef, listeners, transform } = useDraggable({ id: spot.id, disabled: choose === null });
  const place = {
    className: clsx(choose !== null && parts.bare, css.planSpot, spot.xM > 0.72 * PLAN_M.wide && css.isRight, isChosen && css.isChosen),
    // Carried by a transform: of a mark that is placed anew meanwhile the library takes the way as its own, and the hand is ahead of it.
    style: {
      left: percent(spot.xM, PLAN_M.wide),
      top: percent(spot.yM, PLAN_M.high),
      '--carried-x': `${transform?.x ?? 0}px`,
      '--carried-y': `${transform?.y ?? 0}px`,
    } as CSSProperties,
  };
  const content = (
    <>
      <SpotMark sort={spot.sort} />
      <span className={css.planName}>
        <b>{spot.name}</b>
        {spot.kitIds.map((id) => (
          <span key={id}>{kitName(id)}</span>
        ))}
      </span>
    </>
  );
  if (choose === null) return <div {...place}>{content}</div>;
  const handleKey = (event: KeyboardEvent) => {
    const to = moveByKey(spot, event.key, event.shiftKey);
    if (to === null) return;
    event.preventDefault();
    move(to);
  };
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...place}
      aria-label={`${spot.name}; arrow keys move it`}
      {...listeners}
      onClick={choose}
      onKeyDown={handleKey}
    >
      {content}
    </button>
  );
}

/** A house, a hull, wheels, a post: told apart by outline. */
function SpotMark({ sort }: { sort: SpotSort }) {
  const paths: Record<SpotSort, string> = {
    building: 'M3 11 L12 3 L21 11 V21 H3 Z',
    boat: 'M2 12 H22 L18 20 H6 Z M11 12 V3 L18 10',
    vehicle: 'M2 16 V9 H14 L19 12 V16 Z M6 19 a2 2 0 1 0 0.1 0 M15 19 a2 2 0 1 0 0.1 0',
    shore: 'M12 3 V21 M6 21 H18 M12 4 L20 7 L12 10',
  };
  return (
    <svg className={css.planMark} viewBox="0 0 24 24" aria-hidden="true">
      <path d={paths[sort]} />
    </svg>
  );
}

interface PlacesEditorProps {
  plan: Plan;
  kits: readonly { id: string; name: string }[];
  change: (next: Plan) => void;
}

/** Draws the plan: places by name and sort, moved by hand or arrow keys, with the kits that are kept at each. */
export function PlacesEditor({ plan, kits, change }: PlacesEditorProps) {
  const [chosen, setChosen] = useState<string | null>(null);
  const kitName = (id: string) => kits.find((kit) => kit.id === id)?.name ?? id;
  const setSpot = (id: string, next: Partial<Spot>) =>
    change({ ...plan, spots: plan.spots.map((spot) => (spot.id === id ? { ...spot, ...next } : spot)) });
  const spot = plan.spots.find(({ id }) => id === chosen);
  const add = () => {
    const id = freeId('place', new Set(plan.spots.map((one) => one.id)));
    change({
      ...plan,
      spots: [...plan.spots, { id, name: 'New place', sort: 'building', xM: PLAN_M.wide / 2, yM: PLAN_M.high / 2, kitIds: [] }],
    });
    setChosen(id);
  };
  return (
    <>
      <DrawnPlan plan={plan} kitName={kitName} chosen={chosen} choose={setChosen} move={setSpot} />
      <div className={clsx(css.planTools, 'row')}>
        <Button size="compact-sm" variant="default" onClick={add}>
          Add a place
        </Button>
        <DecimalInput
          label="Water from"
          unit="m"
          max={PLAN_M.high}
          decimals={0}
          value={plan.shoreM}
          onChange={(shoreM) => change({ ...plan, shoreM })}
        />
      </div>
      {spot !== undefined && (
        <SpotForm spot={spot} setSpot={setSpot} kits={kits} change={change} plan={plan} setChosen={setChosen} chosen={chosen} />
      )}
    </>
  );
}

interface SpotFormProps {
  spot: Spot;
  setSpot: (id: string, next: Partial<Spot>) => void;
  kits: readonly { id: string; name: string }[];
  change: (next: Plan) => void;
  plan: Plan;
  setChosen: (next: string | null) => void;
  chosen: string | null;
}

function SpotForm({ spot, setSpot, kits, change, plan, setChosen, chosen }: SpotFormProps) {
  const elsewhere = new Set(plan.spots.filter(({ id }) => id !== chosen).flatMap(({ kitIds }) => kitIds as string[]));
  return (
    <fieldset className={css.planSpotForm}>
      <legend>{spot.name}</legend>
      <TextInput
        label="Name of the place"
        maxLength={40}
        defaultValue={spot.name}
        key={spot.id}
        onBlur={(event) => event.currentTarget.value.trim() !== '' && setSpot(spot.id, { name: event.currentTarget.value.trim() })}
      />
      <Select
        label="What it is"
        data={SPOT_SORTS.map((sort) => ({ value: sort as string, label: SPOT_SORT_NAMES[sort] }))}
        value={spot.sort}
        onChange={(sort) => setSpot(spot.id, { sort: SPOT_SORTS.find((one) => one === sort) ?? spot.sort })}
      />
      <MultiSelect
        label="Kits kept there"
        data={kits.filter(({ id }) => !elsewhere.has(id)).map(({ id, name }) => ({ value: id, label: name }))}
        value={spot.kitIds as string[]}
        onChange={(ids) => setSpot(spot.id, { kitIds: ids as Spot['kitIds'] })} // ids of the list
      />
      <CloseButton
        aria-label={`Take ${spot.name} off the plan`}
        onClick={() => {
          change({ ...plan, spots: plan.spots.filter(({ id }) => id !== spot.id) });
          setChosen(null);
        }}
      />
    </fieldset>
  );
}
