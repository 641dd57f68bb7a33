import type { PackingStep } from '@ivrak/core/staging';
import { clsx } from 'clsx';
import { type ApartBox, groundWidth, type Point, pulledApart } from './apart.ts';
import type { Scene } from './arrange.ts';
import { useKindOf } from './FrontBoxes.tsx';
import { fillOf, type RoomDrawing, roomDrawings } from './frames.ts';
import type { ReachEntry } from './reachOrder.ts';
import css from './steps.module.css';

interface PulledApartProps {
  scene: Scene;
  steps: readonly PackingStep[];
  order: readonly ReachEntry[];
  chosen: string | null;
  choose: (id: string) => void;
}

const GROUND_PX = 300;
const MOST_SCALE = 1.6;
const LABELS_PX = 250;

/** Every compartment with its layers lifted off one another; numbers are those of the reach order. */
export function PulledApart({ scene, steps, order, chosen, choose }: PulledApartProps) {
  const rooms = roomDrawings(scene.container, scene.result).filter(({ id }) => steps.some(({ box }) => box.compartment === id));
  const scale = Math.min(MOST_SCALE, GROUND_PX / Math.max(...rooms.map(groundWidth)));
  return (
    <div className={css.rooms}>
      {rooms.map((room) => (
        <Stack
          key={room.id}
          room={room}
          isNamed={rooms.length > 1}
          scale={scale}
          steps={steps}
          order={order}
          chosen={chosen}
          choose={choose}
        />
      ))}
    </div>
  );
}

interface StackProps extends Omit<PulledApartProps, 'scene'> {
  room: RoomDrawing;
  isNamed: boolean;
  scale: number;
}

function Stack({ room, isNamed, scale, steps, order, chosen, choose }: StackProps) {
  const { width, height, layers } = pulledApart(room, steps, scale);
  const entries = new Map(order.map((entry) => [entry.id, entry]));
  const isTop = room.access === 'top';
  return (
    <figure className={css.room}>
      <figcaption>
        {isNamed && <b>{room.id} · </b>}
        {isTop ? 'Standing, seen from above: what you see first is on top' : 'Lying on its back: what you see first is on top'}
      </figcaption>
      <svg width={width + LABELS_PX} height={height} role="group" aria-label={`${room.id}, ${layers.length} layers`}>
        {layers.map(({ ground, boxes }) => (
          <g key={boxes.map(({ id }) => id).join()}>
            <polygon points={points(ground)} fill="var(--card)" stroke="var(--line)" strokeDasharray="5 4" />
            {boxes.map((box) => (
              <Thing key={box.id} box={box} isChosen={chosen === box.id} choose={choose} />
            ))}
            {boxes.map((box) => (
              <Label key={box.id} box={box} entry={entries.get(box.id)} isChosen={chosen === box.id} choose={choose} />
            ))}
          </g>
        ))}
      </svg>
    </figure>
  );
}

const points = (corners: readonly Point[]): string => corners.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ');

interface ThingProps {
  box: ApartBox;
  isChosen: boolean;
  choose: (id: string) => void;
}

function Thing({ box, isChosen, choose }: ThingProps) {
  const fill = fillOf(useKindOf(box.id));
  const line = { stroke: isChosen ? 'var(--emphasis)' : 'var(--ink)', strokeWidth: isChosen ? 2.4 : 1.1, strokeLinejoin: 'round' as const };
  return (
    // The label is what is pressed by keys.
    <g className={css.thing} onClick={() => choose(box.id)}>
      <polygon points={points(box.side)} fill={fill} {...line} />
      <polygon points={points(box.side)} fill="var(--ink)" fillOpacity={0.22} stroke="none" />
      <polygon points={points(box.near)} fill={fill} {...line} />
      <polygon points={points(box.near)} fill="var(--ink)" fillOpacity={0.1} stroke="none" />
      <polygon points={points(box.broad)} fill={fill} {...line} />
    </g>
  );
}

function Label({ box, entry, isChosen, choose }: ThingProps & { entry: ReachEntry | undefined }) {
  const { anchor, label } = box;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      className={clsx(css.label, isChosen && css.isChosen)}
      onClick={() => choose(box.id)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') choose(box.id);
      }}
    >
      <polyline points={points([anchor, { x: label.x - 6, y: label.y }])} fill="none" stroke="var(--ink)" strokeWidth={0.9} />
      <circle cx={anchor.x} cy={anchor.y} r={2.6} fill="var(--ink)" />
      <text x={label.x} y={label.y + 4}>
        <tspan className={css.number}>{entry?.place}</tspan> {entry?.name ?? box.id}
      </text>
    </g>
  );
}
