import { DrillSchema, TimeSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const MOST_SENT = 50;

export const listDrills = endpoint({
  method: 'get',
  path: '/api/drills',
  summary: 'Sittings of the last two years, oldest first, and what was said to be forgotten',
  answer: z.object({
    drills: z.array(DrillSchema),
    /** Said at an inspection: "I do not remember how". */
    forgotten: z.array(z.object({ personId: z.string(), kitId: z.string(), kind: z.string(), at: TimeSchema })),
  }),
});

export const listDrillsDue = endpoint({
  method: 'get',
  path: '/api/drills/due',
  summary: 'How much is due for whom on which kit: of kits that are packed, for people who were asked of them before or carry them',
  answer: z.object({
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
