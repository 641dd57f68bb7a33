import { NeedIdSchema, PlainDateSchema, RestockSchema, SkillSchema, UpkeepEventSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const CourseDatesSchema = z.object({
  personId: z.string(),
  personName: z.string(),
  course: z.string(),
  reference: z.string(),
  skills: z.array(SkillSchema),
  goodUntil: PlainDateSchema,
  lapsesOn: PlainDateSchema,
  closesOn: PlainDateSchema.nullable(),
  bookBy: PlainDateSchema,
  state: z.enum(['good', 'soon', 'lapsed', 'closed']),
  falls: z.array(z.object({ kitId: z.string(), kitName: z.string(), need: NeedIdSchema, on: PlainDateSchema })),
});

export const getUpkeep = endpoint({
  method: 'get',
  path: '/api/upkeep',
  summary: 'Dated events of all kits: gaps, lapses, order-by dates, inspections',
  query: z.object({ from: PlainDateSchema.optional(), to: PlainDateSchema.optional() }),
  answer: z.object({
    from: PlainDateSchema,
    to: PlainDateSchema,
    events: z.array(UpkeepEventSchema),
    /** Courses of the crew, in the order in which they lapse, whenever that is. */
    courses: z.array(CourseDatesSchema),
  }),
});

export const getRestock = endpoint({
  method: 'get',
  path: '/api/restock',
  summary: 'What kits miss and where it can come from',
  answer: RestockSchema,
});
