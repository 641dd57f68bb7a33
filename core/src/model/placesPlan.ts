import * as z from 'zod';
import { KitIdSchema } from './unit.ts';

export const SPOT_SORTS = ['building', 'boat', 'vehicle', 'shore'] as const;
export type SpotSort = (typeof SPOT_SORTS)[number];
export const SPOT_SORT_NAMES: Record<SpotSort, string> = { building: 'building', boat: 'boat', vehicle: 'vehicle', shore: 'on the shore' };

export const PLAN_M = { wide: 1000, high: 600 } as const;

/** Somewhere that kits are kept or wait; metres from the upper left corner of the plan. */
export const SpotSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,64}$/, 'must be small letters, digits and -'),
  name: z.string().trim().min(1, 'give the place a name').max(40),
  sort: z.enum(SPOT_SORTS),
  xM: z.number().min(0).max(PLAN_M.wide),
  yM: z.number().min(0).max(PLAN_M.high),
  kitIds: z.array(KitIdSchema).max(20),
});
export type Spot = z.infer<typeof SpotSchema>;

export const PlacesPlanSchema = z.object({
  id: z.literal('places'),
  /** Below this many metres from the upper edge is water; null: there is none. */
  shoreM: z.number().min(0).max(PLAN_M.high).nullable().default(null),
  spots: z.array(SpotSchema).max(30),
});
export type PlacesPlan = z.infer<typeof PlacesPlanSchema>;
export const emptyPlaces = (): PlacesPlan => ({ id: 'places', shoreM: null, spots: [] });
