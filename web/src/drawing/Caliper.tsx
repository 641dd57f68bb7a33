import { MM_PER_INCH } from '@ivrak/core/model';

import { measuresNow, mm } from './figures.ts';

interface CaliperProps {
  /** Packed thickness, walls included; null: not packed as it is now. */
  valueMm: number | null;
  limitMm: number;
  width?: number;
}

const HEIGHT = 40;
const JAW_TOP = 4;

/** A gauge that shows thickness against the carry position's limit, over a rule with marks. */
export function Caliper({ valueMm, limitMm, width = 170 }: CaliperProps) {
  const span = Math.max(limitMm * 1.3, (valueMm ?? 0) * 1.1, 10);
  const scale = (width - 14) / span;
  const at = (mmValue: number) => 4 + mmValue * scale;
  // Every centimetre, or every half inch; on long rules every second.
  const step = (measuresNow() === 'metric' ? 10 : MM_PER_INCH / 2) * (span > 150 ? 2 : 1);
  const ticks = Array.from({ length: Math.floor(span / step) + 1 }, (_, index) => index * step);
  const isOver = valueMm !== null && valueMm > limitMm;
  const said =
    valueMm === null ? `Not measured yet; limit ${mm(limitMm)}` : `${mm(valueMm)} of ${mm(limitMm)}${isOver ? ', too thick' : ''}`;
  return (
    <svg width={width} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`} role="img" aria-label={said}>
      {valueMm !== null && (
        <rect x={at(0) + 4} y={JAW_TOP + 6} width={Math.max(0, at(valueMm) - at(0) - 4)} height={9} fill="var(--film)" />
      )}
      <rect x={at(0)} y={JAW_TOP} width={5} height={20} fill="var(--ink)" />
      {valueMm !== null && <rect x={at(valueMm) - 1} y={JAW_TOP} width={5} height={20} fill={isOver ? 'var(--gap)' : 'var(--action)'} />}
      <line x1={2} x2={width - 2} y1={29} y2={29} stroke="var(--ink)" strokeWidth={1.4} />
      {ticks.map((tick, index) => (
        <line
          key={tick}
          x1={at(tick) + 2.5}
          x2={at(tick) + 2.5}
          y1={29}
          y2={index % 5 === 0 ? 37 : 34}
          stroke="var(--ink)"
          strokeWidth={1}
        />
      ))}
      <line x1={at(limitMm) + 2.5} x2={at(limitMm) + 2.5} y1={1} y2={36} stroke="var(--gap)" strokeWidth={1.6} strokeDasharray="4 3" />
    </svg>
  );
}
