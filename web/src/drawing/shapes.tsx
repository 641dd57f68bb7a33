import type { DrawingId } from '@ivrak/core/model';
import type { ReactElement } from 'react';

/** Ivrak's own drawings, one a class of thing, filling a box of w x h px. No marks of any maker, no protected emblem. */
interface Box {
  w: number;
  h: number;
}
type Draw = (box: Box) => ReactElement;

const INK = 'var(--ink)';
const edge = { stroke: INK, strokeWidth: 1.4 } as const;
const thin = { stroke: INK, strokeWidth: 1 } as const;

/** A sealed packet: sealed margins and a tear notch at the upper right; what is inside goes on top. */
function Packet({ w, h, children, fill = 'var(--cloth)' }: Box & { children?: ReactElement | ReactElement[]; fill?: string }) {
  const notch = Math.min(7, h * 0.16);
  return (
    <>
      <path d={`M3 0H${w - 2 * notch}l${notch} ${notch} ${notch} ${-notch}V0H${w}V${h}H0V3q0-3 3-3z`} fill={fill} {...edge} />
      <path d={`M${w - 2 * notch} 0l${notch} ${notch} ${notch} ${-notch}z`} fill="var(--emphasis)" />
      <path d={`M5 4H${w - 2 * notch - 3}M5 ${h - 4}H${w - 5}`} {...thin} strokeDasharray="2 2" />
      {children}
    </>
  );
}

const strapBundle: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={Math.min(9, h * 0.2)} fill="var(--cloth-dark)" {...edge} />
    <path d={`M0 ${h * 0.34}H${w}M0 ${h * 0.68}H${w}`} {...thin} />
    <rect x={w * 0.56} y={h * 0.1} width={w * 0.11} height={h * 0.8} rx={3} fill="var(--cloth)" {...edge} />
    <rect x={w * 0.2} y={h * 0.41} width={w * 0.6} height={h * 0.18} rx={h * 0.09} fill="var(--steel)" {...edge} />
  </>
);

const elasticRoll: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={4} fill="var(--cloth-dark)" {...edge} />
    <path d={`M${w * 0.1} 0V${h}M${w * 0.9} 0V${h}`} {...thin} />
    {[0.24, 0.38, 0.52, 0.66, 0.8].map((at) => (
      <path key={at} d={`M${w * at} ${h * 0.1}q${w * 0.03} ${h * 0.4} 0 ${h * 0.8}`} {...thin} />
    ))}
  </>
);

const zfold: Draw = ({ w, h }) => {
  const [left, right, top, bottom] = [w * 0.16, w * 0.84, h * 0.26, h * 0.76];
  const turns = 5;
  const step = (bottom - top) / turns;
  const path = Array.from(
    { length: turns + 1 },
    (_, index) => `${index % 2 === 0 ? `H${right}` : `H${left}`}${index < turns ? `v${step}` : ''}`,
  ).join('');
  return (
    <Packet w={w} h={h}>
      <path d={`M${left} ${top}${path}`} stroke={INK} strokeWidth={1.3} />
    </Packet>
  );
};

const packet: Draw = ({ w, h }) => (
  <Packet w={w} h={h}>
    <rect x={w * 0.16} y={h * 0.22} width={w * 0.68} height={h * 0.56} rx={2} fill="var(--paper)" {...thin} />
    <rect x={w * 0.34} y={h * 0.36} width={w * 0.32} height={h * 0.28} rx={3} fill="var(--cloth-dark)" {...thin} />
  </Packet>
);

const barBandage: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={5} fill="var(--cloth)" {...edge} />
    <path d={`M${w * 0.08} 0V${h}M${w * 0.92} 0V${h}`} {...thin} strokeDasharray="2 2" />
    <path d={`M${w * 0.32} ${h * 0.3}H${w * 0.72}V${h * 0.7}H${w * 0.32}`} fill="none" stroke={INK} strokeWidth={3} />
    <path d={`M${w * 0.32} ${h * 0.5}H${w * 0.6}`} stroke={INK} strokeWidth={2} />
  </>
);

