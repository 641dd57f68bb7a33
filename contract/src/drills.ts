import { DrillSchema, PlainDateSchema, TimeSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const MOST_SENT = 50;

export const listDrills = endpoint({
  method: 'get',
  path: '/api/drills',
  summary: 'Sittings of the last two years, oldest first, what was said to be forgotten, and how much is due for whom on which kit',
  answer: z.object({
    today: PlainDateSchema,
    drills: z.array(DrillSchema),
    /** Said at an inspection: "I do not remember how". */
    forgotten: z.array(z.object({ personId: z.string(), kitId: z.string(), kind: z.string(), at: TimeSchema })),
    /** Only of kits that are packed, and of people who were asked of them before or carry them. */
    due: z.array(z.object({ personId: z.string(), kitId: z.string(), count: z.number().int(), moved: z.number().int() })),
  }),
});

export const addDrills = endpoint({
  method: 'post',
  path: '/api/drills',
  summary: 'Keep sittings; one that is known is not kept twice',
  body: z.object({ drills: z.array(DrillSchema).min(1, 'send at least one').max(MOST_SENT) }),
  answer: z.object({ kept: z.number().int() }),
});
