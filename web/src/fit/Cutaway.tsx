import type { FitResult, PlacedItem } from '@ivrak/core/fit';
import { MODULE_PREFIX } from '@ivrak/core/kit';
import type { Kind } from '@ivrak/core/model';
import { IconLock, IconPin } from '@tabler/icons-react';
import { clsx } from 'clsx';
import type { PointerEvent, RefObject } from 'react';
import { useRef } from 'react';
import { catalogNow, positionOf } from '../data/catalog.ts';
import { Shape } from '../drawing/KindDrawing.tsx';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import type { Scene } from './arrange.ts';
import css from './fit.module.css';
import { type Frame, fillOf, frameOf, PAD, type RoomDrawing, roomDrawings, scaleFor } from './frames.ts';
import type { ReachEntry } from './reachOrder.ts';
import { SideView } from './SideView.tsx';
import type { BoxDrag } from './useBoxDrag.ts';
import { useBoxDrag } from './useBoxDrag.ts';
import { backToFront, visibleSpot } from './visibleSpot.ts';

interface CutawayProps {
  scene: Scene;
  result: FitResult;
  order: readonly ReachEntry[];
  chosen: string | null;
  choose: (id: string) => void;
  /** A thing was carried to a place: millimetres from the lower left corner of a compartment or slot. */
  carried: (id: string, to: { compartment: string; slot: string | undefined; xMm: number; yMm: number }) => void;
}

const WIDTH = 730;
const HEIGHT = 350;

/** Front and side of every compartment, true to one scale. Things are carried, chosen and locked on the front views. */
export function Cutaway({ scene, result, order, chosen, choose, carried }: CutawayProps) {
  const { draft } = useKit();
  const position = positionOf(draft.positionId);
  const rooms = roomDrawings(scene.container, result);
  const deepest = Math.max(...rooms.map(({ d }) => d), position?.tMm ?? 0);
  const scale = scaleFor(rooms, Math.min(deepest, 160) + 8, WIDTH, HEIGHT);
  const views = useRef(new Map<string, SVGSVGElement>());
  const drop = useBoxDrag((drag, at) => {
    const box = result.placed.find(({ id }) => id === drag.id);
    const room = rooms.find(({ id }) => isOver(views.current.get(id), at));
    const svg = room === undefined ? undefined : views.current.get(room.id);
    const from = box === undefined ? undefined : views.current.get(box.compartment);
    if (box === undefined || room === undefined || svg === undefined || from === undefined) return;
    const home = rooms.find(({ id }) => id === box.compartment);
    const corner = home === undefined ? null : cornerOf(home, box);
    if (home === undefined || corner === null) return;
    // Where its lower left corner would come to lie in the drawing that it was let go over.
    const [own, other] = [from.getBoundingClientRect(), svg.getBoundingClientRect()];
    const xMm = (own.left + PAD + corner.x * scale + drag.dx - other.left - PAD) / scale;
    const yMm = room.h - (own.top + PAD + (home.h - corner.y) * scale + drag.dy - other.top - PAD) / scale;
    const pointed = { x: (at.x - other.left - PAD) / scale, y: room.h - (at.y - other.top - PAD) / scale };
    const frame =
      room.frames.find((one) => pointed.x >= one.x && pointed.x <= one.x + one.w && pointed.y >= one.y && pointed.y <= one.y + one.h) ??
      room.frames[0];
    if (frame !== undefined) carried(drag.id, { compartment: room.id, slot: frame.slot, xMm: xMm - frame.x, yMm: yMm - frame.y });
  });
  return (
    <div className={css.cutaways}>
      {rooms.map((room) => (
        <CutRoom
          key={room.id}
          room={room}
          rooms={rooms}
          views={views}
          scale={scale}
          result={result}
          scene={scene}
          order={order}
          chosen={chosen}
          choose={choose}
          drop={drop}
        />
      ))}
    </div>
  );
}

interface CutRoomProps {
  room: RoomDrawing;
  rooms: RoomDrawing[];
  views: RefObject<Map<string, SVGSVGElement>>;
  scale: number;
  result: FitResult;
  scene: Scene;
  order: readonly ReachEntry[];
  chosen: string | null;
  choose: (id: string) => void;
  drop: { drag: BoxDrag | null; handlers: (id: string) => { onPointerDown: (event: PointerEvent<SVGGElement>) => void } };
}

function CutRoom({ room, rooms, views, scale, result, scene, order, chosen, choose, drop }: CutRoomProps) {
  return (
    <div className={css.cutawayRoom}>
      <figure>
        <figcaption>
          <h2>{rooms.length > 1 ? room.id : 'Front'}</h2>
          <span className="muted">{room.access === 'top' ? 'opening at the top' : 'as you open it'}</span>
        </figcaption>
        <svg
          ref={(svg) => {
            if (svg === null) views.current.delete(room.id);
            else views.current.set(room.id, svg);
          }}
          className={css.frontView}
          width={room.w * scale + 2 * PAD}
          height={room.h * scale + 2 * PAD}
          viewBox={`${-PAD} ${-PAD} ${room.w * scale + 2 * PAD} ${room.h * scale + 2 * PAD}`}
          role="group"
          aria-label={`Front view, ${result.placed.filter(({ compartment }) => compartment === room.id).length} things`}
        >
          <Walls room={room} scale={scale} />
          <FrontBoxes room={room} scale={scale} scene={scene} result={result} order={order} chosen={chosen} choose={choose} drop={drop} />
        </svg>
      </figure>
      <SideView room={room} scale={scale} result={result} chosen={chosen} />
    </div>
  );
}

