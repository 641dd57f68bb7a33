import type { FitResult, PlacedItem } from '@ivrak/core/fit';
import { clsx } from 'clsx';
import { catalogNow, containerOf, positionOf } from '../data/catalog.ts';
import { mm } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import css from './fit.module.css';
import type { Frame } from './frames.ts';
import { fillOf, frameOf, PAD, type RoomDrawing } from './frames.ts';
import { PlaceNumber } from './PlaceNumber.tsx';
import type { ReachEntry } from './reachOrder.ts';
import { visibleSpot } from './visibleSpot.ts';

interface SideViewProps {
  room: RoomDrawing;
  scale: number;
  result: FitResult;
  order: readonly ReachEntry[];
  chosen: string | null;
}

/** Room for the words at the limit, px. */
const MARGIN = 44;

/** A compartment from the side, back wall at the left, with the carry position's limit where it falls inside. */
export function SideView({ room, scale, result, order, chosen }: SideViewProps) {
  const { draft } = useKit();
  const container = containerOf(draft.containerId);
  const position = positionOf(draft.positionId);
  if (container === undefined || position === undefined) return null;
  const limit = position.tMm - container.wallMm;
  const others =
    container.lies === 'behind' || container.lies === 'trays'
      ? result.perCompartment.filter(({ id }) => id !== room.id).reduce((sum, one) => sum + one.thicknessMm, 0)
      : 0;
  // Of panels that add up each has what the others leave.
  const own = limit - others;
  const isNear = own > 0 && own <= 1.6 * room.d;
  const wide = Math.max(room.d, isNear ? own : 0);
  const thick = result.perCompartment.find(({ id }) => id === room.id)?.thicknessMm ?? 0;
  const height = room.h * scale;
  const boxes = result.placed.filter(({ compartment }) => compartment === room.id).sort((a, b) => b.xMm - a.xMm);
  return (
    <figure>
      <figcaption>
        <h2>Side</h2> <span className={clsx(css.sideThickness, 'mono')}>{mm(thick)}</span>
      </figcaption>
      <svg
        width={wide * scale + 2 * PAD + MARGIN}
        height={height + 2 * PAD + 24}
        viewBox={`${-PAD} ${-PAD} ${wide * scale + 2 * PAD + MARGIN} ${height + 2 * PAD + 24}`}
        role="img"
        aria-label={`Side view: packed ${mm(thick)}, limit ${mm(own)} inside`}
      >
        <rect
          x={-PAD + 1}
          y={-PAD + 1}
          width={room.d * scale + 2 * PAD - 2}
          height={height + 2 * PAD - 2}
          rx={9}
          fill="var(--cloth)"
          stroke="var(--ink)"
          strokeWidth={1.6}
        />
        <rect width={room.d * scale} height={height} fill="var(--card)" stroke="var(--line)" />
        {boxes.map((box) => {
          const frame = frameOf(room, box);
          return frame === undefined ? null : <SideBox key={box.id} box={box} scale={scale} room={room} frame={frame} chosen={chosen} />;
        })}
        {boxes.map((box, index) => (
          <SideNumber
            key={box.id}
            box={box}
            before={boxes.slice(index + 1)}
            scale={scale}
            room={room}
            place={order.find(({ id }) => id === box.id)?.place}
          />
        ))}
        <DepthLine isNear={isNear} own={own} scale={scale} height={height} />
      </svg>
    </figure>
  );
}

interface SideBoxProps {
  box: PlacedItem;
  scale: number;
  room: RoomDrawing;
  frame: Frame;
  chosen: string | null;
}

function SideBox({ box, scale, room, frame, chosen }: SideBoxProps) {
  const { draft } = useKit();
  const unitKind = (id: string) => catalogNow().get(draft.units.find((unit) => unit.id === id.split(':')[0])?.kind ?? '');
  return (
    <rect
      x={box.zMm * scale}
      y={(room.h - frame.y - box.yMm - box.hMm) * scale}
      width={box.dMm * scale}
      height={box.hMm * scale}
      rx={2}
      fill={chosen === box.id ? 'var(--ochre)' : fillOf(unitKind(box.id))}
      stroke="var(--ink)"
      strokeWidth={1}
    />
  );
}

interface SideNumberProps {
  box: PlacedItem;
  before: readonly PlacedItem[];
  scale: number;
  room: RoomDrawing;
  place: number | undefined;
}

/** The number of a thing in the reach order, where its side shows. */
function SideNumber({ box, before, scale, room, place }: SideNumberProps) {
  const seen = (own: PlacedItem): PlacedItem => {
    const frame = frameOf(room, own);
    return { ...own, xMm: own.zMm, yMm: own.yMm + (frame?.y ?? 0), wMm: own.dMm };
  };
  const spot = visibleSpot(seen(box), before.map(seen));
  if (spot === null || place === undefined) return null;
  const radius = Math.min(9, spot.clear * scale);
  if (radius < 6) return null;
  const [x, y] = [spot.x * scale, (room.h - spot.y) * scale];
  return <PlaceNumber place={place} x={x} y={y} radius={radius} />;
}

interface DepthLineProps {
  isNear: boolean;
  own: number;
  scale: number;
  height: number;
}

function DepthLine({ isNear, own, scale, height }: DepthLineProps) {
  return (
    isNear && (
      <>
        <line x1={own * scale} x2={own * scale} y1={-PAD} y2={height + PAD} stroke="var(--gap)" strokeWidth={1.8} strokeDasharray="6 4" />
        <text x={Math.max(30, own * scale)} y={height + PAD + 15} textAnchor="middle" className={parts.cutawayText} fill="var(--gap)">
          limit {mm(own)}
        </text>
      </>
    )
  );
}
