import { useDraggable } from '@dnd-kit/core';
import type { FitResult, PlacedItem } from '@ivrak/core/fit';
import { MODULE_PREFIX } from '@ivrak/core/kit';
import type { Kind } from '@ivrak/core/model';
import { IconLock, IconPin } from '@tabler/icons-react';
import { clsx } from 'clsx';
import type { ReactNode, Ref } from 'react';
import { catalogNow } from '../data/catalog.ts';
import { mm, size } from '../drawing/figures.ts';
import { Shape } from '../drawing/KindDrawing.tsx';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import type { Scene } from './arrange.ts';
import css from './fit.module.css';
import { type Frame, fillOf, frameOf, type RoomDrawing } from './frames.ts';
import { PlaceNumber } from './PlaceNumber.tsx';
import type { ReachEntry } from './reachOrder.ts';
import type { BoxDrag } from './useBoxDrag.ts';
import { backToFront, visibleSpot } from './visibleSpot.ts';

export interface CutawayProps {
  scene: Scene;
  result: FitResult;
  order: readonly ReachEntry[];
  chosen: string | null;
  choose: (id: string) => void;
  /** A thing was carried to a place: millimetres from the lower left corner of a compartment or slot. */
  carried: (id: string, to: { compartment: string; slot: string | undefined; xMm: number; yMm: number }) => void;
}

interface FrontBoxesProps extends Omit<CutawayProps, 'carried'> {
  room: RoomDrawing;
  scale: number;
  drag: BoxDrag | null;
}

export function FrontBoxes({ room, scale, scene, result, order, chosen, choose, drag }: FrontBoxesProps) {
  const boxes = backToFront(result.placed.filter(({ compartment }) => compartment === room.id));
  const places = new Map(order.map(({ id, place }) => [id, place]));
  const names = new Map(order.map(({ id, name }) => [id, name]));
  // What is carried is drawn last, so that it is seen over everything.
  const painted = drag === null ? boxes : [...boxes.filter(({ id }) => id !== drag.id), ...boxes.filter(({ id }) => id === drag.id)];
  return (
    <>
      {painted.map((box) => {
        const frame = frameOf(room, box);
        if (frame === undefined) return null;
        const infront = boxes.slice(boxes.indexOf(box) + 1).filter((other) => other.slot === box.slot);
        const isCarried = drag?.id === box.id;
        const { locks, pins } = scene.draft.fit;
        const held = locks[box.id] !== undefined ? 'locked' : pins[box.id] !== undefined ? 'pinned' : null;
        const name = names.get(box.id) ?? box.id;
        return (
          <CarriedBox
            key={box.id}
            id={box.id}
            isChosen={chosen === box.id}
            choose={choose}
            drag={isCarried ? drag : null}
            label={`${name}, ${places.get(box.id) ?? ''}${held === null ? '' : `, ${held}`}`}
          >
            <FrontBox box={box} frame={frame} scale={scale} roomH={room.h} name={name} isChosen={chosen === box.id} />
            <FrontLabel box={box} frame={frame} infront={infront} scale={scale} roomH={room.h} place={places.get(box.id)} name={name} />
            {held !== null && <Held box={box} frame={frame} scale={scale} roomH={room.h} isLocked={held === 'locked'} />}
          </CarriedBox>
        );
      })}
    </>
  );
}

interface CarriedBoxProps {
  id: string;
  isChosen: boolean;
  choose: (id: string) => void;
  /** Null: it lies where it lies. */
  drag: BoxDrag | null;
  label: string;
  children: ReactNode;
}

function CarriedBox({ id, isChosen, choose, drag, label, children }: CarriedBoxProps) {
  const { setNodeRef, listeners } = useDraggable({ id });
  return (
    <g
      ref={setNodeRef as unknown as Ref<SVGGElement>} // typed for elements of a page, works for those of a drawing
      role="button"
      tabIndex={0}
      className={clsx(css.frontBox, drag !== null && css.isCarried)}
      aria-pressed={isChosen}
      aria-label={label}
      transform={drag === null ? undefined : `translate(${drag.dx} ${drag.dy})`}
      {...listeners}
      onClick={() => choose(id)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') choose(id);
      }}
      onFocus={() => choose(id)}
    >
      {children}
    </g>
  );
}

function Held({ box, frame, scale, roomH, isLocked }: BoxProps & { isLocked: boolean }) {
  const Icon = isLocked ? IconLock : IconPin;
  return (
    <g transform={`translate(${(frame.x + box.xMm + box.wMm) * scale - 19} ${(roomH - frame.y - box.yMm - box.hMm) * scale + 3})`}>
      <rect width={16} height={16} rx={2} fill="var(--card)" stroke="var(--ink)" strokeWidth={0.8} />
      <Icon x={2} y={2} width={12} height={12} color="var(--ink)" />
    </g>
  );
}

/** The kind of an item; a module has none. */
export function useKindOf(itemId: string): Kind | undefined {
  const { draft } = useKit();
  if (itemId.startsWith(MODULE_PREFIX)) return undefined;
  return catalogNow().get(draft.units.find(({ id }) => id === itemId.split(':')[0])?.kind ?? '');
}