const isOver = (svg: SVGSVGElement | undefined, { x, y }: { x: number; y: number }): boolean => {
  const box = svg?.getBoundingClientRect();
  return box !== undefined && x >= box.left && x <= box.right && y >= box.top && y <= box.bottom;
};

/** Lower left corner of a box in the drawing of its compartment, mm. */
function cornerOf(room: RoomDrawing, box: PlacedItem): { x: number; y: number } | null {
  const frame = frameOf(room, box);
  return frame === undefined ? null : { x: frame.x + box.xMm, y: frame.y + box.yMm };
}

function Walls({ room, scale }: { room: RoomDrawing; scale: number }) {
  return (
    <>
      <rect
        x={-PAD + 1}
        y={-PAD + 1}
        width={room.w * scale + 2 * PAD - 2}
        height={room.h * scale + 2 * PAD - 2}
        rx={9}
        fill="var(--cloth)"
        stroke="var(--ink)"
        strokeWidth={1.6}
      />
      {room.frames.map((frame) => (
        <rect
          key={frame.slot ?? 'room'}
          x={frame.x * scale}
          y={(room.h - frame.y - frame.h) * scale}
          width={frame.w * scale}
          height={frame.h * scale}
          fill="var(--card)"
          stroke="var(--line)"
          strokeDasharray={frame.slot === undefined ? undefined : '4 3'}
        />
      ))}
    </>
  );
}

interface FrontBoxesProps extends Omit<CutawayProps, 'carried'> {
  room: RoomDrawing;
  scale: number;
  drop: ReturnType<typeof useBoxDrag>;
}

function FrontBoxes({ room, scale, scene, result, order, chosen, choose, drop }: FrontBoxesProps) {
  const boxes = backToFront(result.placed.filter(({ compartment }) => compartment === room.id));
  const places = new Map(order.map(({ id, place }) => [id, place]));
  const names = new Map(order.map(({ id, name }) => [id, name]));
  const { drag } = drop;
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
          <g
            key={box.id}
            role="button"
            tabIndex={0}
            className={clsx(css.frontBox, isCarried && css.isCarried)}
            aria-pressed={chosen === box.id}
            aria-label={`${name}, ${places.get(box.id) ?? ''}${held === null ? '' : `, ${held}`}`}
            transform={isCarried ? `translate(${drag.dx} ${drag.dy})` : undefined}
            onClick={() => choose(box.id)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') choose(box.id);
            }}
            onFocus={() => choose(box.id)}
            {...drop.handlers(box.id)}
          >
            <FrontBox box={box} frame={frame} scale={scale} roomH={room.h} name={name} isChosen={chosen === box.id} />
            <FrontLabel box={box} frame={frame} infront={infront} scale={scale} roomH={room.h} place={places.get(box.id)} name={name} />
            {held !== null && <Held box={box} frame={frame} scale={scale} roomH={room.h} isLocked={held === 'locked'} />}
          </g>
        );
      })}
    </>
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
function useKindOf(itemId: string): Kind | undefined {
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

function FrontBox({ box, frame, scale, roomH, name, isChosen }: BoxProps & { name: string; isChosen: boolean }) {
  const kind = useKindOf(box.id);
  return (
    <g transform={`translate(${(frame.x + box.xMm) * scale} ${(roomH - frame.y - box.yMm - box.hMm) * scale})`}>
      <title>
        {name}: {box.wMm} × {box.hMm} × {box.dMm} mm, {box.zMm} mm from the back{box.folded ? ', folded' : ''}
      </title>
      <rect width={box.wMm * scale} height={box.hMm * scale} rx={3} fill={fillOf(kind)} stroke="var(--ink)" strokeWidth={1.3} />
      {kind !== undefined && <SeenFromFront kind={kind} box={box} scale={scale} />}
      {isChosen && <rect width={box.wMm * scale} height={box.hMm * scale} rx={3} fill="none" stroke="var(--emphasis)" strokeWidth={3.5} />}
    </g>
  );
}

/** The thing's own drawing where its broad face looks forward, turned as it lies; another face stays a plain block. */
function SeenFromFront({ kind, box, scale }: { kind: Kind; box: PlacedItem; scale: number }) {
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

interface FrontLabelProps extends BoxProps {
  infront: readonly PlacedItem[];
  place: number | undefined;
  name: string;
}

/** Number and name, where the thing can be seen past what lies in front of it; wholly hidden things stand in the list only. */
function FrontLabel({ box, frame, infront, scale, roomH, place, name }: FrontLabelProps) {
  const spot = visibleSpot(box, infront);
  if (spot === null || place === undefined) return null;
  const radius = Math.min(13, spot.clear * scale);
  if (radius < 7) return null;
  const [x, y] = [(frame.x + spot.x) * scale, (roomH - frame.y - spot.y) * scale];
  const room = spot.side * scale * 2;
  return (
    <g pointerEvents="none">
      <circle cx={x} cy={y} r={radius} fill="var(--bar)" />
      <text x={x} y={y + radius * 0.4} textAnchor="middle" className={css.cutawayNumber} fontSize={radius * 1.2} fill="var(--on-bar)">
        {place}
      </text>
      {room > 70 && spot.clear * scale > 30 && (
        <text x={x} y={y + radius + 15} textAnchor="middle" className={parts.cutawayText} fill="var(--ink)">
          {shortName(name, room)}
        </text>
      )}
    </g>
  );
}

/** About 7 px a letter at this size. */
const shortName = (name: string, width: number): string => {
  const fits = Math.floor((width - 8) / 7);
  return name.length <= fits ? name : `${name.slice(0, Math.max(1, fits - 1))}…`;
};
