import { type FitResult, type Kind, measuresOf, type PlacedItem } from '@ivrak/core';
import { KindDrawing, Shape, scaleToFit } from '../drawing/KindDrawing.tsx';
import { catalogNow, containerOf, positionOf } from '../kit/catalog.ts';
import { useKit } from '../kit/KitContext.tsx';
import type { ReachEntry } from './reachOrder.ts';
import { backToFront, visibleSpot } from './visibleSpot.ts';

interface CutawayProps {
  result: FitResult;
  order: readonly ReachEntry[];
  pointed: string | null;
  point: (id: string | null) => void;
}

const FRAME_W = 440;
const FRAME_H = 480;
const PAD = 8;

/** Front and side of the packed container, true to one scale, inside the outline of the carry position. */
export function Cutaway({ result, order, pointed, point }: CutawayProps) {
  const { draft } = useKit();
  const container = containerOf(draft.containerId);
  const position = positionOf(draft.positionId);
  const room = container?.compartments[0];
  if (room === undefined || container === undefined || position === undefined) return null;
  const scale = Math.min(FRAME_W / room.wMm, FRAME_H / room.hMm, 2.2);
  const places = new Map(order.map(({ id, place }) => [id, place]));
  const depth = Math.max(room.dMm, position.tMm);
  const limit = position.tMm - container.wallMm;
  return (
    <>
      <div className="cutaways">
        <figure>
          <figcaption>
            <h2>Front</h2> <span className="muted">as you open it{room.access === 'top' ? '; the opening is at the top' : ''}</span>
          </figcaption>
          <svg
            width={room.wMm * scale + 2 * PAD}
            height={room.hMm * scale + 2 * PAD}
            viewBox={`${-PAD} ${-PAD} ${room.wMm * scale + 2 * PAD} ${room.hMm * scale + 2 * PAD}`}
            role="img"
            aria-label={`Front view, ${result.placed.length} things`}
          >
            <rect
              x={-PAD + 1}
              y={-PAD + 1}
              width={room.wMm * scale + 2 * PAD - 2}
              height={room.hMm * scale + 2 * PAD - 2}
              rx={9}
              fill="var(--cloth)"
              stroke="var(--ink)"
              strokeWidth={1.6}
            />
            <rect width={room.wMm * scale} height={room.hMm * scale} fill="var(--card)" stroke="var(--line)" />
            {backToFront(result.placed).map((box) => (
              <FrontBox key={box.id} box={box} scale={scale} roomH={room.hMm} isPointed={pointed === box.id} point={point} />
            ))}
            {backToFront(result.placed).map((box, index, boxes) => (
              <FrontLabel
                key={box.id}
                box={box}
                infront={boxes.slice(index + 1)}
                scale={scale}
                roomH={room.hMm}
                place={places.get(box.id)}
              />
            ))}
          </svg>
        </figure>
        <figure>
          <figcaption>
            <h2>Side</h2> <span className="muted">back wall at the left</span>
          </figcaption>
          <svg
            width={(depth + 6) * scale + 2 * PAD + 40}
            height={room.hMm * scale + 2 * PAD + 26}
            viewBox={`${-PAD} ${-PAD} ${(depth + 6) * scale + 2 * PAD + 40} ${room.hMm * scale + 2 * PAD + 26}`}
            role="img"
            aria-label={`Side view: packed ${result.thicknessMm} mm, limit ${limit} mm inside`}
          >
            <rect
              x={-PAD + 1}
              y={-PAD + 1}
              width={room.dMm * scale + 2 * PAD - 2}
              height={room.hMm * scale + 2 * PAD - 2}
              rx={9}
              fill="var(--cloth)"
              stroke="var(--ink)"
              strokeWidth={1.6}
            />
            <rect width={room.dMm * scale} height={room.hMm * scale} fill="var(--card)" stroke="var(--line)" />
            {[...result.placed]
              .sort((a, b) => b.xMm - a.xMm)
              .map((box) => (
                <rect
                  key={box.id}
                  x={box.zMm * scale}
                  y={(room.hMm - box.yMm - box.hMm) * scale}
                  width={box.dMm * scale}
                  height={box.hMm * scale}
                  rx={2}
                  fill={pointed === box.id ? 'var(--ochre)' : fillOf(box, draft.units)}
                  stroke="var(--ink)"
                  strokeWidth={1}
                />
              ))}
            <line
              x1={limit * scale}
              x2={limit * scale}
              y1={-PAD}
              y2={room.hMm * scale + PAD}
              stroke="var(--gap)"
              strokeWidth={1.8}
              strokeDasharray="6 4"
            />
            <text x={limit * scale} y={room.hMm * scale + PAD + 16} textAnchor="middle" className="cutaway-text" fill="var(--gap)">
              limit {limit} mm
            </text>
          </svg>
        </figure>
        {result.unplaced.length > 0 && <LeftOut ids={result.unplaced} />}
      </div>
      <p className="fit-fill mono">
        {Math.round(result.fill * 100)} % of the packed depth is filled · {result.thicknessMm} mm packed of {room.dMm} mm deep
      </p>
    </>
  );
}

