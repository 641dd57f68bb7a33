import { type Kind, type KindState, sizeOf, type Unit } from '@ivrak/core/model';
import { memo } from 'react';
import { SHAPES } from './shapes.tsx';

interface KindDrawingProps {
  kind: Kind;
  /** The very thing, as it lies and was measured; absent: one as it is sold. */
  unit?: Pick<Unit, 'state' | 'own'>;
  /** Pixels for a millimetre. */
  scale: number;
  /** How many equal things lie on one another. */
  stacked?: number;
}

const AS_SOLD = { state: 'asSold' } as const;
const STACK_STEP = 4;
const MOST_LAYERS = 3;

/** A thing from above, to scale, drawn by its class so that it is known by its outline. */
export const KindDrawing = memo(function KindDrawing({ kind, unit = AS_SOLD, scale, stacked = 1 }: KindDrawingProps) {
  const { wMm, hMm } = sizeOf(kind, unit);
  const layers = Math.min(stacked, MOST_LAYERS) - 1;
  const [w, h] = [wMm * scale, hMm * scale];
  const pad = 1.5;
  const shift = layers * STACK_STEP;
  return (
    <svg
      width={w + 2 * pad + shift}
      height={h + 2 * pad + shift}
      viewBox={`${-pad} ${-pad - shift} ${w + 2 * pad + shift} ${h + 2 * pad + shift}`}
      aria-hidden="true"
    >
      {Array.from({ length: layers }, (_, index) => {
        const by = (layers - index) * STACK_STEP;
        return <rect key={by} x={by} y={-by} width={w} height={h} rx={3} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1} />;
      })}
      <Shape kind={kind} w={w} h={h} />
    </svg>
  );
});

/** The bare shape in a box of w x h px, for drawings that hold several things. */
export function Shape({ kind, w, h }: { kind: Kind; w: number; h: number }) {
  const Draw = SHAPES[kind.drawing];
  return (
    <g fill="none">
      <Draw w={w} h={h} />
    </g>
  );
}

/** Scale at which a thing fills a box of `size` px. */
export const scaleToFit = (state: KindState, size: number): number => size / Math.max(state.wMm, state.hMm);
