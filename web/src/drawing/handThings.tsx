import { type Draw, edge, INK, thin } from './strokes.tsx';

// Tools and devices, known by their outline in the hand; each fills its box.

const steel = { fill: 'var(--steel)', ...edge } as const;
const cloth = { fill: 'var(--cloth)', ...edge } as const;
const dark = { fill: 'var(--cloth-dark)', ...edge } as const;
const paper = { fill: 'var(--paper)', ...edge } as const;
const film = { fill: 'var(--film)', ...edge } as const;

export const needle: Draw = ({ w, h }) => (
  <>
    <rect width={w * 0.34} height={h} rx={h * 0.2} {...film} />
    <path d={`M${w * 0.34} ${h * 0.3}H${w * 0.86}L${w} ${h * 0.5}L${w * 0.86} ${h * 0.7}H${w * 0.34}z`} {...steel} />
  </>
);
export const syringe: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.1} width={w * 0.06} height={h * 0.8} {...steel} />
    <path d={`M${w * 0.06} ${h * 0.5}H${w * 0.28}`} {...edge} />
    <rect x={w * 0.26} width={w * 0.58} height={h} rx={3} {...film} />
    <path d={`M${w * 0.84} ${h * 0.5}H${w}M${w * 0.4} 0v${h * 0.4}M${w * 0.54} 0v${h * 0.4}M${w * 0.68} 0v${h * 0.4}`} {...edge} />
  </>
);
export const stethoscope: Draw = ({ w, h }) => (
  <>
    <path
      d={`M${w * 0.06} ${h * 0.1}Q${w * 0.4} ${h * 0.1} ${w * 0.46} ${h * 0.5}Q${w * 0.4} ${h * 0.9} ${w * 0.06} ${h * 0.9}M${w * 0.46} ${h * 0.5}H${w * 0.76}`}
      fill="none"
      stroke={INK}
      strokeWidth={Math.max(2, h * 0.06)}
    />
    <circle cx={w * 0.87} cy={h * 0.5} r={Math.min(w * 0.12, h * 0.4)} {...steel} />
  </>
);
export const lightStick: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.06} width={w * 0.94} height={h} rx={h * 0.5} {...film} />
    <path d={`M0 ${h * 0.5}h${w * 0.06}M${w * 0.5} ${h * 0.1}L${w * 0.56} ${h * 0.9}`} {...edge} />
  </>
);
export const penlight: Draw = ({ w, h }) => (
  <>
    <rect width={w * 0.86} height={h} rx={h * 0.2} {...dark} />
    <path d={`M${w * 0.86} 0L${w} ${h * 0.15}V${h * 0.85}L${w * 0.86} ${h}z`} {...paper} />
    <path d={`M${w * 0.12} ${h * 0.18}H${w * 0.5}`} stroke="var(--steel)" strokeWidth={Math.max(2, h * 0.16)} />
  </>
);
export const torch: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.16} width={w * 0.7} height={h * 0.68} rx={3} {...dark} />
    <path d={`M${w * 0.66} ${h * 0.16}L${w * 0.8} 0H${w}V${h}H${w * 0.8}L${w * 0.66} ${h * 0.84}z`} {...steel} />
    <path d={`M${w * 0.93} ${h * 0.12}V${h * 0.88}`} {...thin} />
  </>
);
export const lighter: Draw = ({ w, h }) => (
  <>
    <rect width={w * 0.74} height={h} rx={4} {...cloth} />
    <rect x={w * 0.74} y={h * 0.08} width={w * 0.16} height={h * 0.84} {...steel} />
    <circle cx={w * 0.93} cy={h * 0.3} r={Math.min(w * 0.07, h * 0.24)} {...dark} />
  </>
);
export const knife: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.24} width={w * 0.5} height={h * 0.56} rx={h * 0.2} {...dark} />
    <path
      d={`M${w * 0.48} ${h * 0.28}H${w * 0.9}Q${w} ${h * 0.4} ${w * 0.96} ${h * 0.5}Q${w * 0.8} ${h * 0.78} ${w * 0.48} ${h * 0.76}z`}
      {...steel}
    />
  </>
);
export const stapler: Draw = ({ w, h }) => (
  <>
    <path d={`M0 ${h * 0.1}H${w * 0.86}L${w} ${h * 0.34}V${h * 0.56}H${w * 0.3}L${w * 0.24} ${h}H${w * 0.06}z`} {...paper} />
    <path d={`M${w * 0.34} ${h * 0.62}Q${w * 0.5} ${h * 0.9} ${w * 0.66} ${h * 0.62}`} fill="none" {...edge} />
  </>
);
export const scalpel: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.3} width={w * 0.64} height={h * 0.4} rx={2} {...paper} />
    <path d={`M${w * 0.64} ${h * 0.16}Q${w * 0.9} ${h * 0.1} ${w} ${h * 0.8}H${w * 0.64}z`} {...steel} />
  </>
);
export const razor: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.38} width={w * 0.76} height={h * 0.24} rx={3} {...cloth} />
    <rect x={w * 0.76} width={w * 0.24} height={h} rx={3} {...steel} />
  </>
);
export const tweezers: Draw = ({ w, h }) => (
  <path
    d={`M0 ${h * 0.5}Q${w * 0.1} 0 ${w * 0.4} ${h * 0.06}L${w} ${h * 0.42}L${w * 0.3} ${h * 0.5}L${w} ${h * 0.58}L${w * 0.4} ${h * 0.94}Q${w * 0.1} ${h} 0 ${h * 0.5}z`}
    {...steel}
  />
);
export const thermometer: Draw = ({ w, h }) => (
  <>
    <path d={`M0 ${h * 0.1}H${w * 0.6}L${w} ${h * 0.4}V${h * 0.6}L${w * 0.6} ${h * 0.9}H0z`} {...paper} />
    <rect x={w * 0.16} y={h * 0.28} width={w * 0.3} height={h * 0.44} {...film} />
  </>
);
export const pressureCuff: Draw = ({ w, h }) => (
  <>
    <rect width={w * 0.72} height={h * 0.66} rx={5} {...dark} />
    <path d={`M${w * 0.6} ${h * 0.66}Q${w * 0.62} ${h * 0.9} ${w * 0.76} ${h * 0.86}`} fill="none" stroke={INK} strokeWidth={2.4} />
    <ellipse cx={w * 0.87} cy={h * 0.82} rx={w * 0.13} ry={h * 0.18} {...steel} />
    <circle cx={w * 0.3} cy={h * 0.33} r={Math.min(w, h) * 0.16} {...paper} />
  </>
);
export const bagMask: Draw = ({ w, h }) => (
  <>
    <path d={`M0 ${h * 0.8}Q${w * 0.02} ${h * 0.3} ${w * 0.2} ${h * 0.3}T${w * 0.36} ${h * 0.8}z`} {...film} />
    <rect x={w * 0.32} y={h * 0.4} width={w * 0.12} height={h * 0.2} {...steel} />
    <ellipse cx={w * 0.71} cy={h * 0.5} rx={w * 0.29} ry={h * 0.46} {...cloth} />
    <path d={`M${w * 0.6} ${h * 0.12}V${h * 0.88}M${w * 0.8} ${h * 0.1}V${h * 0.9}`} {...thin} />
  </>
);
export const suction: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.3} y={h * 0.3} width={w * 0.7} height={h * 0.7} rx={5} {...film} />
    <path d={`M0 ${h * 0.16}H${w * 0.62}V${h * 0.3}`} fill="none" stroke={INK} strokeWidth={Math.max(3, h * 0.08)} />
    <path d={`M${w * 0.36} ${h * 0.7}H${w * 0.94}`} {...thin} />
  </>
);
export const safetyPin: Draw = ({ w, h }) => (
  <>
    <circle cx={w * 0.14} cy={h * 0.5} r={Math.min(w * 0.12, h * 0.36)} fill="none" {...edge} />
    <path
      d={`M${w * 0.16} ${h * 0.16}H${w * 0.9}M${w * 0.16} ${h * 0.84}H${w * 0.86}`}
      stroke="var(--steel)"
      strokeWidth={Math.max(2, h * 0.1)}
    />
    <path d={`M${w * 0.82} 0H${w}V${h}H${w * 0.82}z`} {...steel} />
  </>
);
export const magnifier: Draw = ({ w, h }) => (
  <>
    <circle cx={w * 0.36} cy={h * 0.44} r={Math.min(w * 0.32, h * 0.4)} {...film} />
    <path d={`M${w * 0.6} ${h * 0.66}L${w * 0.96} ${h * 0.94}`} stroke={INK} strokeWidth={Math.max(4, h * 0.12)} strokeLinecap="round" />
  </>
);
export const tickRemover: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={4} {...cloth} />
    <path d={`M${w} ${h * 0.46}H${w * 0.62}L${w * 0.54} ${h * 0.5}L${w * 0.62} ${h * 0.54}H${w}`} {...paper} />
    <circle cx={w * 0.2} cy={h * 0.5} r={Math.min(w, h) * 0.1} {...paper} />
  </>
);
export const needleAndThread: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={2} {...paper} />
    <path d={`M${w * 0.14} ${h * 0.8}L${w * 0.86} ${h * 0.2}`} {...edge} />
    <path d={`M${w * 0.86} ${h * 0.2}q${w * 0.06} ${h * 0.4} ${-w * 0.2} ${h * 0.34}t${-w * 0.2} ${h * 0.28}`} fill="none" {...thin} />
  </>
);
export const notebook: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.06} width={w * 0.94} height={h} rx={3} {...dark} />
    {[0.14, 0.38, 0.62, 0.86].map((at) => (
      <path key={at} d={`M0 ${h * at}H${w * 0.14}`} stroke="var(--steel)" strokeWidth={Math.max(2, h * 0.05)} strokeLinecap="round" />
    ))}
    <rect x={w * 0.36} y={h * 0.24} width={w * 0.46} height={h * 0.2} {...paper} />
  </>
);
export const guide: Draw = ({ w, h }) => (
  <>
    <path
      d={`M0 ${h * 0.1}Q${w * 0.3} 0 ${w * 0.5} ${h * 0.12}Q${w * 0.7} 0 ${w} ${h * 0.1}V${h}Q${w * 0.7} ${h * 0.9} ${w * 0.5} ${h}Q${w * 0.3} ${h * 0.9} 0 ${h}z`}
      {...paper}
    />
    <path
      d={`M${w * 0.5} ${h * 0.12}V${h}M${w * 0.1} ${h * 0.34}H${w * 0.4}M${w * 0.1} ${h * 0.54}H${w * 0.4}M${w * 0.6} ${h * 0.34}H${w * 0.9}`}
      {...thin}
    />
  </>
);
export const defibrillator: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.12} width={w} height={h * 0.88} rx={8} {...cloth} />
    <path d={`M${w * 0.36} ${h * 0.12}V0H${w * 0.64}V${h * 0.12}`} fill="none" stroke={INK} strokeWidth={4} />
    <path
      d={`M${w * 0.56} ${h * 0.26}L${w * 0.36} ${h * 0.6}H${w * 0.48}L${w * 0.42} ${h * 0.88}L${w * 0.64} ${h * 0.52}H${w * 0.52}z`}
      {...paper}
    />
  </>
);
export const messenger: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.26} width={w} height={h * 0.74} rx={6} {...dark} />
    <rect x={w * 0.08} width={w * 0.2} height={h * 0.34} rx={4} {...dark} />
    <rect x={w * 0.36} y={h * 0.42} width={w * 0.54} height={h * 0.4} {...film} />
    <path d={`M${w * 0.44} ${h * 0.62}q${w * 0.09} ${-h * 0.2} ${w * 0.18} 0t${w * 0.18} 0`} fill="none" {...thin} />
  </>
);
