import { type Kind, measuresOf } from '@ivrak/core/model';
import { useMemo } from 'react';
import { catalogNow } from '../data/catalog.ts';
import { Shape } from '../drawing/KindDrawing.tsx';
import css from './propose.module.css';

interface MiniSheetProps {
  things: readonly { kind: string; count: number; state?: string }[];
  /** One of several in a card. */
  isLow?: boolean;
}
interface Laid {
  kind: Kind;
  x: number;
  y: number;
  w: number;
  h: number;
  copies: number;
}

/** The sheet is as wide as two hands; things lie in rows, largest first, so that they can be compared at a glance. */
const WIDE_MM = 520;
const GAP_MM = 12;
/** More of one kind are drawn as a stack. */
const MOST_DRAWN = 3;
const STACK_MM = 5;

function laidOut(things: MiniSheetProps['things']): { laid: Laid[]; high: number } {
  const all = things.flatMap(({ kind: id, count, state = '' }) => {
    const kind = catalogNow().get(id);
    if (kind === undefined) return [];
    const { wMm, hMm } = measuresOf(kind, state);
    return [{ kind, w: Math.max(wMm, hMm), h: Math.min(wMm, hMm), copies: Math.min(count, MOST_DRAWN) }];
  });
  all.sort((a, b) => b.h - a.h || b.w - a.w);
  const laid: Laid[] = [];
  let [x, y, rowHigh] = [GAP_MM, GAP_MM, 0];
  for (const { kind, w, h, copies } of all) {
    const shift = (copies - 1) * STACK_MM;
    if (x + w + shift + GAP_MM > WIDE_MM && x > GAP_MM) {
      x = GAP_MM;
      y += rowHigh + GAP_MM;
      rowHigh = 0;
    }
    laid.push({ kind, x, y: y + shift, w, h, copies });
    x += w + shift + GAP_MM;
    rowHigh = Math.max(rowHigh, h + shift);
  }
  return { laid, high: y + rowHigh + GAP_MM };
}

/** What is proposed, from above and all to one scale; the list beside it says the same in words. */
export function MiniSheet({ things, isLow = false }: MiniSheetProps) {
  const { laid, high } = useMemo(() => laidOut(things), [things]);
  return (
    <svg
      className={css.miniSheet}
      data-low={isLow || undefined}
      viewBox={`0 0 ${WIDE_MM} ${Math.max(220, high)}`}
      aria-hidden="true"
      preserveAspectRatio="xMinYMin meet"
    >
      {laid.map(({ kind, x, y, w, h, copies }) => (
        <g key={kind.id} transform={`translate(${x} ${y})`}>
          {Array.from({ length: copies - 1 }, (_, index) => {
            const by = (copies - 1 - index) * STACK_MM;
            return <rect key={by} x={by} y={-by} width={w} height={h} rx={4} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1.5} />;
          })}
          <Drawn kind={kind} w={w} h={h} />
        </g>
      ))}
    </svg>
  );
}

/** Drawn as it is sold, turned where it lies across. */
function Drawn({ kind, w, h }: { kind: Kind; w: number; h: number }) {
  const [sold] = kind.states;
  const isUpright = sold !== undefined && sold.hMm > sold.wMm;
  return isUpright ? (
    <g transform={`translate(${w} 0) rotate(90)`}>
      <Shape kind={kind} w={h} h={w} />
    </g>
  ) : (
    <Shape kind={kind} w={w} h={h} />
  );
}
