import type { FitProblem } from '../fit/problem.ts';
import type { Lock } from '../model/lock.ts';

/** Lists of values, since stored objects may come back with their keys in another order. */
const lockValues = (lock: Lock | undefined) =>
  lock === undefined
    ? null
    : [lock.compartment, lock.slot ?? null, lock.folded ?? false, lock.xMm, lock.yMm, lock.zMm, lock.wMm, lock.hMm, lock.dMm];

const roomValues = (room: FitProblem['container']['compartments'][number]) => [
  room.id,
  room.wMm,
  room.hMm,
  room.dMm,
  room.maxDMm ?? null,
  room.access,
  (room.slots ?? []).map((slot) => [slot.id, slot.wMm, slot.hMm, slot.dMm, slot.stretchMm ?? 0, slot.stickOutMm ?? 0]),
  ...(room.loose === undefined ? [] : [[room.loose.wMm, room.loose.hMm, room.loose.dMm, room.loose.isBefore]]),
];

/** Changes whenever what is packed, or what it is packed into, changes; a stored packing is good only while it agrees. */
export function fitFingerprint(problem: FitProblem): string {
  const { container, items, press, placeBounds, outside = [] } = problem;
  return JSON.stringify([
    container.make,
    container.rollWidthMm ?? null,
    container.facing ?? false,
    ...(container.lies === undefined ? [] : [container.lies]),
    container.compartments.map(roomValues),
    items.map((item) => [
      item.id,
      item.wMm,
      item.hMm,
      item.tMm,
      item.reach,
      lockValues(item.lockedAt),
      item.pinnedTo ?? null,
      item.fold ?? null,
      item.urgency ?? null,
      item.give ?? 0,
      item.solidity ?? null,
      item.block ?? null,
    ]),
    press,
    placeBounds === undefined ? null : [placeBounds.wMm, placeBounds.hMm, placeBounds.tMm],
    outside.map(({ tMm }) => tMm),
  ]);
}
