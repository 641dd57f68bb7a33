import * as z from 'zod';
import { KitIdSchema } from './unit.ts';

export const MOST_TWINS = 24;

const PatternLineSchema = z.object({
  kind: z.string().min(1).max(80),
  count: z.number().int().min(1, 'must be at least 1').max(1000),
});
export type PatternLine = z.output<typeof PatternLineSchema>;

/** Kits that are to hold the same: five vest kits after one list. A kit is a twin of one pattern at most. */
export const PatternSchema = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,64}$/, 'must be small letters, digits and -'),
  name: z.string().trim().min(1, 'give the pattern a name').max(60),
  kitIds: z
    .array(KitIdSchema)
    .min(1, 'a pattern has one kit at least')
    .max(MOST_TWINS)
    .refine((ids) => new Set(ids).size === ids.length, 'names a kit twice'),
  lines: z
    .array(PatternLineSchema)
    .max(200)
    .refine((lines) => new Set(lines.map(({ kind }) => kind)).size === lines.length, 'names a kind twice'),
});
export type Pattern = z.output<typeof PatternSchema>;
