import { KitIdSchema, KitViewSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

export const moveModule = endpoint({
  method: 'post',
  path: '/api/kits/:id/modules/:moduleId/move',
  summary: 'Move a module with everything in it to another kit',
  body: z.object({ version: z.number().int(), kitId: KitIdSchema }),
  answer: z.object({ from: KitViewSchema, to: KitViewSchema }),
});

export const restockModule = endpoint({
  method: 'post',
  path: '/api/kits/:id/modules/:moduleId/restock',
  summary: 'Fill a module from stores, up to what it holds when it is whole',
  body: z.object({ version: z.number().int() }),
  answer: z.object({ kit: KitViewSchema, filled: z.number(), missing: z.array(z.object({ kind: z.string(), missing: z.number() })) }),
});
