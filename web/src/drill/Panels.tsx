import type { FitResult } from '@ivrak/core/fit';
import type { Container } from '@ivrak/core/model';
import { clsx } from 'clsx';
import type { MouseEvent } from 'react';
import { SeenFromFront, useKindOf } from '../fit/FrontBoxes.tsx';
import { type Frame, fillOf, frameOf, PAD, type RoomDrawing, roomDrawings, scaleFor } from '../fit/frames.ts';
import { backToFront } from '../fit/visibleSpot.ts';
import { Walls } from '../fit/Walls.tsx';
import { useIsPhone } from '../ui/phone.ts';
import css from './drill.module.css';

interface PanelsProps {
  container: Container;
  result: FitResult;
  /** The compartment that is open. */
  open: string | null;
  toOpen: (compartment: string) => void;
  /** Boxes that lie where somebody pointed, one behind another. */
  point: (boxes: readonly string[]) => void;
  /** Only outlines, as in the dark. */
  isBlind: boolean;
  /** Boxes that are shown at last. */
  shown: readonly string[];
}

/** The kit as it is packed, closed: a compartment opens when it is pressed, and what lies in it is pointed at. No name stands anywhere. */
export function Panels({ container, result, open, toOpen, point, isBlind, shown }: PanelsProps) {
  const isPhone = useIsPhone();
  const rooms = roomDrawings(container, result);
  const nameOf = (id: string) => (rooms.length === 1 ? 'the kit' : wordsOf(id));
  return (
    <div className={css.panels}>
      {rooms.map((room) =>
        open === room.id ? (
          <OpenPanel
            key={room.id}
            room={room}
            name={nameOf(room.id)}
            result={result}
            scale={scaleFor([room], 0, isPhone ? 400 : 760, isPhone ? 420 : 470)}
            point={point}
            isBlind={isBlind}
            shown={shown}
          />
        ) : (
          <button key={room.id} type="button" className={css.closed} onClick={() => toOpen(room.id)}>
            Open {nameOf(room.id)}
          </button>
        ),
      )}
    </div>
  );
}

/** "frontPocket" → "front pocket" */
const wordsOf = (id: string): string => id.replaceAll(/[-_]|(?=[A-Z])/g, ' ').toLowerCase();

interface OpenPanelProps extends Pick<PanelsProps, 'result' | 'point' | 'isBlind' | 'shown'> {
  room: RoomDrawing;
  name: string;
  scale: number;
}

function OpenPanel({ room, name, result, scale, point, isBlind, shown }: OpenPanelProps) {
  // What is shown at last lies over everything, or it would stay hidden.
  const painted = backToFront(result.placed.filter(({ compartment }) => compartment === room.id)).flatMap((box) => {
    const frame = frameOf(room, box);
    return frame === undefined ? [] : [{ box, frame }];
  });
  const isShown = (id: string) => shown.includes(id);
  const boxes = [...painted.filter(({ box }) => !isShown(box.id)), ...painted.filter(({ box }) => isShown(box.id))];
  const pointAt = (event: MouseEvent<SVGSVGElement>) => {
    const rect = event.currentTarget.getBoundingClientRect();
    const [x, y] = [(event.clientX - rect.left - PAD) / scale, room.h - (event.clientY - rect.top - PAD) / scale];
    // A click of the keyboard comes without a place: the focused box says which.
    if (event.detail === 0) return;
    point(boxes.filter(({ box, frame }) => isIn(box, frame, x, y)).map(({ box }) => box.id));
  };
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: each box in it is a button of its own
    <svg
      role="group"
      aria-label={`In ${name}`}
      className={css.open}
      width={room.w * scale + 2 * PAD}
      height={room.h * scale + 2 * PAD}
      onClick={pointAt}
    >
      <g transform={`translate(${PAD} ${PAD})`}>
        <Walls room={room} scale={scale} />
        {boxes.map(({ box, frame }, index) => (
          <g
            key={box.id}
            role="button"
            tabIndex={0}
            aria-label={`place ${index + 1}`}
            className={clsx(css.box, isBlind && css.isBlind, isShown(box.id) && css.isShown)}
            transform={`translate(${(frame.x + box.xMm) * scale} ${(room.h - frame.y - box.yMm - box.hMm) * scale})`}
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') {
                event.preventDefault();
                point([box.id]);
              }
            }}
          >
            <BoxDrawing id={box.id} w={box.wMm * scale} h={box.hMm * scale}>
              <SeenBox box={box} scale={scale} />
            </BoxDrawing>
          </g>
        ))}
      </g>
    </svg>
  );
}

const isIn = (box: { xMm: number; yMm: number; wMm: number; hMm: number }, frame: Frame, x: number, y: number): boolean =>
  x >= frame.x + box.xMm && x <= frame.x + box.xMm + box.wMm && y >= frame.y + box.yMm && y <= frame.y + box.yMm + box.hMm;

function BoxDrawing({ id, w, h, children }: { id: string; w: number; h: number; children: React.ReactNode }) {
  const kind = useKindOf(id);
  return (
    <>
      <rect width={w} height={h} rx={3} fill={fillOf(kind)} />
      <g className={css.seen}>{children}</g>
    </>
  );
}

function SeenBox({ box, scale }: { box: Parameters<typeof SeenFromFront>[0]['box']; scale: number }) {
  const kind = useKindOf(box.id);
  return kind === undefined ? null : <SeenFromFront kind={kind} box={box} scale={scale} />;
}
