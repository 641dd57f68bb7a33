import { ReachTimeSchema } from '@ivrak/core/model';
import { ReachChangesRowSchema } from '@ivrak/core/reach';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

export const StoredReachPlanSchema = z.object({ data: ReachChangesRowSchema, version: z.number().int().positive().nullable() });

export const getReachPlan = endpoint({
  method: 'get',
  path: '/api/reach/plan',
  summary: 'Planning values of reach that were changed here; what is not in it has its shipped value',
  answer: StoredReachPlanSchema,
});

export const saveReachPlan = endpoint({
  method: 'put',
  path: '/api/reach/plan',
  summary: 'Change planning values of reach; leaving one out sets it back',
  body: StoredReachPlanSchema,
  answer: StoredReachPlanSchema,
});

export const addReachTime = endpoint({
  method: 'post',
  path: '/api/reach/times',
  summary: 'Keep a time that was taken with the stopwatch',
  status: 201,
  body: ReachTimeSchema,
  answer: ReachTimeSchema,
});

export const deleteReachTime = endpoint({
  method: 'delete',
  path: '/api/reach/times/:id',
  summary: 'Take a measured time out, where it was a slip of the thumb',
  answer: z.object({ removed: z.string() }),
});
