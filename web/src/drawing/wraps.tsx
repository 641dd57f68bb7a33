import { type Draw, edge, INK, thin } from './strokes.tsx';

// What wraps, sticks, ties or covers, and lies in no packet of its own; each fills its box.

const steel = { fill: 'var(--steel)', ...edge } as const;
const cloth = { fill: 'var(--cloth)', ...edge } as const;
const dark = { fill: 'var(--cloth-dark)', ...edge } as const;
const paper = { fill: 'var(--paper)', ...edge } as const;
const film = { fill: 'var(--film)', ...edge } as const;

export const flatTape: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h * 0.12} {...paper} />
    <rect x={w * 0.1} y={h * 0.3} width={w * 0.8} height={h * 0.4} rx={2} fill="none" {...thin} />
    <path d={`M${w * 0.78} 0L${w} ${h * 0.34}`} {...edge} />
  </>
);
export const cord: Draw = ({ w, h }) => (
  <>
    {[0.12, 0.26, 0.4].map((inset) => (
      <rect
        key={inset}
        x={w * inset * 0.5}
        y={h * inset}
        width={w * (1 - inset)}
        height={h * (1 - 2 * inset)}
        rx={h * 0.3}
        fill="none"
        {...edge}
      />
    ))}
    <path d={`M${w * 0.46} 0V${h}M${w * 0.54} 0V${h}`} {...edge} />
  </>
);
export const plaster: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.14} width={w} height={h * 0.72} rx={h * 0.36} {...cloth} />
    <rect x={w * 0.34} y={h * 0.22} width={w * 0.32} height={h * 0.56} {...paper} />
    {[0.14, 0.24, 0.76, 0.86].map((at) => (
      <circle key={at} cx={w * at} cy={h * 0.5} r={Math.min(w, h) * 0.03} fill={INK} />
    ))}
  </>
);
export const blisterPack: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={3} {...steel} />
    {[0.3, 0.7].flatMap((y) =>
      [0.14, 0.38, 0.62, 0.86].map((x) => <ellipse key={`${x} ${y}`} cx={w * x} cy={h * y} rx={w * 0.085} ry={h * 0.16} {...paper} />),
    )}
  </>
);
export const litter: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.08} y={h * 0.18} width={w * 0.84} height={h * 0.64} {...cloth} />
    <path d={`M0 ${h * 0.12}H${w}M0 ${h * 0.88}H${w}`} stroke={INK} strokeWidth={Math.max(3, h * 0.05)} strokeLinecap="round" />
    <path d={`M${w * 0.36} ${h * 0.18}V${h * 0.82}M${w * 0.64} ${h * 0.18}V${h * 0.82}`} {...thin} />
  </>
);
export const dragStrap: Draw = ({ w, h }) => (
  <>
    <path
      d={`M${w * 0.1} ${h * 0.5}C${w * 0.1} 0 ${w * 0.9} 0 ${w * 0.9} ${h * 0.5}S${w * 0.1} ${h} ${w * 0.1} ${h * 0.5}z`}
      fill="none"
      stroke={INK}
      strokeWidth={Math.max(7, h * 0.16)}
    />
    <path
      d={`M${w * 0.1} ${h * 0.5}C${w * 0.1} 0 ${w * 0.9} 0 ${w * 0.9} ${h * 0.5}S${w * 0.1} ${h} ${w * 0.1} ${h * 0.5}z`}
      fill="none"
      stroke="var(--cloth)"
      strokeWidth={Math.max(4, h * 0.11)}
    />
    <rect x={w * 0.4} y={h * 0.74} width={w * 0.2} height={h * 0.24} {...steel} />
  </>
);
export const coldPack: Draw = ({ w, h }) => (
  <>
    <path d={`M4 4Q${w * 0.5} ${-h * 0.04} ${w - 4} 4V${h - 4}Q${w * 0.5} ${h * 1.04} 4 ${h - 4}z`} {...film} />
    <path
      d={`M${w * 0.5} ${h * 0.24}V${h * 0.76}M${w * 0.34} ${h * 0.36}L${w * 0.66} ${h * 0.64}M${w * 0.66} ${h * 0.36}L${w * 0.34} ${h * 0.64}`}
      {...edge}
    />
  </>
);
export const filmDressing: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={4} {...film} />
    <rect x={w * 0.16} y={h * 0.18} width={w * 0.68} height={h * 0.64} rx={6} fill="none" {...thin} strokeDasharray="3 3" />
    <path d={`M${w * 0.7} 0L${w} ${h * 0.3}`} {...edge} />
  </>
);
export const oralAirway: Draw = ({ w, h }) => (
  <>
    <rect width={w * 0.1} height={h} rx={3} {...film} />
    <path
      d={`M${w * 0.1} ${h * 0.24}H${w * 0.5}Q${w * 0.96} ${h * 0.24} ${w} ${h}H${w * 0.78}Q${w * 0.74} ${h * 0.6} ${w * 0.46} ${h * 0.6}H${w * 0.1}z`}
      {...film}
    />
  </>
);
export const smokeHood: Draw = ({ w, h }) => (
  <>
    <path d={`M${w * 0.1} ${h}V${h * 0.44}Q${w * 0.1} 0 ${w * 0.5} 0T${w * 0.9} ${h * 0.44}V${h}z`} {...cloth} />
    <rect x={w * 0.24} y={h * 0.24} width={w * 0.52} height={h * 0.26} rx={4} {...film} />
    <circle cx={w * 0.5} cy={h * 0.74} r={Math.min(w, h) * 0.14} {...dark} />
  </>
);
export const ratchetStrap: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={Math.min(9, h * 0.2)} {...dark} />
    <path d={`M0 ${h * 0.34}H${w}M0 ${h * 0.68}H${w}`} {...thin} />
    <rect x={w * 0.26} y={h * 0.16} width={w * 0.34} height={h * 0.68} rx={3} {...steel} />
    {[0.32, 0.39, 0.46, 0.53].map((at) => (
      <path key={at} d={`M${w * at} ${h * 0.26}V${h * 0.74}`} {...thin} />
    ))}
  </>
);
export const bungee: Draw = ({ w, h }) => (
  <>
    <path
      d={`M${w * 0.04} ${h * 0.5}q${w * 0.12} ${-h * 0.8} ${w * 0.24} 0t${w * 0.24} 0t${w * 0.24} 0`}
      fill="none"
      stroke={INK}
      strokeWidth={Math.max(4, h * 0.12)}
    />
    <path d={`M${w * 0.76} ${h * 0.2}L${w} ${h * 0.5}L${w * 0.76} ${h * 0.8}z`} {...steel} />
  </>
);
export const elasticBandage: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h * 0.1} {...cloth} />
    <ellipse cx={w * 0.9} cy={h * 0.5} rx={w * 0.09} ry={h * 0.46} {...paper} />
    <path
      d={`M${w * 0.12} 0q${w * 0.05} ${h * 0.5} 0 ${h}M${w * 0.34} 0q${w * 0.05} ${h * 0.5} 0 ${h}M${w * 0.56} 0q${w * 0.05} ${h * 0.5} 0 ${h}`}
      fill="none"
      {...thin}
    />
    <rect x={w * 0.02} y={h * 0.36} width={w * 0.08} height={h * 0.28} {...steel} />
  </>
);
export const cohesive: Draw = ({ w, h }) => (
  <>
    <circle cx={w * 0.5} cy={h * 0.5} r={Math.min(w, h) * 0.49} {...cloth} />
    <circle cx={w * 0.5} cy={h * 0.5} r={Math.min(w, h) * 0.34} fill="none" {...thin} />
    <circle cx={w * 0.5} cy={h * 0.5} r={Math.min(w, h) * 0.16} {...paper} />
  </>
);
export const heavyBlanket: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={10} {...cloth} />
    <path d={`M${w * 0.2} 0V${h}M${w * 0.8} 0V${h}M0 ${h * 0.5}H${w}`} {...thin} />
    <path d={`M${w * 0.28} ${h * 0.24}q${w * 0.06} ${-h * 0.16} ${w * 0.12} 0t${w * 0.12} 0t${w * 0.12} 0`} fill="none" {...edge} />
  </>
);
export const combination: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={5} {...cloth} />
    <rect x={w * 0.06} y={h * 0.14} width={w * 0.4} height={h * 0.72} {...paper} />
    <path
      d={`M${w * 0.12} ${h * 0.3}H${w * 0.4}V${h * 0.44}H${w * 0.12}V${h * 0.58}H${w * 0.4}V${h * 0.72}H${w * 0.12}`}
      fill="none"
      {...thin}
    />
    <path d={`M${w * 0.54} ${h * 0.5}H${w * 0.94}`} stroke={INK} strokeWidth={Math.max(3, h * 0.14)} strokeLinecap="round" />
  </>
);
export const sprayBottle: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.3} width={w * 0.7} height={h} rx={h * 0.2} {...film} />
    <rect x={w * 0.12} y={h * 0.24} width={w * 0.18} height={h * 0.52} {...steel} />
    <path d={`M${w * 0.1} ${h * 0.3}L0 ${h * 0.1}M${w * 0.1} ${h * 0.5}H0M${w * 0.1} ${h * 0.7}L0 ${h * 0.9}`} {...thin} />
  </>
);
