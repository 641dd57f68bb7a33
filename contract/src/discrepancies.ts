import { DiscrepancySchema, PlacedUnitSchema, TimeSchema, UnitIdSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

/** Put into a kit out of the stores, or taken out of it for a small thing, while the machine was away. */
const DeedSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'must be letters, digits and -'),
  /** By the clock of the device. */
  at: TimeSchema,
  do: z.enum(['putBack', 'took']),
  unitId: UnitIdSchema,
  kind: z.string().min(1).max(80),
  /** Units that were put back, pieces that were taken. */
  count: z.number().int().min(1, 'must be at least 1').max(1000),
});
const MOST_DEEDS = 200;

export const lateDeeds = endpoint({
  method: 'post',
  path: '/api/kits/:id/late',
  summary:
    'Take in what was put into a kit and taken out of it while the server was away, each once; what cannot be is kept as a discrepancy',
  body: z.object({
    deeds: z.array(DeedSchema).min(1, 'send at least one').max(MOST_DEEDS),
  }),
  answer: z.object({ results: z.array(z.object({ id: z.string(), became: z.enum(['done', 'known', 'discrepancy']) })) }),
});

export const DiscrepancyViewSchema = z.object({
  data: DiscrepancySchema,
  version: z.number().int(),
  /** Where the thing is now; null: nothing is known of it. */
  now: PlacedUnitSchema.nullable(),
  /** Others of its kind that it may have been, in the kit and in stores. */
  others: z.array(PlacedUnitSchema),
});

export const listDiscrepancies = endpoint({
  method: 'get',
  path: '/api/discrepancies',
  summary: 'What two devices said of one thing and nobody has settled yet, oldest first',
  answer: z.object({ discrepancies: z.array(DiscrepancyViewSchema) }),
});

export const settleDiscrepancy = endpoint({
  method: 'post',
  path: '/api/discrepancies/:id/settle',
  summary: 'Say which unit it was, which is then used or put in as was said; null: all is as it is written',
  body: z.object({ version: z.number().int(), unitId: UnitIdSchema.nullable() }),
  answer: z.object({ data: DiscrepancySchema, version: z.number().int() }),
});