const sealPair: Draw = ({ w, h }) => {
  const r = Math.min(w * 0.24, h * 0.36);
  const [x1, x2, y] = [w * 0.38, w * 0.62, h * 0.53];
  return (
    <Packet w={w} h={h}>
      <circle cx={x1} cy={y} r={r} fill="var(--paper)" {...thin} />
      <circle cx={x2} cy={y} r={r} fill="var(--paper)" {...thin} />
      <path d={`M${x2} ${y}v${-r * 0.7}M${x2} ${y}l${r * 0.6} ${r * 0.35}M${x2} ${y}l${-r * 0.6} ${r * 0.35}`} {...thin} />
    </Packet>
  );
};

const airwayTube: Draw = ({ w, h }) => (
  <Packet w={w} h={h} fill="var(--paper)">
    <path
      d={`M${w * 0.12} ${h * 0.64}Q${w * 0.5} ${h * 0.2} ${w * 0.86} ${h * 0.5}`}
      fill="none"
      stroke="var(--cloth-dark)"
      strokeWidth={Math.max(3, h * 0.14)}
    />
    <ellipse cx={w * 0.12} cy={h * 0.64} rx={h * 0.07} ry={h * 0.2} fill="var(--cloth-dark)" {...thin} />
  </Packet>
);

const tube: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h / 2} fill="var(--film)" {...edge} />
    <rect x={w * 0.74} width={w * 0.26} height={h} rx={h / 2} fill="var(--steel)" {...edge} />
  </>
);

const roll: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h * 0.12} fill="var(--paper)" {...edge} />
    <ellipse cx={w * 0.86} cy={h / 2} rx={w * 0.14} ry={h / 2} fill="var(--cloth)" {...edge} />
    <ellipse cx={w * 0.86} cy={h / 2} rx={w * 0.06} ry={h * 0.2} fill="none" {...thin} />
    <path d={`M${w * 0.12} 0V${h}`} {...thin} strokeDasharray="2 3" />
  </>
);

const gloves: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={4} fill="var(--film)" {...edge} />
    <path
      d={`M${w * 0.28} ${h * 0.86}V${h * 0.5}q0-${h * 0.1} ${w * 0.04}-${h * 0.1}V${h * 0.16}m${w * 0.09} ${h * 0.2}V${h * 0.1}m${w * 0.1} ${h * 0.24}V${h * 0.12}m${w * 0.1} ${h * 0.26}V${h * 0.2}q${w * 0.03} ${h * 0.2} 0 ${h * 0.66}z`}
      fill="none"
      stroke={INK}
      strokeWidth={1.3}
      strokeLinejoin="round"
    />
    <path d={`M${w * 0.26} ${h * 0.74}H${w * 0.64}`} {...thin} />
  </>
);

const shears: Draw = ({ w, h }) => (
  <>
    <path d={`M${w * 0.42} ${h * 0.46}L${w} ${h * 0.2}L${w * 0.98} ${h * 0.36}L${w * 0.46} ${h * 0.58}z`} fill="var(--steel)" {...edge} />
    <path
      d={`M${w * 0.42} ${h * 0.54}L${w * 0.93} ${h * 0.78}L${w * 0.99} ${h * 0.7}L${w * 0.46} ${h * 0.42}z`}
      fill="var(--film)"
      {...edge}
    />
    <ellipse cx={w * 0.2} cy={h * 0.25} rx={w * 0.19} ry={h * 0.22} fill="var(--cloth)" {...edge} />
    <ellipse cx={w * 0.2} cy={h * 0.75} rx={w * 0.19} ry={h * 0.22} fill="var(--cloth)" {...edge} />
    <ellipse cx={w * 0.2} cy={h * 0.25} rx={w * 0.1} ry={h * 0.11} fill="var(--sheet)" {...thin} />
    <ellipse cx={w * 0.2} cy={h * 0.75} rx={w * 0.1} ry={h * 0.11} fill="var(--sheet)" {...thin} />
    <circle cx={w * 0.46} cy={h * 0.5} r={Math.max(2, h * 0.05)} fill={INK} />
  </>
);

const cutter: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.15} width={w * 0.62} height={h * 0.7} rx={h * 0.3} fill="var(--steel)" {...edge} />
    <path d={`M${w * 0.6} ${h * 0.3}H${w * 0.9}Q${w} ${h * 0.4} ${w * 0.94} ${h * 0.7}H${w * 0.6}z`} fill="var(--film)" {...edge} />
    <circle cx={w * 0.1} cy={h * 0.5} r={h * 0.12} fill="var(--card)" {...thin} />
  </>
);

