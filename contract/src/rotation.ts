import { KitIdSchema, PlainDateSchema, UnitIdSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

export const RotationMoveSchema = z.object({
  unitId: UnitIdSchema,
  kind: z.string(),
  count: z.number(),
  expiresOn: PlainDateSchema.nullable(),
  lot: z.string().nullable(),
  from: KitIdSchema.nullable(),
  to: KitIdSchema.nullable(),
  version: z.number(),
});

export const RotationPlanSchema = z.object({
  moves: z.array(RotationMoveSchema),
  gains: z.array(
    z.object({ kitId: z.string(), kitName: z.string(), before: PlainDateSchema.nullable(), after: PlainDateSchema.nullable() }),
  ),
  toPractice: z.array(RotationMoveSchema),
  practiceWithinDays: z.number(),
});

export const AppliedSchema = z.object({
  unitId: UnitIdSchema,
  version: z.number().int(),
  count: z.number().int().min(1),
  /** Kit, or null for stores. */
  to: KitIdSchema.nullable(),
});

export const getRotation = endpoint({
  method: 'get',
  path: '/api/rotation',
  summary: 'Swaps between kits and stores that make kits hold longer without buying anything',
  answer: RotationPlanSchema,
});

export const applyRotation = endpoint({
  method: 'post',
  path: '/api/rotation',
  summary: 'Make moves in one transaction; the answer holds the moves that take them back',
  body: z.object({ moves: z.array(AppliedSchema).min(1, 'holds no moves').max(500) }),
  answer: z.object({ moved: z.number(), undo: z.array(AppliedSchema) }),
});
