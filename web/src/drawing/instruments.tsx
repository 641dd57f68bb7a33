import { type Draw, edge, INK, Packet, thin } from './strokes.tsx';

// What keeps its shape in the hand.

export const shears: Draw = ({ w, h }) => (
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

export const cutter: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.15} width={w * 0.62} height={h * 0.7} rx={h * 0.3} fill="var(--steel)" {...edge} />
    <path d={`M${w * 0.6} ${h * 0.3}H${w * 0.9}Q${w} ${h * 0.4} ${w * 0.94} ${h * 0.7}H${w * 0.6}z`} fill="var(--film)" {...edge} />
    <circle cx={w * 0.1} cy={h * 0.5} r={h * 0.12} fill="var(--card)" {...thin} />
  </>
);

export const pen: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h * 0.3} fill={INK} />
    <rect x={w * 0.72} width={w * 0.28} height={h} rx={h * 0.3} fill="var(--steel)" />
  </>
);

export const lamp: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={5} fill="var(--steel)" {...edge} />
    <circle cx={w / 2} cy={h / 2} r={Math.min(w, h) * 0.32} fill="var(--paper)" {...edge} />
    <path d={`M0 ${h * 0.3}H${w * 0.16}M${w * 0.84} ${h * 0.3}H${w}M0 ${h * 0.7}H${w * 0.16}M${w * 0.84} ${h * 0.7}H${w}`} {...thin} />
  </>
);

/** Mouthpiece and chamber: a bar that runs into three quarters of a circle. */
export const whistle: Draw = ({ w, h }) => {
  const r = h * 0.43;
  const centre = w - h * 0.44;
  return (
    <>
      <path d={`M0 ${h * 0.12}H${centre}A${r} ${r} 0 1 1 ${centre - r} ${h * 0.55}H0z`} fill="var(--ochre)" {...edge} />
      <rect x={w * 0.3} y={0} width={w * 0.12} height={h * 0.32} fill={INK} />
    </>
  );
};

export const mask: Draw = ({ w, h }) => (
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

export const oximeter: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={h * 0.3} fill="var(--steel)" {...edge} />
    <rect x={w * 0.2} y={h * 0.24} width={w * 0.5} height={h * 0.52} rx={2} fill="var(--paper)" {...thin} />
    <path
      d={`M${w * 0.25} ${h * 0.52}h${w * 0.1}l${w * 0.05} ${-h * 0.16}l${w * 0.06} ${h * 0.28}l${w * 0.05} ${-h * 0.12}h${w * 0.12}`}
      {...thin}
    />
  </>
);

export const phone: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={Math.min(w, h) * 0.14} fill="var(--cloth-dark)" {...edge} />
    <rect x={w * 0.07} y={h * 0.1} width={w * 0.86} height={h * 0.8} rx={2} fill="var(--film)" {...thin} />
    <path d={`M${w * 0.42} ${h * 0.05}h${w * 0.16}`} {...thin} />
  </>
);

export const radio: Draw = ({ w, h }) => (
  <>
    <rect y={h * 0.22} width={w} height={h * 0.78} rx={4} fill="var(--cloth-dark)" {...edge} />
    <rect x={w * 0.12} width={w * 0.14} height={h * 0.26} rx={2} fill="var(--steel)" {...edge} />
    <rect x={w * 0.16} y={h * 0.32} width={w * 0.68} height={h * 0.2} rx={2} fill="var(--film)" {...thin} />
    {[0.62, 0.72, 0.82].map((at) => (
      <path key={at} d={`M${w * 0.24} ${h * at}H${w * 0.76}`} {...thin} />
    ))}
  </>
);

export const splint: Draw = ({ w, h }) => (
  <>
    <rect width={w} height={h} rx={Math.min(12, h * 0.3)} fill="var(--cloth-dark)" {...edge} />
    <path d={`M${w * 0.06} ${h * 0.5}H${w * 0.94}`} stroke="var(--steel)" strokeWidth={Math.max(3, h * 0.16)} strokeLinecap="round" />
  </>
);

export const airwayTube: Draw = ({ w, h }) => (
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
