import * as z from 'zod';
import { KitIdSchema, PersonIdSchema } from './unit.ts';

export const WAYS = ['foot', 'boat'] as const;

/** A kit that is in a loadout: on the body or at hand (0 m), or some way off. */
export const CarriedKitSchema = z.object({
  kitId: KitIdSchema,
  /** From where the work is, metres, one way. */
  distanceM: z.number().min(0, 'must not be negative').max(50_000, 'must be at most 50,000 m').default(0),
  by: z.enum(WAYS).default('foot'),
  /** Somebody else brings it: the way is made once. */
  isBrought: z.boolean().default(false),
});
export type CarriedKit = z.infer<typeof CarriedKitSchema>;

/** What is worn, carried, driven or moored in a situation. */
export const LoadoutSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,64}$/, 'must be small letters, digits and -'),
  name: z.string().trim().min(1, 'give the loadout a name').max(60),
  /** "on the water, cockpit" */
  situation: z.string().trim().max(120).default(''),
  personId: PersonIdSchema.nullable().default(null),
  kits: z.array(CarriedKitSchema).max(20),
});
export type Loadout = z.infer<typeof LoadoutSchema>;
