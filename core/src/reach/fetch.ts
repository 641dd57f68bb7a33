import type { CarriedKit } from '../model/loadout.ts';

/** Planning values: metres a second, and seconds to cast off and to come alongside. */
export const FETCH_PLAN = { footMs: 2.5, boatMs: 4, boatEndS: 10 } as const;

/**
 * Seconds until a kit is where the work is: nothing on the body; there and back on foot or by safety boat; once where somebody
 * else brings it. By boat each end of a way takes its time.
 */
export function fetchS({ distanceM, by, isBrought }: Pick<CarriedKit, 'distanceM' | 'by' | 'isBrought'>): number {
  if (distanceM === 0) return 0;
  const ways = isBrought ? 1 : 2;
  return by === 'foot' ? (ways * distanceM) / FETCH_PLAN.footMs : ways * (distanceM / FETCH_PLAN.boatMs + FETCH_PLAN.boatEndS);
}
