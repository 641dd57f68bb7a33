import { PlainDateSchema, RestockSchema, UpkeepEventSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

export const getUpkeep = endpoint({
  method: 'get',
  path: '/api/upkeep',
  summary: 'Dated events of all kits: gaps, lapses, order-by dates, inspections',
  query: z.object({ from: PlainDateSchema.optional(), to: PlainDateSchema.optional() }),
  answer: z.object({ from: PlainDateSchema, to: PlainDateSchema, events: z.array(UpkeepEventSchema) }),
});

export const getRestock = endpoint({
  method: 'get',
  path: '/api/restock',
  summary: 'What kits miss and where it can come from',
  answer: RestockSchema,
});
