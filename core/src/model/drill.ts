import * as z from 'zod';
import { ConditionsSchema } from './reach.ts';
import { TimeSchema } from './time.ts';
import { KitIdSchema, PersonIdSchema, UnitIdSchema } from './unit.ts';

const secondsOn = z.number().min(0).max(3600).nullable().default(null);

/** Where a person pointed for one thing that was called, until it was found or shown; of hands, until it was in the hand and ready. */
export const DrillAnswerSchema = z.object({
  kind: z.string().min(1).max(80),
  /** Where it lay: compartment, slot, and whether something lay in front; another one means that it was moved. */
  where: z.string().max(200),
  seconds: z.number().min(0).max(600),
  misses: z.number().int().min(0).max(50),
  /** False: it had to be shown. */
  isFound: z.boolean(),
  /** From the start until the wrapping was off, and until it sat on a limb of one's own; only of hands, null: not taken. */
  openedS: secondsOn,
  appliedS: secondsOn,
});
export type DrillAnswer = z.output<typeof DrillAnswerSchema>;

/** One sitting: what of a kit a person was asked to find, as it was packed then. */
export const DrillSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'must be letters, digits and -'),
  personId: PersonIdSchema,
  kitId: KitIdSchema,
  /** Pointing in the drawing, or the stopwatch and the thing itself. */
  way: z.enum(['find', 'hands']).default('find'),
  /** Of hands: how it was reached for. */
  conditions: ConditionsSchema.nullable().default(null),
  /** Of hands: the practice unit that was used; null: the thing of the kit was only drawn. */
  practiceId: UnitIdSchema.nullable().default(null),
  /** When it began, by the clock of the device. */
  at: TimeSchema,
  /** Only outlines were seen, as in the dark. */
  isBlind: z.boolean().default(false),
  answers: z.array(DrillAnswerSchema).min(1, 'holds no answer').max(60),
});
export type Drill = z.output<typeof DrillSchema>;
