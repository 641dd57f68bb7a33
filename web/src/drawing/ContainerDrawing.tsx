import type { Container } from '@ivrak/core/model';

interface ContainerDrawingProps {
  container: Container | undefined;
  /** Longest side of the drawing, px. */
  size: number;
}

const CORNER = 4;

/** The outline of a container with its closure, in its own proportions. */
export function ContainerDrawing({ container, size }: ContainerDrawingProps) {
  const w = Math.max(...(container?.compartments.map((room) => room.wMm) ?? [100]));
  const h = Math.max(...(container?.compartments.map((room) => room.hMm) ?? [100]));
  const scale = (size - 4) / Math.max(w, h);
  const [dw, dh] = [w * scale, h * scale];
  const opening = container?.opening ?? 'zip';
  if (opening === 'none') return <Bare w={dw} h={dh} />;
  return (
    <svg width={dw + 4} height={dh + 4} viewBox={`-2 -2 ${dw + 4} ${dh + 4}`} aria-hidden="true">
      <rect width={dw} height={dh} rx={CORNER} fill="var(--cloth)" stroke="var(--ink)" strokeWidth={1.5} />
      <Closure opening={opening} w={dw} h={dh} />
    </svg>
  );
}

/** What is carried as it is: its room without a cloth around it, and the strap that holds it. */
function Bare({ w, h }: { w: number; h: number }) {
  const line = { stroke: 'var(--ink)', strokeWidth: 1.2, fill: 'none' } as const;
  return (
    <svg width={w + 4} height={h + 4} viewBox={`-2 -2 ${w + 4} ${h + 4}`} aria-hidden="true">
      <rect width={w} height={h} rx={CORNER} {...line} strokeDasharray="4 4" />
      <path d={`M${w * 0.16} ${h / 2}H${w * 0.84}`} stroke="var(--emphasis)" strokeWidth={5} fill="none" />
      <rect x={w * 0.44} y={h / 2 - 9} width={w * 0.12} height={18} rx={2} {...line} />
    </svg>
  );
}

function Closure({ opening, w, h }: { opening: Container['opening']; w: number; h: number }) {
  const line = { stroke: 'var(--ink)', strokeWidth: 1.2, fill: 'none' } as const;
  const flap = h * 0.24;
  switch (opening) {
    case 'zip':
      return (
        <>
          <line x1={0} x2={w} y1={flap} y2={flap} {...line} strokeDasharray="3 2" />
          <rect x={w / 2 - 2} y={flap - 1} width={4} height={h * 0.14} fill="var(--emphasis)" />
        </>
      );
    case 'latchedCase':
      return (
        <>
          <line x1={0} x2={w} y1={flap * 1.4} y2={flap * 1.4} {...line} />
          <rect x={w * 0.2} y={flap * 1.4 - 4} width={w * 0.14} height={9} fill="var(--emphasis)" />
          <rect x={w * 0.66} y={flap * 1.4 - 4} width={w * 0.14} height={9} fill="var(--emphasis)" />
        </>
      );
    case 'rollTop':
      return (
        <>
          <rect x={0} y={0} width={w} height={h * 0.12} rx={2} {...line} />
          <rect x={w / 2 - 5} y={h * 0.08} width={10} height={h * 0.12} fill="var(--emphasis)" />
        </>
      );
    case 'tearAway':
      return (
        <>
          <rect x={w * 0.06} y={h * 0.06} width={w * 0.88} height={h * 0.88} rx={3} {...line} strokeDasharray="5 3" />
          <path d={`M${w * 0.38} ${h * 0.06}v${h * 0.12}h${w * 0.24}v${-h * 0.12}`} {...line} stroke="var(--emphasis)" strokeWidth={2.4} />
        </>
      );
    default:
      return (
        <>
          <path d={`M0 ${flap}H${w}`} {...line} />
          <rect x={w / 2 - w * 0.08} y={flap - 3} width={w * 0.16} height={6} fill="var(--emphasis)" />
        </>
      );
  }
}
