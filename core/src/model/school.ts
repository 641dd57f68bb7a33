import * as z from 'zod';
import { GradeSchema } from './kind.ts';
import { NeedIdSchema } from './need.ts';

/** A school is data: what comes first, what counts as what, how much, and why. */
export const SchoolSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(1),
  reason: z.string(),
  /** Every need once, first bought first. */
  order: z.array(NeedIdSchema),
  /** Grades that differ from the kind's own; null: does not count in this school. */
  grades: z.record(z.string(), z.partialRecord(NeedIdSchema, GradeSchema.nullable())),
  /** Quantities that differ from the derived ones. */
  quantities: z.partialRecord(
    NeedIdSchema,
    z.object({ least: z.number().int().nonnegative(), ideal: z.number().int().nonnegative(), reason: z.string() }),
  ),
});
export type School = z.infer<typeof SchoolSchema>;