const pen: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h * 0.3} fill={INK} />
    <rect x={w * 0.72} width={w * 0.28} height={h} rx={h * 0.3} fill="var(--steel)" />
  </>
);

const blanket: Draw = ({ w, h }) => (
  <Packet w={w} h={h}>
    <rect x={w * 0.14} y={h * 0.2} width={w * 0.72} height={h * 0.6} fill="var(--film)" {...thin} />
    <path
      d={`M${w * 0.14} ${h * 0.4}H${w * 0.86}M${w * 0.14} ${h * 0.6}H${w * 0.86}M${w * 0.38} ${h * 0.2}V${h * 0.8}M${w * 0.62} ${h * 0.2}V${h * 0.8}`}
      {...thin}
    />
  </Packet>
);

const card: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={2} fill="var(--paper)" {...edge} />
    <path
      d={`M${w * 0.1} ${h * 0.24}H${w * 0.7}M${w * 0.1} ${h * 0.44}H${w * 0.9}M${w * 0.1} ${h * 0.62}H${w * 0.9}M${w * 0.1} ${h * 0.8}H${w * 0.6}`}
      {...thin}
    />
  </>
);

const eyeShields: Draw = ({ w, h }) => (
  <>
    <ellipse cx={w * 0.28} cy={h * 0.5} rx={w * 0.27} ry={h * 0.48} fill="var(--film)" {...edge} />
    <ellipse cx={w * 0.72} cy={h * 0.5} rx={w * 0.27} ry={h * 0.48} fill="var(--film)" {...edge} />
    {[0.2, 0.36, 0.64, 0.8].flatMap((x) => [0.35, 0.65].map((y) => <circle key={`${x}${y}`} cx={w * x} cy={h * y} r={1.6} fill={INK} />))}
  </>
);

const triangle: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={4} fill="var(--cloth)" {...edge} />
    <path d={`M${w * 0.18} ${h * 0.78}L${w * 0.5} ${h * 0.2}L${w * 0.82} ${h * 0.78}z`} fill="var(--paper)" {...thin} />
    <path d={`M${w * 0.34} ${h * 0.5}H${w * 0.66}`} {...thin} strokeDasharray="2 2" />
  </>
);

const splint: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={Math.min(12, h * 0.3)} fill="var(--cloth-dark)" {...edge} />
    <path d={`M${w * 0.06} ${h * 0.5}H${w * 0.94}`} stroke="var(--steel)" strokeWidth={Math.max(3, h * 0.16)} strokeLinecap="round" />
  </>
);

const lamp: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={5} fill="var(--steel)" {...edge} />
    <circle cx={w / 2} cy={h / 2} r={Math.min(w, h) * 0.32} fill="var(--paper)" {...edge} />
    <path d={`M0 ${h * 0.3}H${w * 0.16}M${w * 0.84} ${h * 0.3}H${w}M0 ${h * 0.7}H${w * 0.16}M${w * 0.84} ${h * 0.7}H${w}`} {...thin} />
  </>
);

/** Mouthpiece and chamber: a bar that runs into three quarters of a circle. */
const whistle: Draw = ({ w, h }) => {
  const r = h * 0.43;
  const centre = w - h * 0.44;
  return (
    <>
      <path d={`M0 ${h * 0.12}H${centre}A${r} ${r} 0 1 1 ${centre - r} ${h * 0.55}H0z`} fill="var(--ochre)" {...edge} />
      <rect x={w * 0.3} y={0} width={w * 0.12} height={h * 0.32} fill={INK} />
    </>
  );
};

const mask: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={8} fill="var(--cloth)" {...edge} />
    <path
      d={`M${w * 0.5} ${h * 0.16}Q${w * 0.86} ${h * 0.6} ${w * 0.72} ${h * 0.84}H${w * 0.28}Q${w * 0.14} ${h * 0.6} ${w * 0.5} ${h * 0.16}z`}
      fill="var(--film)"
      {...thin}
    />
    <circle cx={w * 0.5} cy={h * 0.56} r={Math.min(w, h) * 0.09} fill="var(--card)" {...thin} />
  </>
);

