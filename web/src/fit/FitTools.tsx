import type { PlacedItem } from '@ivrak/core/fit';
import type { Compartment } from '@ivrak/core/model';
import { ActionIcon, Button, Menu, SegmentedControl } from '@mantine/core';
import { IconArrowDown, IconArrowLeft, IconArrowRight, IconArrowUp } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { mm } from '../drawing/figures.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { useKeys } from '../ui/useKeys.ts';
import { type Arranged, heldCount, letGoOfAll, moveTo, nextFold, nudge, type Scene, toggleLock, togglePin, turn } from './arrange.ts';
import css from './fit.module.css';

const STEP_MM = 5;
const FINE_MM = 1;
const PRESSES = [
  { value: '0', label: 'Loose' },
  { value: '0.6', label: 'Firm' },
  { value: '1', label: 'Hard' },
];

interface FitToolsProps {
  scene: Scene;
  chosen: string | null;
  name: string;
  act: (arranged: Arranged) => void;
}

/** What can be done with the chosen thing, and how hard everything is pressed. All of it by keys too. */
export function FitTools({ scene, chosen, name, act }: FitToolsProps) {
  const { draft } = useKit();
  const held = heldCount(draft);
  return (
    <div className={css.tools}>
      {chosen === null ? (
        <p className="small muted">Choose a thing to lock, turn, fold or move it; carry it to where you want it.</p>
      ) : (
        <ChosenTools scene={scene} chosen={chosen} name={name} act={act} />
      )}
      <span className="grow" />
      {held > 0 && (
        <Button variant="subtle" size="compact-sm" onClick={() => edit(letGoOfAll)}>
          Let go of {held === 1 ? 'the one held' : `all ${held} held`}
        </Button>
      )}
      <SegmentedControl
        size="xs"
        aria-label="How hard it is pressed"
        data={PRESSES}
        value={String(
          PRESSES.map(({ value }) => Number(value)).reduce((best, value) =>
            Math.abs(value - draft.fit.press) < Math.abs(best - draft.fit.press) ? value : best,
          ),
        )}
        onChange={(value) => edit((before) => ({ ...before, fit: { ...before.fit, press: Number(value) } }))}
      />
    </div>
  );
}

function ChosenTools({ scene, chosen, name, act }: FitToolsProps & { chosen: string }) {
  const { locks, pins, folds } = scene.draft.fit;
  const item = scene.items.find(({ id }) => id === chosen);
  const box = scene.result.placed.find(({ id }) => id === chosen);
  const isLocked = locks[chosen] !== undefined;
  const fold = folds[chosen];
  const rooms = scene.container.compartments;
  const move = (dx: number, dy: number) => () => act(nudge(scene, chosen, dx, dy));
  const toNext = (by: 1 | -1) => () => {
    const next = rooms[rooms.findIndex(({ id }) => id === box?.compartment) + by];
    if (next !== undefined) act(moveTo(scene, chosen, next.id));
  };
  useKeys({
    l: () => act(toggleLock(scene, chosen)),
    k: () => act(togglePin(scene, chosen)),
    t: () => act(turn(scene, chosen)),
    f: () => act(nextFold(scene, chosen)),
    ArrowLeft: (event) => move(event.shiftKey ? -FINE_MM : -STEP_MM, 0)(),
    ArrowRight: (event) => move(event.shiftKey ? FINE_MM : STEP_MM, 0)(),
    ArrowUp: (event) => move(0, event.shiftKey ? FINE_MM : STEP_MM)(),
    ArrowDown: (event) => move(0, event.shiftKey ? -FINE_MM : -STEP_MM)(),
    '[': toNext(-1),
    ']': toNext(1),
  });
  return (
    <div className={clsx(css.chosen, 'row')}>
      <b className={css.chosenName}>{name}</b>
      <Button
        size="compact-sm"
        {...(isLocked ? {} : { variant: 'default' })}
        onClick={() => act(toggleLock(scene, chosen))}
        aria-pressed={isLocked}
      >
        {isLocked ? 'Locked' : 'Lock'}
      </Button>
      <OtherRoom rooms={rooms} act={act} scene={scene} chosen={chosen} pins={pins} />
      <Button size="compact-sm" variant="default" onClick={() => act(turn(scene, chosen))}>
        Turn
      </Button>
      {item?.foldable === true && (
        <Button size="compact-sm" {...(fold === undefined ? { variant: 'default' } : {})} onClick={() => act(nextFold(scene, chosen))}>
          {fold === undefined ? 'Fold' : fold ? 'Folded' : 'Not folded'}
        </Button>
      )}
      <MoveArrows move={move} />
      <ChangePlaces act={act} scene={scene} chosen={chosen} rooms={rooms} box={box} />
    </div>
  );
}

interface OtherRoomProps {
  rooms: Compartment[];
  act: (arranged: Arranged) => void;
  scene: Scene;
  chosen: string;
  pins: Record<string, string>;
}

function OtherRoom({ rooms, act, scene, chosen, pins }: OtherRoomProps) {
  const isPinned = pins[chosen] !== undefined;
  return (
    rooms.length > 1 && (
      <Button
        size="compact-sm"
        {...(isPinned ? {} : { variant: 'default' })}
        onClick={() => act(togglePin(scene, chosen))}
        aria-pressed={isPinned}
      >
        {isPinned ? 'Pinned here' : 'Pin here'}
      </Button>
    )
  );
}

function MoveArrows({ move }: { move: (dx: number, dy: number) => () => void }) {
  return (
    <span className={css.arrows}>
      <ActionIcon size={26} variant="default" aria-label={`Move ${mm(STEP_MM)} left`} onClick={move(-STEP_MM, 0)}>
        <IconArrowLeft size={15} />
      </ActionIcon>
      <ActionIcon size={26} variant="default" aria-label={`Move ${mm(STEP_MM)} right`} onClick={move(STEP_MM, 0)}>
        <IconArrowRight size={15} />
      </ActionIcon>
      <ActionIcon size={26} variant="default" aria-label={`Move ${mm(STEP_MM)} up`} onClick={move(0, STEP_MM)}>
        <IconArrowUp size={15} />
      </ActionIcon>
      <ActionIcon size={26} variant="default" aria-label={`Move ${mm(STEP_MM)} down`} onClick={move(0, -STEP_MM)}>
        <IconArrowDown size={15} />
      </ActionIcon>
    </span>
  );
}

interface ChangePlacesProps {
  act: (arranged: Arranged) => void;
  scene: Scene;
  chosen: string;
  rooms: Compartment[];
  box: PlacedItem | undefined;
}

function ChangePlaces({ act, scene, chosen, rooms, box }: ChangePlacesProps) {
  const others = rooms.filter(({ id }) => id !== box?.compartment);
  return (
    others.length > 0 && (
      <Menu>
        <Menu.Target>
          <Button size="compact-sm" variant="default">
            Move to
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {others.map(({ id }) => (
            <Menu.Item key={id} onClick={() => act(moveTo(scene, chosen, id))}>
              {id}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
    )
  );
}
