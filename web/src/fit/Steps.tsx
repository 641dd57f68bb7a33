import { capital } from '@ivrak/core/model';
import type { PackingStep } from '@ivrak/core/staging';
import { Button } from '@mantine/core';
import { IconChevronLeft, IconChevronRight, IconPlayerPauseFilled, IconPlayerPlayFilled } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { useEffect, useRef, useState } from 'react';
import { positionOf } from '../data/catalog.ts';
import { Caliper } from '../drawing/Caliper.tsx';
import { mm, size, told } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import { useKeys } from '../ui/useKeys.ts';
import type { Scene } from './arrange.ts';
import { FrontBox } from './FrontBoxes.tsx';
import { frameOf, PAD, type RoomDrawing, roomDrawings, scaleFor } from './frames.ts';
import css from './steps.module.css';
import { onWhatAndWhy } from './stepWords.ts';
import { Walls } from './Walls.tsx';

const WIDTH = 520;
const HEIGHT = 360;
const A_STEP_MS = 1600;

interface StepsProps {
  scene: Scene;
  steps: readonly PackingStep[];
  nameOf: (id: string) => string;
}

/** One thing a step, in the order in which hands put them in; forward, back, by itself, by arrow keys. */
export function Steps({ scene, steps, nameOf }: StepsProps) {
  const [at, setAt] = useState(1);
  const [isPlaying, setPlaying] = useState(false);
  const shown = Math.min(at, steps.length);
  const go = (to: number) => {
    setPlaying(false);
    setAt(Math.max(1, Math.min(to, steps.length)));
  };
  const isAtEnd = shown >= steps.length;
  useEffect(() => {
    if (!isPlaying) return;
    if (isAtEnd) return setPlaying(false);
    const timer = setTimeout(() => setAt(shown + 1), A_STEP_MS);
    return () => clearTimeout(timer);
  }, [isPlaying, isAtEnd, shown]);
  const play = () => {
    if (isAtEnd) setAt(1);
    setPlaying(!isPlaying);
  };
  useKeys({
    ArrowRight: () => go(shown + 1),
    ArrowLeft: () => go(shown - 1),
    Home: () => go(1),
    End: () => go(steps.length),
    p: play,
  });
  const step = steps[shown - 1];
  if (step === undefined) return null;
  return (
    <div className={css.steps}>
      <StepDrawing scene={scene} steps={steps.slice(0, shown)} nameOf={nameOf} />
      <section className={css.beside} aria-label="Packing step by step">
        <div className={css.buttons}>
          <Button
            variant="default"
            size="compact-md"
            onClick={() => go(shown - 1)}
            disabled={shown === 1}
            leftSection={<IconChevronLeft size={16} />}
          >
            Back
          </Button>
          <Button
            size="compact-md"
            onClick={play}
            leftSection={isPlaying ? <IconPlayerPauseFilled size={14} /> : <IconPlayerPlayFilled size={14} />}
          >
            {isPlaying ? 'Pause' : 'Play'}
          </Button>
          <Button
            variant="default"
            size="compact-md"
            onClick={() => go(shown + 1)}
            disabled={isAtEnd}
            rightSection={<IconChevronRight size={16} />}
          >
            Forward
          </Button>
        </div>
        <Said step={step} scene={scene} nameOf={nameOf} count={shown} of={steps.length} />
        <p className="small muted">Arrow keys go forward and back, P plays. Paper with a picture for each step is on Stage.</p>
        <StepList steps={steps} shown={shown} go={go} nameOf={nameOf} />
      </section>
    </div>
  );
}

interface SaidProps {
  step: PackingStep;
  scene: Scene;
  nameOf: (id: string) => string;
  count: number;
  of: number;
}

