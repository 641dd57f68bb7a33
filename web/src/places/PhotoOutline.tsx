import { outlineSize, type Point } from '@ivrak/core/fit';
import { Button, FileButton, Select } from '@mantine/core';
import { type KeyboardEvent, type PointerEvent, useMemo, useRef, useState } from 'react';
import { size } from '../drawing/figures.ts';
import { Refusal } from '../ui/Refusal.tsx';
import type { Outline } from './outlines.ts';
import css from './places.module.css';
import { straightened } from './straightened.ts';

type Corners = [Point, Point, Point, Point];
const CORNER_NAMES = ['upper left', 'upper right', 'lower right', 'lower left'];
const SHEETS = [
  { value: '297x210', label: 'A4, lying' },
  { value: '210x297', label: 'A4, standing' },
  { value: '420x297', label: 'A3, lying' },
  { value: '210x148', label: 'A5, lying' },
  { value: '279.4x215.9', label: 'Letter, lying' },
];
const [FIRST_SHEET] = SHEETS;
const sheetOf = (value: string): { wMm: number; hMm: number } => {
  const [wMm = 297, hMm = 210] = value.split('x').map(Number);
  return { wMm, hMm };
};
/** Where corners begin, as a share of the photo. */
const INSET = 0.12;
const WIDE = 340;

interface PhotoOutlineProps {
  /** The outline, with the straightened photo around it. */
  take: (outline: Outline, measures: { wMm: number; hMm: number }) => void;
}

/** Measures a container from a photo of it on a sheet of known size. The photo stays on this machine. */
export function PhotoOutline({ take }: PhotoOutlineProps) {
  const [src, setSrc] = useState<string | null>(null);
  const [sheet, setSheet] = useState(FIRST_SHEET?.value ?? '297x210');
  const [straight, setStraight] = useState<HTMLCanvasElement | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const choose = (file: File | null) => {
    if (file === null) return;
    setStraight(null);
    setRefusal(null);
    const reader = new FileReader();
    reader.onload = () => setSrc(String(reader.result));
    reader.readAsDataURL(file);
  };
  return (
    <fieldset className={css.roomFields}>
      <legend>Measure from a photo</legend>
      <p className="small">Lay the container on a sheet of paper and take a photo from above. It stays on this machine.</p>
      <div className="row">
        <FileButton onChange={choose} accept="image/*">
          {(props) => (
            <Button {...props} variant="default" size="compact-sm">
              Choose a photo
            </Button>
          )}
        </FileButton>
        <Select
          aria-label="Size of the sheet"
          size="xs"
          data={SHEETS}
          allowDeselect={false}
          value={sheet}
          onChange={(value) => setSheet(value ?? sheet)}
        />
      </div>
      <Refusal text={refusal} />
      {src !== null && straight === null && (
        <CornerSetter
          src={src}
          done={(photo, corners) => {
            const canvas = straightened(photo, corners, sheetOf(sheet));
            setRefusal(canvas === null ? 'Three of the corners lie in a line: set each on a corner of the sheet.' : null);
            setStraight(canvas);
          }}
          failed={() => setRefusal('That is no picture that can be shown here: choose a photo.')}
        />
      )}
      {straight !== null && <OutlineSetter canvas={straight} sheet={sheetOf(sheet)} take={take} again={() => setStraight(null)} />}
    </fieldset>
  );
}

interface CornerSetterProps {
  src: string;
  done: (photo: HTMLImageElement, corners: Corners) => void;
  failed: () => void;
}

