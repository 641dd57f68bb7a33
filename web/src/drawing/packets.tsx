import type { ReactElement } from 'react';
import { type Draw, edge, INK, Packet, thin } from './strokes.tsx';

// What comes in a sealed packet, known by what is drawn upon it.

/** A packet with a sign on it, drawn in a field of 100 x 60 in its middle. */
const inPacket =
  (sign: ReactElement): Draw =>
  ({ w, h }) => {
    const scale = Math.min(w / 130, h / 84);
    return (
      <Packet w={w} h={h}>
        <g transform={`translate(${w / 2 - 50 * scale} ${h / 2 - 30 * scale}) scale(${scale})`}>{sign}</g>
      </Packet>
    );
  };
const paper = { fill: 'var(--paper)', ...edge } as const;
const film = { fill: 'var(--film)', ...edge } as const;
const dots = (at: readonly (readonly [number, number])[], r = 3) =>
  at.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={r} fill={INK} />);

export const gauzePad = inPacket(
  <>
    <rect x={22} y={2} width={56} height={56} {...paper} />
    <path d="M22 21H78M22 40H78M41 2V58M60 2V58" {...thin} />
  </>,
);
export const nonAdherentPad = inPacket(
  <>
    <rect x={18} y={6} width={64} height={48} {...film} />
    {dots(
      [30, 50, 70].flatMap((x) => [18, 42].map((y) => [x, y] as const)),
      2.5,
    )}
  </>,
);
export const absorbentPad = inPacket(
  <>
    <rect x={4} y={2} width={92} height={56} rx={8} {...paper} />
    <rect x={18} y={12} width={64} height={36} rx={5} fill="none" {...thin} strokeDasharray="4 3" />
  </>,
);
export const compressionBandage = inPacket(
  <>
    <path d="M4 14H80a14 14 0 0 1 0 28H20" fill="none" stroke={INK} strokeWidth={9} />
    <path d="M4 14H80a14 14 0 0 1 0 28H20" fill="none" stroke="var(--paper)" strokeWidth={6} />
    <rect x={4} y={34} width={24} height={18} {...film} />
  </>,
);
export const hemostaticPad = inPacket(
  <>
    <rect x={28} y={8} width={44} height={44} {...paper} />
    {dots(
      [
        [38, 20],
        [54, 18],
        [62, 32],
        [44, 36],
        [58, 44],
        [36, 44],
      ],
      2,
    )}
  </>,
);
export const granules = inPacket(
  <>
    <path d="M40 2H60L84 58H16z" {...film} />
    {dots([
      [50, 22],
      [44, 34],
      [57, 36],
      [36, 48],
      [50, 48],
      [66, 48],
    ])}
  </>,
);
export const blisterDressing = inPacket(
  <>
    <ellipse cx={50} cy={30} rx={40} ry={22} {...paper} />
    <ellipse cx={50} cy={30} rx={20} ry={11} {...film} />
  </>,
);
const drop = (x: number, y: number, size: number) => (
  <path d={`M${x} ${y}q${size} ${size * 1.4} 0 ${size * 2.2}q${-size} ${-size * 0.8} 0 ${-size * 2.2}z`} {...film} />
);
export const burnGel = inPacket(
  <>
    <rect x={8} y={4} width={84} height={52} {...paper} />
    {drop(32, 18, 13)}
    {drop(58, 18, 13)}
  </>,
);
export const burnSachet = inPacket(drop(48, 4, 24));
export const wipe = inPacket(
  <>
    <path d="M16 52L26 8H84L74 52z" {...paper} />
    <path d="M26 8L48 30L84 8" fill="none" {...thin} />
  </>,
);
export const sanitiser = inPacket(
  <>
    {drop(46, 6, 17)}
    <path d="M72 16v28M84 22v16" {...edge} />
  </>,
);
export const lubricant = inPacket(
  <>
    <path d="M8 20H66L84 30L66 40H8z" {...film} />
    <path d="M84 30h12" {...edge} />
  </>,
);
export const sutures = inPacket(
  <>
    <path d="M16 44a34 34 0 0 1 60 -22" fill="none" {...edge} />
    <path d="M76 22q18 10 4 20t-26 10" fill="none" {...thin} />
  </>,
);
export const sugar = inPacket(
  <>
    <rect x={10} y={18} width={24} height={24} {...paper} />
    <rect x={38} y={18} width={24} height={24} {...paper} />
    <rect x={66} y={18} width={24} height={24} {...paper} />
  </>,
);
export const nosePlug = inPacket(
  <>
    <rect x={14} y={14} width={28} height={32} rx={12} {...paper} />
    <rect x={56} y={14} width={28} height={32} rx={12} {...paper} />
    <path d="M28 46v12M70 46v12" {...thin} />
  </>,
);
export const faceMask = inPacket(
  <>
    <path d="M16 14q34 -12 68 0v32q-34 12 -68 0z" {...paper} />
    <path d="M16 24H84M16 36H84M16 18q-14 12 0 24M84 18q14 12 0 24" fill="none" {...thin} />
  </>,
);
export const gown = inPacket(<path d="M36 2H64L92 18L84 32L70 26V58H30V26L16 32L8 18z" {...paper} />);
export const ointment = inPacket(
  <>
    <path d="M10 16L22 12H76V48H22L10 44z" {...paper} />
    <rect x={78} y={20} width={16} height={20} {...film} />
  </>,
);
export const jelly = inPacket(<path d="M10 44q10 -30 20 0t20 0t20 0t20 0" fill="none" {...edge} />);
export const barrier = inPacket(
  <>
    <rect x={6} y={4} width={88} height={52} {...film} />
    <circle cx={50} cy={30} r={11} {...paper} />
    <circle cx={50} cy={30} r={3} fill={INK} />
  </>,
);
