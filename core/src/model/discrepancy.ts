import * as z from 'zod';
import { TimeSchema } from './time.ts';
import { KitIdSchema, UnitIdSchema } from './unit.ts';

const DiscrepancyIdSchema = z.string().regex(/^[A-Za-z0-9_-]{1,140}$/, 'must be letters, digits, - and _');

/**
 * What two devices said of one thing while neither knew of the other: it cannot both be true, so somebody who was there says what is.
 * `usedTwice`: more of it was used than there was. `notThere`: it was put into a kit, and was not where it was taken from any more.
 */
export const DiscrepancySchema = z.object({
  id: DiscrepancyIdSchema,
  what: z.enum(['usedTwice', 'notThere']),
  kitId: KitIdSchema,
  unitId: UnitIdSchema,
  kind: z.string().min(1).max(80),
  /** Pieces that were used, or units that were put in. */
  count: z.number().int().min(1).max(1000),
  /** By the clock of the device, and when the server heard of it. */
  at: TimeSchema,
  receivedAt: TimeSchema,
  who: z.string().max(64),
  /** Null: nobody has said yet what is true. */
  settled: z
    .object({
      at: TimeSchema,
      who: z.string().max(64),
      /** The unit that it was; null: it was the same one, and all is as it is written. */
      unitId: UnitIdSchema.nullable(),
    })
    .nullable()
    .default(null),
});
export type Discrepancy = z.output<typeof DiscrepancySchema>;
