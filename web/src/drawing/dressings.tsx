import { type Draw, edge, INK, Packet, thin } from './strokes.tsx';

// What is soft or comes in a packet, a tube or a bottle.

export const strapBundle: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={Math.min(9, h * 0.2)} fill="var(--cloth-dark)" {...edge} />
    <path d={`M0 ${h * 0.34}H${w}M0 ${h * 0.68}H${w}`} {...thin} />
    <rect x={w * 0.56} y={h * 0.1} width={w * 0.11} height={h * 0.8} rx={3} fill="var(--cloth)" {...edge} />
    <rect x={w * 0.2} y={h * 0.41} width={w * 0.6} height={h * 0.18} rx={h * 0.09} fill="var(--steel)" {...edge} />
  </>
);

export const elasticRoll: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={4} fill="var(--cloth-dark)" {...edge} />
    <path d={`M${w * 0.1} 0V${h}M${w * 0.9} 0V${h}`} {...thin} />
    {[0.24, 0.38, 0.52, 0.66, 0.8].map((at) => (
      <path key={at} d={`M${w * at} ${h * 0.1}q${w * 0.03} ${h * 0.4} 0 ${h * 0.8}`} {...thin} />
    ))}
  </>
);

export const zfold: Draw = ({ w, h }) => {
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

export const packet: Draw = ({ w, h }) => (
  <Packet w={w} h={h}>
    <rect x={w * 0.16} y={h * 0.22} width={w * 0.68} height={h * 0.56} rx={2} fill="var(--paper)" {...thin} />
    <rect x={w * 0.34} y={h * 0.36} width={w * 0.32} height={h * 0.28} rx={3} fill="var(--cloth-dark)" {...thin} />
  </Packet>
);

export const barBandage: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={5} fill="var(--cloth)" {...edge} />
    <path d={`M${w * 0.08} 0V${h}M${w * 0.92} 0V${h}`} {...thin} strokeDasharray="2 2" />
    <path d={`M${w * 0.32} ${h * 0.3}H${w * 0.72}V${h * 0.7}H${w * 0.32}`} fill="none" stroke={INK} strokeWidth={3} />
    <path d={`M${w * 0.32} ${h * 0.5}H${w * 0.6}`} stroke={INK} strokeWidth={2} />
  </>
);

export const sealPair: Draw = ({ w, h }) => {
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

export const tube: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h / 2} fill="var(--film)" {...edge} />
    <rect x={w * 0.74} width={w * 0.26} height={h} rx={h / 2} fill="var(--steel)" {...edge} />
  </>
);

export const roll: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h * 0.12} fill="var(--paper)" {...edge} />
    <ellipse cx={w * 0.86} cy={h / 2} rx={w * 0.14} ry={h / 2} fill="var(--cloth)" {...edge} />
    <ellipse cx={w * 0.86} cy={h / 2} rx={w * 0.06} ry={h * 0.2} fill="none" {...thin} />
    <path d={`M${w * 0.12} 0V${h}`} {...thin} strokeDasharray="2 3" />
  </>
);

export const gloves: Draw = ({ w, h }) => (
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

export const blanket: Draw = ({ w, h }) => (
  <Packet w={w} h={h}>
    <rect x={w * 0.14} y={h * 0.2} width={w * 0.72} height={h * 0.6} fill="var(--film)" {...thin} />
    <path
      d={`M${w * 0.14} ${h * 0.4}H${w * 0.86}M${w * 0.14} ${h * 0.6}H${w * 0.86}M${w * 0.38} ${h * 0.2}V${h * 0.8}M${w * 0.62} ${h * 0.2}V${h * 0.8}`}
      {...thin}
    />
  </Packet>
);

export const card: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={2} fill="var(--paper)" {...edge} />
    <path
      d={`M${w * 0.1} ${h * 0.24}H${w * 0.7}M${w * 0.1} ${h * 0.44}H${w * 0.9}M${w * 0.1} ${h * 0.62}H${w * 0.9}M${w * 0.1} ${h * 0.8}H${w * 0.6}`}
      {...thin}
    />
  </>
);

export const eyeShields: Draw = ({ w, h }) => (
  <>
    <ellipse cx={w * 0.28} cy={h * 0.5} rx={w * 0.27} ry={h * 0.48} fill="var(--film)" {...edge} />
    <ellipse cx={w * 0.72} cy={h * 0.5} rx={w * 0.27} ry={h * 0.48} fill="var(--film)" {...edge} />
    {[0.2, 0.36, 0.64, 0.8].flatMap((x) => [0.35, 0.65].map((y) => <circle key={`${x}${y}`} cx={w * x} cy={h * y} r={1.6} fill={INK} />))}
  </>
);

export const triangle: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={4} fill="var(--cloth)" {...edge} />
    <path d={`M${w * 0.18} ${h * 0.78}L${w * 0.5} ${h * 0.2}L${w * 0.82} ${h * 0.78}z`} fill="var(--paper)" {...thin} />
    <path d={`M${w * 0.34} ${h * 0.5}H${w * 0.66}`} {...thin} strokeDasharray="2 2" />
  </>
);

export const ampoule: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.16} width={w * 0.84} height={h} rx={h * 0.25} fill="var(--film)" {...edge} />
    <path d={`M${w * 0.16} ${h * 0.3}L0 ${h * 0.42}V${h * 0.58}L${w * 0.16} ${h * 0.7}z`} fill="var(--emphasis)" {...edge} />
  </>
);

export const strips: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={2} fill="var(--paper)" {...edge} />
    {[0.2, 0.4, 0.6, 0.8].map((at) => (
      <path key={at} d={`M${w * 0.1} ${h * at}H${w * 0.9}`} stroke="var(--cloth-dark)" strokeWidth={Math.max(2, h * 0.08)} />
    ))}
  </>
);

export const bag: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={3} fill="var(--film)" {...edge} />
    <path d={`M0 ${h * 0.16}H${w}`} {...thin} strokeDasharray="3 2" />
    <path d={`M${w * 0.4} ${h * 0.16}q${w * 0.1} ${h * 0.2} ${w * 0.2} 0`} {...thin} />
  </>
);

export const bottle: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.18} width={w * 0.82} height={h} rx={h * 0.18} fill="var(--film)" {...edge} />
    <rect y={h * 0.3} width={w * 0.2} height={h * 0.4} rx={2} fill="var(--emphasis)" {...edge} />
    <path d={`M${w * 0.42} ${h * 0.1}V${h * 0.9}M${w * 0.8} ${h * 0.1}V${h * 0.9}`} {...thin} />
  </>
);

export const injector: Draw = ({ w, h }) => (
  <>
    <rect x={w * 0.1} width={w * 0.8} height={h} rx={h * 0.4} fill="var(--paper)" {...edge} />
    <rect y={h * 0.2} width={w * 0.12} height={h * 0.6} rx={2} fill="var(--emphasis)" {...edge} />
    <rect x={w * 0.86} y={h * 0.26} width={w * 0.14} height={h * 0.48} rx={2} fill="var(--steel)" {...edge} />
    <rect x={w * 0.34} y={h * 0.3} width={w * 0.26} height={h * 0.4} rx={2} fill="var(--film)" {...thin} />
  </>
);
