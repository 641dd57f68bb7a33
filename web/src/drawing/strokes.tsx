import type { ReactElement } from 'react';

/** Ivrak's own drawings, one a class of thing, filling a box of w x h px. No marks of any maker, no protected emblem. */
export interface Box {
  w: number;
  h: number;
}
export type Draw = (box: Box) => ReactElement;

export const INK = 'var(--ink)';
export const edge = { stroke: INK, strokeWidth: 1.4 } as const;
export const thin = { stroke: INK, strokeWidth: 1 } as const;

/** A sealed packet: sealed margins and a tear notch at the upper right; what is inside goes on top. */
export function Packet({ w, h, children, fill = 'var(--cloth)' }: Box & { children?: ReactElement | ReactElement[]; fill?: string }) {
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
