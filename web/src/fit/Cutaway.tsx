import { DndContext } from '@dnd-kit/core';
import type { FitResult, PlacedItem } from '@ivrak/core/fit';
import type { PackingStep } from '@ivrak/core/staging';
import type { RefObject } from 'react';
import { useRef } from 'react';
import { positionOf } from '../data/catalog.ts';
import { useKit } from '../kit/KitContext.tsx';
import type { Scene } from './arrange.ts';
import { type CutawayProps, FrontBoxes } from './FrontBoxes.tsx';
import css from './fit.module.css';
import { frameOf, PAD, type RoomDrawing, roomDrawings, scaleFor } from './frames.ts';
import { Layers } from './Layers.tsx';
import { OwnOutline } from './OwnOutline.tsx';
import type { ReachEntry } from './reachOrder.ts';
import { SideView } from './SideView.tsx';
import type { BoxDrag } from './useBoxDrag.ts';
import { useBoxDrag } from './useBoxDrag.ts';
import { Walls } from './Walls.tsx';

const WIDTH = 730;
const HEIGHT = 350;

/** Front and side of every compartment, true to one scale. Things are carried, chosen and locked on the front views. */
export function Cutaway({ scene, steps, result, order, chosen, choose, carried }: CutawayProps & { steps: readonly PackingStep[] }) {
  const { draft } = useKit();
  const position = positionOf(draft.positionId);
  const rooms = roomDrawings(scene.container, result);
  const deepest = Math.max(...rooms.map(({ d }) => d), position?.tMm ?? 0);
  const scale = scaleFor(rooms, Math.min(deepest, 160) + 8, WIDTH, HEIGHT);
  const views = useRef(new Map<string, SVGSVGElement>());
  const { drag, context } = useBoxDrag((drag, at) => {
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
    <DndContext {...context}>
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
            steps={steps}
            order={order}
            chosen={chosen}
            choose={choose}
            drag={drag}
          />
        ))}
      </div>
    </DndContext>
  );
}

interface CutRoomProps {
  room: RoomDrawing;
  rooms: RoomDrawing[];
  views: RefObject<Map<string, SVGSVGElement>>;
  scale: number;
  result: FitResult;
  scene: Scene;
  steps: readonly PackingStep[];
  order: readonly ReachEntry[];
  chosen: string | null;
  choose: (id: string) => void;
  drag: BoxDrag | null;
}

function CutRoom({ room, rooms, views, scale, result, scene, steps, order, chosen, choose, drag }: CutRoomProps) {
  return (
    <div>
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
            {rooms.length === 1 && <OwnOutline room={room} scale={scale} containerId={scene.container.id} />}
            <FrontBoxes room={room} scale={scale} scene={scene} result={result} order={order} chosen={chosen} choose={choose} drag={drag} />
          </svg>
        </figure>
        <SideView room={room} scale={scale} result={result} order={order} chosen={chosen} />
      </div>
      <Layers room={room} steps={steps} order={order} />
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
