import type { Container, Position } from '@ivrak/core/model';
import { sizeFigures } from '../drawing/figures.ts';

/** "right hand · not seated" */
export const handsLine = ({ hands, onBody, seated }: Position): string =>
  `${hands === 'both' ? 'either hand' : `${hands} hand`} · ${onBody ? (seated ? 'also seated' : 'not seated') : 'not on you'}`;

/** Inner measures in short: "2 × 150 × 200 × 30", "6 slots 95 × 110", "178 × 203 flat". In the unit of the heading. */
export function insideLine({ make, compartments, rollWidthMm }: Container): string {
  const [room] = compartments;
  if (room === undefined) return '';
  if (make === 'vacuumRoll') return `roll ${sizeFigures(rollWidthMm ?? 0)} wide, cut to length`;
  if (make === 'flatBag') return `${sizeFigures(room.wMm, room.hMm)} laid flat`;
  if (make === 'bundle') return `up to ${sizeFigures(room.wMm, room.hMm)}`;
  const [slot] = room.slots ?? [];
  const loose = room.loose === undefined ? '' : ` and ${sizeFigures(room.loose.wMm, room.loose.hMm, room.loose.dMm)}`;
  if (slot !== undefined) return `${room.slots?.length} slots ${sizeFigures(slot.wMm, slot.hMm)}${loose}`;
  return `${compartments.length > 1 ? `${compartments.length} × ` : ''}${sizeFigures(room.wMm, room.hMm, room.dMm)}`;
}
