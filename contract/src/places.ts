import { ContainerSchema, PositionSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const body = <T extends z.ZodType>(data: T) => z.object({ version: z.number().int().positive().nullable(), data });
const stored = <T extends z.ZodType>(data: T) => z.object({ data, version: z.number() });
const byVersion = z.object({ version: z.coerce.number().int().positive() });
const removed = z.object({ removed: z.string() });

export const saveContainer = endpoint({
  method: 'put',
  path: '/api/containers/:id',
  summary: 'Add or change a container of one’s own; shipped ones stay as they are',
  body: body(ContainerSchema),
  answer: stored(ContainerSchema),
});

export const deleteContainer = endpoint({
  method: 'delete',
  path: '/api/containers/:id',
  summary: 'Take a container of one’s own away; refused while a kit names it',
  query: byVersion,
  answer: removed,
});

export const savePosition = endpoint({
  method: 'put',
  path: '/api/positions/:id',
  summary: 'Add or change a carry position of one’s own; shipped ones stay as they are',
  body: body(PositionSchema),
  answer: stored(PositionSchema),
});

export const deletePosition = endpoint({
  method: 'delete',
  path: '/api/positions/:id',
  summary: 'Take a carry position of one’s own away; refused while a kit names it',
  query: byVersion,
  answer: removed,
});
