import * as z from 'zod';
import { TimeSchema } from './time.ts';
import { KitIdSchema } from './unit.ts';

export const HANDS = ['both', 'left', 'right'] as const;
export const HANDS_NAMES: Record<(typeof HANDS)[number], string> = { both: 'both hands', left: 'left hand only', right: 'right hand only' };

/** Under which conditions a thing is reached for. */
export const ConditionsSchema = z.object({
  hands: z.enum(HANDS).default('both'),
  isSeated: z.boolean().default(false),
  isDark: z.boolean().default(false),
  /** Gloves go on before anything else is touched. */
  isGloved: z.boolean().default(false),
});
export type Conditions = z.infer<typeof ConditionsSchema>;
export const plainConditions = (): Conditions => ({ hands: 'both', isSeated: false, isDark: false, isGloved: false });

/** A time taken with the stopwatch: a kind of thing out of a kit at a position, from deciding to having it in the hand. */
export const ReachTimeSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'must be letters, digits and -'),
  kitId: KitIdSchema,
  kind: z.string().min(1).max(80),
  positionId: z.string().min(1).max(80),
  conditions: ConditionsSchema,
  seconds: z.number().min(0.2, 'must be at least 0.2 s').max(3600, 'must be at most an hour'),
  at: TimeSchema,
  who: z.string().max(80).default(''),
});
export type ReachTime = z.infer<typeof ReachTimeSchema>;
