import { type CarriedKit, isAtHand } from '../model/loadout.ts';
import type { ReachPlan } from './plan.ts';

/**
 * Seconds until a kit is where the work is: nothing on the body; there and back on foot or by safety boat; once where somebody
 * else brings it. By boat each end of a way takes its time. A way that is known in minutes is taken as it is.
 */
export function fetchS(carried: Pick<CarriedKit, 'distanceM' | 'minutes' | 'by' | 'isBrought'>, { values }: ReachPlan): number {
  const { distanceM, minutes, by, isBrought } = carried;
  if (isAtHand(carried)) return 0;
  const ways = isBrought ? 1 : 2;
  if (minutes !== null) return ways * minutes * 60;
  return by === 'foot' ? (ways * distanceM) / values.footMs : ways * (distanceM / values.boatMs + values.boatEndS);
}
