import type { CarriedKit } from '../model/loadout.ts';
import type { ReachPlan } from './plan.ts';

/**
 * Seconds until a kit is where the work is: nothing on the body; there and back on foot or by safety boat; once where somebody
 * else brings it. By boat each end of a way takes its time.
 */
export function fetchS({ distanceM, by, isBrought }: Pick<CarriedKit, 'distanceM' | 'by' | 'isBrought'>, { values }: ReachPlan): number {
  if (distanceM === 0) return 0;
  const ways = isBrought ? 1 : 2;
  return by === 'foot' ? (ways * distanceM) / values.footMs : ways * (distanceM / values.boatMs + values.boatEndS);
}