/** What is put in now, where, and why there. */
function Said({ step, scene, nameOf, count, of }: SaidProps) {
  const { draft } = useKit();
  const { box, compartment, slot, where } = step;
  const limitMm = positionOf(draft.positionId)?.tMm ?? 0;
  const thicknessMm = step.thicknessMm + scene.container.wallMm;
  const isOne = scene.container.compartments.length === 1;
  return (
    <div aria-live="polite">
      <h2>
        {count} of {of}: {nameOf(box.id)}
      </h2>
      <p className={css.where}>{capital(isOne || slot !== null ? told(where) : `${compartment}: ${told(where)}`)}</p>
      <p className="small">{onWhatAndWhy(step, scene, nameOf)}</p>
      <p className={clsx(css.soFar, 'mono')}>
        <Caliper valueMm={thicknessMm} limitMm={limitMm} width={150} />
        <span>
          {mm(thicknessMm)} so far, of {mm(limitMm)}
        </span>
      </p>
      <p className="small muted mono">{size(box.wMm, box.hMm, box.dMm)} as it lies</p>
    </div>
  );
}

interface StepListProps {
  steps: readonly PackingStep[];
  shown: number;
  go: (to: number) => void;
  nameOf: (id: string) => string;
}

function StepList({ steps, shown, go, nameOf }: StepListProps) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const row = list.current?.children[shown - 1];
    if (row instanceof HTMLElement && list.current !== null) list.current.scrollTop = row.offsetTop - list.current.clientHeight / 2;
  }, [shown]);
  return (
    <ol className={css.list} ref={list}>
      {steps.map(({ box }, index) => (
        <li key={box.id}>
          <button
            type="button"
            aria-current={index + 1 === shown ? 'step' : undefined}
            className={clsx(index + 1 > shown && css.isToCome)}
            onClick={() => go(index + 1)}
          >
            <span className="mono">{index + 1}</span> {nameOf(box.id)}
          </button>
        </li>
      ))}
    </ol>
  );
}

interface StepDrawingProps {
  scene: Scene;
  /** Up to the one that is shown, which flies in. */
  steps: readonly PackingStep[];
  nameOf: (id: string) => string;
}

/** Every compartment from the front, with what is in by then; the last thing stands out. */
function StepDrawing({ scene, steps, nameOf }: StepDrawingProps) {
  const rooms = roomDrawings(scene.container, scene.result);
  const scale = scaleFor(rooms, 0, WIDTH, HEIGHT);
  return (
    <div className={css.rooms}>
      {rooms.map((room) => (
        <RoomSoFar key={room.id} room={room} isNamed={rooms.length > 1} scale={scale} steps={steps} nameOf={nameOf} />
      ))}
    </div>
  );
}

interface RoomSoFarProps extends Pick<StepDrawingProps, 'steps' | 'nameOf'> {
  room: RoomDrawing;
  isNamed: boolean;
  scale: number;
  /** On paper nothing flies. */
  isStill?: boolean;
}

/** A compartment from the front with what is in it by then. */
export function RoomSoFar({ room, isNamed, scale, steps, nameOf, isStill = false }: RoomSoFarProps) {
  const last = steps.at(-1)?.box.id;
  const own = steps.filter(({ box }) => box.compartment === room.id);
  const [w, h] = [room.w * scale + 2 * PAD, room.h * scale + 2 * PAD];
  return (
    <figure className={css.room}>
      {isNamed && <figcaption>{room.id}</figcaption>}
      <svg width={w} height={h} viewBox={`${-PAD} ${-PAD} ${w} ${h}`} role="img" aria-label={`${room.id}, ${own.length} things so far`}>
        <Walls room={room} scale={scale} />
        {own.map(({ box }) => {
          const frame = frameOf(room, box);
          if (frame === undefined) return null;
          const isLast = box.id === last;
          return (
            <g key={box.id} className={clsx(isLast && !isStill && css.flies)}>
              <FrontBox box={box} frame={frame} scale={scale} roomH={room.h} name={nameOf(box.id)} isChosen={isLast} />
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
