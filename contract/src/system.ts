import { TimeSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

export const getApiDescription = endpoint({
  method: 'get',
  path: '/api/openapi.json',
  summary: 'This description',
  answer: z.looseObject({ openapi: z.string() }),
});

export const getHealth = endpoint({
  method: 'get',
  path: '/api/health',
  summary: 'Whether the server and its database answer',
  answer: z.object({
    status: z.literal('ok'),
    version: z.string(),
    database: z.string(),
    /** By the clock of the machine that serves. */
    now: TimeSchema,
    /** The last change in the journal; null: there is none. One that lies ahead tells of a clock that was set back. */
    lastChangeAt: TimeSchema.nullable(),
  }),
});
