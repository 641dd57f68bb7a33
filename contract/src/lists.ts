import { ContentListSchema } from '@ivrak/core/buying';
import { KitDraftSchema, KitIdSchema, KitViewSchema, PlainDateSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const StoredListSchema = z.object({ id: z.string(), data: ContentListSchema, version: z.number() });

export const listLists = endpoint({
  method: 'get',
  path: '/api/lists',
  summary: 'Ready-made kits and other lists of contents that were described here',
  answer: z.object({ lists: z.array(StoredListSchema) }),
});

export const saveList = endpoint({
  method: 'put',
  path: '/api/lists/:id',
  summary: 'Describe a ready-made kit as a list of contents with a price',
  body: z.object({ version: z.number().int().positive().nullable(), list: ContentListSchema }),
  answer: StoredListSchema,
});

export const deleteList = endpoint({
  method: 'delete',
  path: '/api/lists/:id',
  summary: 'Take a list away',
  query: z.object({ version: z.coerce.number().int().positive() }),
  answer: z.object({ removed: z.string() }),
});

export const makeKitOfList = endpoint({
  method: 'post',
  path: '/api/lists/:id/kit',
  summary: 'Make a kit of a list: its things planned, or as they were bought, taken in with their seller and price',
  status: 201,
  body: z.object({
    id: KitIdSchema.optional(),
    kit: KitDraftSchema.pick({ name: true, layer: true, personId: true, containerId: true, positionId: true, schoolId: true, brief: true }),
    as: z.enum(['planned', 'bought']),
  }),
  answer: KitViewSchema,
});

export const comparePublished = endpoint({
  method: 'get',
  path: '/api/kits/:id/published/:list',
  summary: 'A kit against a published list of least contents, line by line',
  query: z.object({ on: PlainDateSchema.optional() }),
  answer: z.object({
    name: z.string(),
    source: z.string(),
    lines: z.array(z.object({ label: z.string(), asked: z.number(), have: z.number(), note: z.string().nullable() })),
  }),
});
