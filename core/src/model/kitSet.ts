import * as z from 'zod';
import { OwnThingSchema } from './loadout.ts';
import { NEED_IDS, NeedIdSchema } from './need.ts';
import { KitIdSchema, PersonIdSchema } from './unit.ts';

export const MOST_IN_SET = 12;

/**
 * Kits that are carried as one: a tourniquet in one pocket, a pouch in another and a box in the boat. They have one brief and one school,
 * which stand in each of them and are changed together; a kit is in one set at most.
 */
export const KitSetSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,64}$/, 'must be small letters, digits and -'),
  name: z.string().trim().min(1, 'give the set a name').max(60),
  personId: PersonIdSchema.nullable().default(null),
  kitIds: z
    .array(KitIdSchema)
    .min(2, 'a set is of two kits at least')
    .max(MOST_IN_SET)
    .refine((ids) => new Set(ids).size === ids.length, 'names a kit twice'),
  /** What its bearer has beside the kits: a phone, a pen, a light. */
  own: z.array(OwnThingSchema).max(20).default([]),
  /** Needs that a kit is asked to hold by itself, whatever the others hold. */
  alone: z.record(z.string(), z.array(NeedIdSchema).max(NEED_IDS.length)).default({}),
});
export type KitSet = z.output<typeof KitSetSchema>;