interface BoxProps {
  box: PlacedItem;
  frame: Frame;
  scale: number;
  roomH: number;
}

export function FrontBox({ box, frame, scale, roomH, name, isChosen }: BoxProps & { name: string; isChosen: boolean }) {
  const kind = useKindOf(box.id);
  return (
    <g transform={`translate(${(frame.x + box.xMm) * scale} ${(roomH - frame.y - box.yMm - box.hMm) * scale})`}>
      <title>
        {name}: {size(box.wMm, box.hMm, box.dMm)}, {mm(box.zMm)} from the back{box.folded ? ', folded' : ''}
        {box.turnedDeg === undefined ? '' : ', askew'}
      </title>
      {box.turnedDeg === undefined ? (
        <rect width={box.wMm * scale} height={box.hMm * scale} rx={3} fill={fillOf(kind)} stroke="var(--ink)" strokeWidth={1.3} />
      ) : (
        <Askew kind={kind} box={box} turnedDeg={box.turnedDeg} scale={scale} />
      )}
      {kind !== undefined && box.turnedDeg === undefined && <SeenFromFront kind={kind} box={box} scale={scale} />}
      {isChosen && <rect width={box.wMm * scale} height={box.hMm * scale} rx={3} fill="none" stroke="var(--emphasis)" strokeWidth={3.5} />}
    </g>
  );
}

/** A thing that lies askew in the upright box that is kept free for it. */
function Askew({ kind, box, turnedDeg, scale }: { kind: Kind | undefined; box: PlacedItem; turnedDeg: number; scale: number }) {
  const [state] = kind?.states ?? [];
  const [w, h] = [(state?.wMm ?? box.wMm) * scale, (state?.hMm ?? box.hMm) * scale];
  return (
    <>
      <rect width={box.wMm * scale} height={box.hMm * scale} rx={3} fill="none" stroke="var(--line)" strokeDasharray="4 3" />
      <g transform={`translate(${(box.wMm * scale) / 2} ${(box.hMm * scale) / 2}) rotate(${-turnedDeg}) translate(${-w / 2} ${-h / 2})`}>
        <rect width={w} height={h} rx={3} fill={fillOf(kind)} stroke="var(--ink)" strokeWidth={1.3} />
        {kind !== undefined && <Shape kind={kind} w={w} h={h} />}
      </g>
    </>
  );
}

interface FrontLabelProps extends BoxProps {
  infront: readonly PlacedItem[];
  place: number | undefined;
  name: string;
}

/**
 * Number, where the thing can be seen past what lies in front of it, and its whole name where there is room for it; else the number leads
 * to the name in the list beside. Wholly hidden things stand in the list only.
 */
function FrontLabel({ box, frame, infront, scale, roomH, place, name }: FrontLabelProps) {
  const spot = visibleSpot(box, infront);
  if (spot === null || place === undefined) return null;
  const radius = Math.min(13, spot.clear * scale);
  if (radius < 7) return null;
  const [x, y] = [(frame.x + spot.x) * scale, (roomH - frame.y - spot.y) * scale];
  const lines = wrapped(name, spot.side * scale * 2 - 8, Math.floor((spot.clear * scale - radius) / LINE_PX));
  return (
    <g pointerEvents="none">
      <PlaceNumber place={place} x={x} y={y} radius={radius} />
      {lines?.map((line, index) => (
        <text key={line} x={x} y={y + radius + 14 + index * LINE_PX} textAnchor="middle" className={parts.cutawayText} fill="var(--ink)">
          {line}
        </text>
      ))}
    </g>
  );
}

/** The thing's own drawing where its broad face looks forward, turned as it lies; another face stays a plain block. */
export function SeenFromFront({ kind, box, scale }: { kind: Kind; box: PlacedItem; scale: number }) {
  const near = (a: number, b: number) => Math.abs(a - b) < 1;
  const state = kind.states.find(
    ({ wMm, hMm }) => (near(wMm, box.wMm) && near(hMm, box.hMm)) || (near(wMm, box.hMm) && near(hMm, box.wMm)),
  );
  if (state === undefined || box.folded) return null;
  const isTurned = !near(state.wMm, box.wMm);
  return (
    <g transform={isTurned ? `translate(${box.wMm * scale} 0) rotate(90)` : undefined} opacity={0.75}>
      <Shape kind={kind} w={state.wMm * scale} h={state.hMm * scale} />
    </g>
  );
}

const LINE_PX = 14;
/** About 7 px a letter at this size. */
const LETTER_PX = 7;

/** A name in as few lines as it takes; null where it does not go in whole. */
function wrapped(name: string, width: number, most: number): string[] | null {
  const fits = Math.floor(width / LETTER_PX);
  const lines: string[] = [];
  for (const word of name.split(' ')) {
    const last = lines[lines.length - 1];
    if (last !== undefined && last.length + 1 + word.length <= fits) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines.length <= most && lines.every(({ length }) => length <= fits) ? lines : null;
}