function fillOf(box: PlacedItem, units: readonly { id: string; kind: string }[]): string {
  const kind = catalogNow().get(units.find(({ id }) => id === box.id.split(':')[0])?.kind ?? '');
  switch (kind?.shape) {
    case 'brick':
      return 'var(--cloth-dark)';
    case 'rigid':
      return 'var(--film)';
    case 'tube':
    case 'soft':
      return 'var(--paper)';
    default:
      return 'var(--cloth)';
  }
}

interface FrontBoxProps {
  box: PlacedItem;
  scale: number;
  roomH: number;
  isPointed: boolean;
  point: (id: string | null) => void;
}

function useKindOf(itemId: string) {
  const { draft } = useKit();
  return catalogNow().get(draft.units.find(({ id }) => id === itemId.split(':')[0])?.kind ?? '');
}

function FrontBox({ box, scale, roomH, isPointed, point }: FrontBoxProps) {
  const { draft } = useKit();
  const kind = useKindOf(box.id);
  return (
    <g onMouseEnter={() => point(box.id)} onMouseLeave={() => point(null)}>
      <title>
        {kind?.name ?? box.id}: {box.wMm} × {box.hMm} × {box.dMm} mm, {box.zMm} mm from the back{box.folded ? ', folded' : ''}
      </title>
      <g transform={`translate(${box.xMm * scale} ${(roomH - box.yMm - box.hMm) * scale})`}>
        <rect
          width={box.wMm * scale}
          height={box.hMm * scale}
          rx={3}
          fill={fillOf(box, draft.units)}
          stroke="var(--ink)"
          strokeWidth={1.3}
        />
        {kind !== undefined && <SeenFromFront kind={kind} box={box} scale={scale} />}
        {isPointed && <rect width={box.wMm * scale} height={box.hMm * scale} rx={3} fill="none" stroke="var(--ochre)" strokeWidth={4} />}
      </g>
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

interface FrontLabelProps {
  box: PlacedItem;
  infront: readonly PlacedItem[];
  scale: number;
  roomH: number;
  place: number | undefined;
}

/** Number and name, where the thing can be seen past what lies in front of it; wholly hidden things stand in the list only. */
function FrontLabel({ box, infront, scale, roomH, place }: FrontLabelProps) {
  const kind = useKindOf(box.id);
  const spot = visibleSpot(box, infront);
  if (spot === null || place === undefined) return null;
  const radius = Math.min(13, spot.clear * scale);
  if (radius < 7) return null;
  const [x, y] = [spot.x * scale, (roomH - spot.y) * scale];
  const room = spot.side * scale * 2;
  return (
    <g pointerEvents="none">
      <circle cx={x} cy={y} r={radius} fill="var(--bar)" />
      <text x={x} y={y + radius * 0.4} textAnchor="middle" className="cutaway-number" fontSize={radius * 1.2} fill="var(--on-bar)">
        {place}
      </text>
      {room > 70 && spot.clear * scale > 30 && (
        <text x={x} y={y + radius + 15} textAnchor="middle" className="cutaway-text" fill="var(--ink)">
          {shortName(kind?.name ?? box.id, room)}
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

function LeftOut({ ids }: { ids: readonly string[] }) {
  const { draft } = useKit();
  return (
    <section className="left-out">
      <h2>Left out</h2>
      <ul>
        {ids.map((id) => {
          const unit = draft.units.find((candidate) => candidate.id === id.split(':')[0]);
          const kind = catalogNow().get(unit?.kind ?? '');
          if (unit === undefined || kind === undefined) return null;
          const state = measuresOf(kind, unit.state);
          return (
            <li key={id}>
              <KindDrawing kind={kind} stateId={unit.state} scale={scaleToFit(state, 84)} />
              <b>{kind.name}</b>
              <span className="mono">
                {state.wMm} × {state.hMm} × {state.tMm}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
