import { ContainerSchema, KindSchema, PositionSchema, SchoolSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const versionsSchema = z.record(z.string(), z.number());

const VersionSchema = z.number().int().positive().nullable();

const MOST_KINDS_AT_ONCE = 500;

const byVersion = z.object({ version: z.coerce.number().int().positive() });

export const removed = z.object({ removed: z.string() });

export const getCatalog = endpoint({
  method: 'get',
  path: '/api/catalog',
  summary: 'Kinds, containers, carry positions and schools; what is this installation’s own with its version',
  answer: z.object({
    kinds: z.array(KindSchema),
    containers: z.array(ContainerSchema),
    positions: z.array(PositionSchema),
    schools: z.array(SchoolSchema),
    own: z.object({ kinds: versionsSchema, schools: versionsSchema, containers: versionsSchema, positions: versionsSchema }),
  }),
});

export const saveKind = endpoint({
  method: 'put',
  path: '/api/kinds/:id',
  summary: 'Add a kind, or change one; a shipped kind is changed for this installation only',
  body: z.object({ version: VersionSchema, kind: KindSchema }),
  answer: z.object({ kind: KindSchema, version: z.number() }),
});

export const importKinds = endpoint({
  method: 'post',
  path: '/api/kinds',
  summary: 'Take in many kinds at once: all of them or none. Kinds of the same id are changed.',
  body: z.object({ kinds: z.array(KindSchema).min(1).max(MOST_KINDS_AT_ONCE) }),
  answer: z.object({ added: z.number(), changed: z.number() }),
});

export const deleteKind = endpoint({
  method: 'delete',
  path: '/api/kinds/:id',
  summary: 'Take an own kind away, or a shipped one back to how it was shipped',
  query: byVersion,
  answer: removed,
});

export const saveSchool = endpoint({
  method: 'put',
  path: '/api/schools/:id',
  summary: 'Keep an adjusted copy of a school; shipped schools stay as they are',
  body: z.object({ version: VersionSchema, school: SchoolSchema }),
  answer: z.object({ school: SchoolSchema, version: z.number() }),
});

export const deleteSchool = endpoint({
  method: 'delete',
  path: '/api/schools/:id',
  summary: 'Take an own school away; refused while a kit follows it',
  query: byVersion,
  answer: removed,
});
