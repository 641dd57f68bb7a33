import type { Grade } from '../model/kind.ts';
import { circleOf } from '../model/need.ts';
import { type GradeCode, slotsOf } from './booking.ts';
import type { HeldNow } from './states.ts';

const GRADE_OF: Record<GradeCode, Grade> = { 1: 'primary', 2: 'substitute', 3: 'improvised' };

/** Pieces that were booked, slot by slot as the order of booking compares them. */
export function inOrder(needs: readonly HeldNow[]): number[] {
  const open = needs.map(({ least, ideal }) => ({ least, ideal: Math.max(0, ideal - least) }));
  const left = needs.map(({ by }) => by.map(({ grade, count }) => ({ grade, count })));
  const demands = needs.map(({ need, least, ideal }) => ({ least, ideal: Math.max(least, ideal), circle: circleOf(need), caps: null }));
  return slotsOf(demands).map(({ demand, part, grade }) => {
    const room = open[demand];
    let sum = 0;
    for (const own of left[demand] ?? []) {
      if (room === undefined || own.grade !== GRADE_OF[grade]) continue;
      const pieces = Math.min(own.count, room[part]);
      own.count -= pieces;
      room[part] -= pieces;
      sum += pieces;
    }
    return sum;
  });
}

/** Above 0 where the first list is more, earlier entries first. */
export function compareInOrder(a: readonly number[], b: readonly number[]): number {
  for (const [index, value] of a.entries()) if (value !== b[index]) return value - (b[index] ?? 0);
  return 0;
}
