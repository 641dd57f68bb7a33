import { UseInputSchema } from '@ivrak/core/incident';
import { KitViewSchema, StoredUseSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const UseIdSchema = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/);

export const logUse = endpoint({
  method: 'post',
  path: '/api/kits/:id/uses',
  summary: 'Log what was used; counts are pieces. An id sent twice is logged once.',
  status: 201,
  body: UseInputSchema.extend({ id: UseIdSchema.optional() }),
  answer: z.object({ use: StoredUseSchema, kit: KitViewSchema }),
});

export const listUses = endpoint({
  method: 'get',
  path: '/api/kits/:id/uses',
  summary: 'What was used out of a kit, last first',
  answer: z.object({ uses: z.array(StoredUseSchema) }),
});