const oximeter: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h * 0.3} fill="var(--steel)" {...edge} />
    <rect x={w * 0.2} y={h * 0.24} width={w * 0.5} height={h * 0.52} rx={2} fill="var(--paper)" {...thin} />
    <path
      d={`M${w * 0.25} ${h * 0.52}h${w * 0.1}l${w * 0.05} ${-h * 0.16}l${w * 0.06} ${h * 0.28}l${w * 0.05} ${-h * 0.12}h${w * 0.12}`}
      {...thin}
    />
  </>
);

const ampoule: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.16} width={w * 0.84} height={h} rx={h * 0.25} fill="var(--film)" {...edge} />
    <path d={`M${w * 0.16} ${h * 0.3}L0 ${h * 0.42}V${h * 0.58}L${w * 0.16} ${h * 0.7}z`} fill="var(--emphasis)" {...edge} />
  </>
);

const strips: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={2} fill="var(--paper)" {...edge} />
    {[0.2, 0.4, 0.6, 0.8].map((at) => (
      <path key={at} d={`M${w * 0.1} ${h * at}H${w * 0.9}`} stroke="var(--cloth-dark)" strokeWidth={Math.max(2, h * 0.08)} />
    ))}
  </>
);

const bag: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={3} fill="var(--film)" {...edge} />
    <path d={`M0 ${h * 0.16}H${w}`} {...thin} strokeDasharray="3 2" />
    <path d={`M${w * 0.4} ${h * 0.16}q${w * 0.1} ${h * 0.2} ${w * 0.2} 0`} {...thin} />
  </>
);

const phone: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={Math.min(w, h) * 0.14} fill="var(--cloth-dark)" {...edge} />
    <rect x={w * 0.07} y={h * 0.1} width={w * 0.86} height={h * 0.8} rx={2} fill="var(--film)" {...thin} />
    <path d={`M${w * 0.42} ${h * 0.05}h${w * 0.16}`} {...thin} />
  </>
);

const radio: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.22} width={w} height={h * 0.78} rx={4} fill="var(--cloth-dark)" {...edge} />
    <rect x={w * 0.12} width={w * 0.14} height={h * 0.26} rx={2} fill="var(--steel)" {...edge} />
    <rect x={w * 0.16} y={h * 0.32} width={w * 0.68} height={h * 0.2} rx={2} fill="var(--film)" {...thin} />
    {[0.62, 0.72, 0.82].map((at) => (
      <path key={at} d={`M${w * 0.24} ${h * at}H${w * 0.76}`} {...thin} />
    ))}
  </>
);

const bottle: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.18} width={w * 0.82} height={h} rx={h * 0.18} fill="var(--film)" {...edge} />
    <rect y={h * 0.3} width={w * 0.2} height={h * 0.4} rx={2} fill="var(--emphasis)" {...edge} />
    <path d={`M${w * 0.42} ${h * 0.1}V${h * 0.9}M${w * 0.8} ${h * 0.1}V${h * 0.9}`} {...thin} />
  </>
);

const injector: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.1} width={w * 0.8} height={h} rx={h * 0.4} fill="var(--paper)" {...edge} />
    <rect y={h * 0.2} width={w * 0.12} height={h * 0.6} rx={2} fill="var(--emphasis)" {...edge} />
    <rect x={w * 0.86} y={h * 0.26} width={w * 0.14} height={h * 0.48} rx={2} fill="var(--steel)" {...edge} />
    <rect x={w * 0.34} y={h * 0.3} width={w * 0.26} height={h * 0.4} rx={2} fill="var(--film)" {...thin} />
  </>
);

export const SHAPES: Record<DrawingId, Draw> = {
  strapBundle,
  elasticRoll,
  zfold,
  packet,
  barBandage,
  sealPair,
  airwayTube,
  tube,
  roll,
  gloves,
  shears,
  cutter,
  pen,
  blanket,
  card,
  eyeShields,
  triangle,
  splint,
  lamp,
  whistle,
  mask,
  oximeter,
  ampoule,
  strips,
  bag,
  phone,
  radio,
  bottle,
  injector,
};