/** The photo with a handle on each corner of the sheet; handles are dragged, or moved by the arrow keys. */
function CornerSetter({ src, done, failed }: CornerSetterProps) {
  const photo = useRef<HTMLImageElement>(null);
  const [natural, setNatural] = useState<{ w: number; h: number } | null>(null);
  const [corners, setCorners] = useState<Corners | null>(null);
  const scale = natural === null ? 1 : WIDE / natural.w;
  const loaded = () => {
    const own = photo.current;
    if (own === null) return;
    const [w, h] = [own.naturalWidth, own.naturalHeight];
    setNatural({ w, h });
    setCorners([
      [w * INSET, h * INSET],
      [w * (1 - INSET), h * INSET],
      [w * (1 - INSET), h * (1 - INSET)],
      [w * INSET, h * (1 - INSET)],
    ]);
  };
  const move = (index: number, [x, y]: Point) => {
    if (corners === null || natural === null) return;
    const next: Corners = [...corners];
    next[index] = [Math.max(0, Math.min(natural.w, x)), Math.max(0, Math.min(natural.h, y))];
    setCorners(next);
  };
  const drag = (index: number) => (event: PointerEvent<SVGCircleElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (box !== undefined) move(index, [(event.clientX - box.left) / scale, (event.clientY - box.top) / scale]);
  };
  const byKey = (index: number) => (event: KeyboardEvent) => {
    const [x, y] = corners?.[index] ?? [0, 0];
    const step = (event.shiftKey ? 10 : 1) / scale;
    const to: Partial<Record<string, Point>> = {
      ArrowLeft: [x - step, y],
      ArrowRight: [x + step, y],
      ArrowUp: [x, y - step],
      ArrowDown: [x, y + step],
    };
    const next = to[event.key];
    if (next === undefined) return;
    event.preventDefault();
    move(index, next);
  };
  return (
    <>
      <p className="small">Drag each handle onto a corner of the sheet.</p>
      <div className={css.photo}>
        <img ref={photo} src={src} width={WIDE} alt="The container on its sheet" onLoad={loaded} onError={failed} />
        {corners !== null && natural !== null && (
          <svg width={WIDE} height={natural.h * scale} role="group" aria-label="Corners of the sheet">
            <polygon
              points={corners.map(([x, y]) => `${x * scale},${y * scale}`).join(' ')}
              fill="none"
              stroke="var(--gap)"
              strokeWidth={2}
            />
            {corners.map(([x, y], index) => (
              <circle
                key={CORNER_NAMES[index]}
                cx={x * scale}
                cy={y * scale}
                r={11}
                fill="var(--card)"
                fillOpacity={0.6}
                stroke="var(--gap)"
                strokeWidth={2.5}
                role="slider"
                tabIndex={0}
                aria-label={`${CORNER_NAMES[index]} corner`}
                aria-valuenow={Math.round(x)}
                aria-valuetext={`${Math.round(x)} across, ${Math.round(y)} down`}
                className={css.handle}
                onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
                onPointerMove={drag(index)}
                onKeyDown={byKey(index)}
              />
            ))}
          </svg>
        )}
      </div>
      <Button
        size="compact-sm"
        disabled={corners === null}
        onClick={() => photo.current !== null && corners !== null && done(photo.current, corners)}
      >
        Straighten
      </Button>
    </>
  );
}

interface OutlineSetterProps {
  canvas: HTMLCanvasElement;
  sheet: { wMm: number; hMm: number };
  take: PhotoOutlineProps['take'];
  again: () => void;
}

const MOST_POINTS = 60;

/** The straightened sheet; each press adds a point of the outline, and what it measures is told as it grows. */
function OutlineSetter({ canvas, sheet, take, again }: OutlineSetterProps) {
  const [points, setPoints] = useState<[number, number][]>([]);
  const scale = WIDE / sheet.wMm;
  const src = useMemo(() => canvas.toDataURL('image/jpeg', 0.7), [canvas]);
  const add = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const at: [number, number] = [(event.clientX - box.left) / scale, (event.clientY - box.top) / scale];
    setPoints((before) => (before.length < MOST_POINTS ? [...before, at] : before));
  };
  const { wMm, hMm } = outlineSize(points);
  const [left, up] = [Math.min(...points.map(([x]) => x)), Math.min(...points.map(([, y]) => y))];
  const rounded = { wMm: Math.max(1, Math.round(wMm)), hMm: Math.max(1, Math.round(hMm)) };
  return (
    <>
      <p className="small">Press along the edge of the container, corner by corner.</p>
      <div className={css.photo}>
        <img src={src} width={WIDE} alt="The sheet seen from straight above" />
        {/* The measures can be typed above as well: the picture is for the hand alone. */}
        <svg width={WIDE} height={sheet.hMm * scale} onPointerDown={add} role="img" aria-label={`Outline of ${points.length} points`}>
          <polygon
            points={points.map(([x, y]) => `${x * scale},${y * scale}`).join(' ')}
            fill="var(--ochre)"
            fillOpacity={0.3}
            stroke="var(--ink)"
            strokeWidth={2}
          />
          {points.map(([x, y]) => (
            <circle key={`${x} ${y}`} cx={x * scale} cy={y * scale} r={4} fill="var(--ink)" />
          ))}
        </svg>
      </div>
      <p className="mono">{points.length < 3 ? 'three points at least' : size(rounded.wMm, rounded.hMm)}</p>
      <div className="row">
        <Button
          size="compact-sm"
          disabled={points.length < 3}
          onClick={() =>
            take(
              {
                points: points.map(([x, y]): [number, number] => [x - left, y - up]),
                photo: { src, xMm: -left, yMm: -up, wMm: sheet.wMm, hMm: sheet.hMm },
              },
              rounded,
            )
          }
        >
          Take these measures
        </Button>
        <Button variant="default" size="compact-sm" disabled={points.length === 0} onClick={() => setPoints(points.slice(0, -1))}>
          Undo a point
        </Button>
        <Button variant="subtle" size="compact-sm" onClick={again}>
          Set the corners again
        </Button>
      </div>
    </>
  );
}
