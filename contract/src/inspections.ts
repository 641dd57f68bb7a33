import { INSPECTION_ANSWERS, InspectionSchema, KitUpkeepSchema, KitViewSchema } from '@ivrak/core/model';
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
