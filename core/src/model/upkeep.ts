import * as z from 'zod';
import { PlainDateSchema } from './plainDate.ts';
import { TimeSchema } from './time.ts';
import { KitIdSchema, UnitIdSchema } from './unit.ts';

/** What a logger wrote at one time. */
export const HeatSampleSchema = z.object({
  at: TimeSchema,
  celsius: z.number().min(-80, 'is colder than any place on earth').max(120, 'is hotter than anything that is carried'),
});
export type HeatSample = z.infer<typeof HeatSampleSchema>;

/** How a kit is kept up: an interval of its own, and the routine that it goes with. */
export const KitUpkeepSchema = z.object({
  /** Days between inspections; null: the planning value of its layer. */
  everyDays: z.number().int().min(7, 'must be at least 7 days').max(730, 'must be at most 730 days').nullable().default(null),
  /** "with every second boat service" */
  routine: z.string().trim().max(80, 'must have at most 80 characters').default(''),
});
export type KitUpkeep = z.infer<typeof KitUpkeepSchema>;
export const plainUpkeep = (): KitUpkeep => ({ everyDays: null, routine: '' });

export const INSPECTION_ANSWERS = ['fine', 'replace', 'unsure'] as const;

/** What was found of one thing. `conditionBefore` lets a slip of the thumb be taken back. */
export const InspectionAnswerSchema = z.object({
  unitId: UnitIdSchema,
  answer: z.enum(INSPECTION_ANSWERS),
  note: z.string().trim().max(200).default(''),
  /** Whether the lot was confirmed by scanning. */
  scanned: z.boolean().default(false),
  /** Does the carer remember how to use it? Null: not asked. */
  remembered: z.boolean().nullable().default(null),
  conditionBefore: z.string(),
  at: TimeSchema,
});
export type InspectionAnswer = z.infer<typeof InspectionAnswerSchema>;

export const InspectionSchema = z.object({
  id: z.string().min(1).max(64),
  kitId: KitIdSchema,
  who: z.string(),
  startedAt: TimeSchema,
  /** Null while it is under way; it is taken up where it was left. */
  finishedOn: PlainDateSchema.nullable(),
  answers: z.array(InspectionAnswerSchema).max(300),
  version: z.number().int().positive(),
});
export type Inspection = z.infer<typeof InspectionSchema>;

/** A recall or a warning of counterfeits, by lot. */
export const NoticeSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9-]{1,40}$/, 'must be letters, digits and -'),
  about: z.enum(['recall', 'counterfeit']),
  kind: z.string(),
  /** Null: every lot of the kind from that seller. */
  lot: z.string().max(40).nullable().default(null),
  seller: z.string().max(80).nullable().default(null),
  on: PlainDateSchema,
  text: z.string().max(400),
});
export type Notice = z.infer<typeof NoticeSchema>;

export const HeatLogSchema = z.object({
  id: z.string().min(1).max(64),
  positionId: z.string(),
  source: z.enum(['file', 'simulated']),
  addedOn: PlainDateSchema,
  samples: z.array(HeatSampleSchema).min(1, 'holds no samples').max(20_000, 'holds more than 20,000 samples'),
});
export type HeatLog = z.infer<typeof HeatLogSchema>;
