import { LapsePolicySchema, MEASURES, PlainDateSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';
import { MeSchema } from './sharing.ts';

/** Stands behind every amount: a sign or a code. */
const CurrencySchema = z
  .string()
  .trim()
  .min(1, 'name the currency: a sign or a code')
  .max(5, 'must be at most 5 characters: a sign or a code')
  .regex(/^[^\d\s.,]+$/, 'must be a sign or a code, without figures and blanks');
export const DEFAULT_CURRENCY = '€';

export const SettingsSchema = z.object({
  /** When the caution was read and confirmed; null: not yet. */
  cautionReadAt: z.string().nullable(),
  /** What is here is the made-up crew, as it was laid out at the first start. */
  isDemo: z.boolean(),
  /** What an earlier version wrote is read otherwise now, and nobody has read how yet. */
  hasModelNews: z.boolean(),
  currency: CurrencySchema,
  /** What lengths and masses are shown and typed in; the interface's own calls are in millimetres and grams all the same. */
  measures: z.enum(MEASURES),
  /** What a lapsed course does: warned of for so many months, then it opens no need any more; or only warned of. */
  lapsedCourses: LapsePolicySchema,
});

export const getSettings = endpoint({
  method: 'get',
  path: '/api/settings',
  summary: 'Settings of this installation, its day, and who asks',
  answer: SettingsSchema.extend({
    today: PlainDateSchema,
    me: MeSchema,
    /** The crew's phones are let in. */
    isShared: z.boolean(),
  }),
});

export const saveSettings = endpoint({
  method: 'put',
  path: '/api/settings',
  summary: 'Change settings',
  body: z.object({
    cautionRead: z.literal(true).optional(),
    isDemo: z.literal(false).optional(),
    hasModelNews: z.literal(false).optional(),
    currency: CurrencySchema.optional(),
    measures: z.enum(MEASURES).optional(),
    lapsedCourses: LapsePolicySchema.optional(),
  }),
  answer: SettingsSchema,
});
