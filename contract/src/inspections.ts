import { INSPECTION_ANSWERS, InspectionSchema, KitUpkeepSchema, KitViewSchema, TimeSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

export const AnswerSchema = z.object({
  answer: z.enum(INSPECTION_ANSWERS),
  note: z.string().trim().max(200).default(''),
  scanned: z.boolean().default(false),
  remembered: z.boolean().nullable().default(null),
});

const AnsweredSchema = z.object({ inspection: InspectionSchema, kit: KitViewSchema });

export const listInspections = endpoint({
  method: 'get',
  path: '/api/kits/:id/inspections',
  summary: 'Inspections of a kit, the latest first; one may be under way',
  answer: z.object({ open: InspectionSchema.nullable(), finished: z.array(InspectionSchema) }),
});

export const startInspection = endpoint({
  method: 'post',
  path: '/api/kits/:id/inspections/start',
  summary: 'Start looking through a kit, or take up where it was left',
  answer: InspectionSchema,
});

/** Made while the machine was away: with times and an id of the device's own. */
export const lateInspection = endpoint({
  method: 'post',
  path: '/api/kits/:id/inspections/late',
  summary:
    'Take in an inspection that was made while the server was away; once however often it is sent, the later answer of each thing stands',
  body: z.object({
    id: z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'must be letters, digits and -'),
    startedAt: TimeSchema,
    answers: z
      .array(AnswerSchema.extend({ unitId: z.string().min(1).max(64), at: TimeSchema }))
      .max(300)
      .refine((all) => new Set(all.map(({ unitId }) => unitId)).size === all.length, 'names a thing twice'),
    isFinished: z.boolean(),
  }),
  answer: AnsweredSchema.extend({
    /** Things that are not in the kit any more. */
    gone: z.array(z.string()),
    /** Things of which something later was said elsewhere. */
    older: z.array(z.string()),
  }),
});

export const answerInspection = endpoint({
  method: 'put',
  path: '/api/inspections/:id/answers/:unitId',
  summary: 'Say what was found of one thing; it changes its condition at once',
  body: AnswerSchema,
  answer: AnsweredSchema,
});

export const finishInspection = endpoint({
  method: 'post',
  path: '/api/inspections/:id/finish',
  summary: 'End an inspection: every thing of the kit must have an answer',
  answer: AnsweredSchema,
});

export const saveKitUpkeep = endpoint({
  method: 'put',
  path: '/api/kits/:id/upkeep',
  summary: 'Set how often a kit is looked through, and with which routine',
  body: z.object({ version: z.number().int(), upkeep: KitUpkeepSchema }),
  answer: KitViewSchema,
});
