import { CoverageSchema, KitClassSchema, KitSetSchema, KitSummarySchema, PlainDateSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const VersionSchema = z.number().int().positive();
const StoredSetSchema = z.object({ id: z.string(), data: KitSetSchema, version: VersionSchema });

/** What a set holds as one, booked together. */
const SetViewSchema = KitSummarySchema.pick({
  rungs: true,
  held: true,
  asked: true,
  massG: true,
  priceMinor: true,
  readyUntil: true,
  gap: true,
});

export const listSets = endpoint({
  method: 'get',
  path: '/api/sets',
  summary: 'Kits that are carried as one: what each set holds together, booked as one kit',
  answer: z.object({
    today: PlainDateSchema,
    sets: z.array(StoredSetSchema.extend({ view: SetViewSchema.extend({ class: KitClassSchema, coverage: CoverageSchema }).nullable() })),
  }),
});

export const saveSet = endpoint({
  method: 'put',
  path: '/api/sets/:id',
  summary: 'Carry kits as one; kits that join take the brief and the school of the first that was in it',
  body: z.object({ version: VersionSchema.nullable(), data: KitSetSchema }),
  answer: StoredSetSchema,
});

export const deleteSet = endpoint({
  method: 'delete',
  path: '/api/sets/:id',
  summary: 'Let the kits of a set be by themselves again; each keeps what was asked of all',
  query: z.object({ version: z.coerce.number().int().positive() }),
  answer: z.object({ removed: z.string() }),
});
