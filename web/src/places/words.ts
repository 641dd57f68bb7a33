import type { Container, Position } from '@ivrak/core/model';

/** "right hand · not seated" */
export const handsLine = ({ hands, onBody, seated }: Position): string =>
  `${hands === 'both' ? 'either hand' : `${hands} hand`} · ${onBody ? (seated ? 'also seated' : 'not seated') : 'not on you'}`;

/** Inner measures in short: "2 × 150 × 200 × 30", "6 slots 95 × 110", "178 × 203 flat". Millimetres. */
export function insideLine({ make, compartments, rollWidthMm }: Container): string {
  const [room] = compartments;
  if (room === undefined) return '';
  if (make === 'vacuumRoll') return `roll ${rollWidthMm} wide, cut to length`;
  if (make === 'flatBag') return `${room.wMm} × ${room.hMm} laid flat`;
  if (make === 'bundle') return `up to ${room.wMm} × ${room.hMm}`;
  const [slot] = room.slots ?? [];
  if (slot !== undefined) return `${room.slots?.length} slots ${slot.wMm} × ${slot.hMm}`;
  return `${compartments.length > 1 ? `${compartments.length} × ` : ''}${room.wMm} × ${room.hMm} × ${room.dMm}`;
}
