import { KitIdSchema, PatternSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const VersionSchema = z.number().int().positive();
const StoredPatternSchema = z.object({ id: z.string(), data: PatternSchema, version: VersionSchema });
const CountsSchema = z.array(z.object({ kind: z.string(), count: z.number() }));

/** A kit after the pattern: what is fit on its sheet, how many of that are there, and how it differs. */
const TwinSchema = z.object({
  kitId: KitIdSchema,
  name: z.string(),
  version: VersionSchema,
  sheet: CountsSchema,
  /** What it would be as a pattern: what is damaged and to be replaced is part of that. */
  meant: CountsSchema,
  owned: CountsSchema,
  more: CountsSchema,
  fewer: CountsSchema,
});

export const listPatterns = endpoint({
  method: 'get',
  path: '/api/patterns',
  summary: 'Patterns, with what each of their twins has more and fewer than its pattern',
  answer: z.object({ patterns: z.array(StoredPatternSchema.extend({ twins: z.array(TwinSchema) })) }),
});

export const savePattern = endpoint({
  method: 'put',
  path: '/api/patterns/:id',
  summary: 'Make kits twins of one pattern, or change what the pattern asks for',
  body: z.object({ version: VersionSchema.nullable(), data: PatternSchema }),
  answer: StoredPatternSchema,
});

export const deletePattern = endpoint({
  method: 'delete',
  path: '/api/patterns/:id',
  summary: 'Let the twins of a pattern be kits of their own',
  query: z.object({ version: z.coerce.number().int().positive() }),
  answer: z.object({ removed: z.string() }),
});
