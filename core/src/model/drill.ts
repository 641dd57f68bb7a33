import * as z from 'zod';
import { NeedIdSchema } from './need.ts';
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
  /** Of an order: for whom it was taken, the first is 0, and what it closed; null: nothing that was open. */
  casualty: z.number().int().min(0).max(9).nullable().default(null),
  need: NeedIdSchema.nullable().default(null),
});
export type DrillAnswer = z.output<typeof DrillAnswerSchema>;

/** The made-up event of an order, and how it ended. */
const OrderedSchema = z.object({
  seed: z.number().int().min(0),
  says: z.string().max(200),
  /** Picks that closed nothing, and those before which the school takes something else. */
  idle: z.number().int().min(0).max(200),
  outOfOrder: z.number().int().min(0).max(200),
  /** Needs left open although the kit would have held them, and those for which there was no more; by casualty. */
  missed: z.array(z.array(NeedIdSchema).max(20)).max(10),
  ranOut: z.array(z.array(NeedIdSchema).max(20)).max(10),
});

/** One sitting: what of a kit a person was asked to find, as it was packed then. */
export const DrillSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'must be letters, digits and -'),
  personId: PersonIdSchema,
  kitId: KitIdSchema,
  /**
   * Pointing in the drawing, the stopwatch and the thing itself, taking what an event asks for, or a real use after which somebody says that
   * they knew where it lay.
   */
  way: z.enum(['find', 'hands', 'order', 'use']).default('find'),
  /** Of an order. */
  ordered: OrderedSchema.nullable().default(null),
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

/** What drills say of one thing of a kit, as it lies now, that somebody misses or is slow to find. */
export interface SlowFind {
  kind: string;
  who: string;
  /** Median, s; null: mostly missed. */
  seconds: number | null;
  /** Kinds that lie in front of it. */
  behind: string[];
}
