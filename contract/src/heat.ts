import { HeatSampleSchema, PlainDateSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

export const PlaceHeatSchema = z.object({
  positionId: z.string(),
  name: z.string(),
  heatClass: z.enum(['cool', 'room', 'warm', 'hot']),
  /** What is assumed while there is no log, degrees Celsius. */
  assumedCelsius: z.number(),
  ageingFactor: z.number(),
  isAssumed: z.boolean(),
  log: z
    .object({
      mktCelsius: z.number(),
      meanCelsius: z.number(),
      maxCelsius: z.number(),
      from: z.string(),
      to: z.string(),
      count: z.number(),
      sources: z.array(z.string()),
      /** Highest of each day, for drawing. */
      days: z.array(z.object({ on: PlainDateSchema, highCelsius: z.number(), lowCelsius: z.number() })),
    })
    .nullable(),
});

export const listHeat = endpoint({
  method: 'get',
  path: '/api/heat',
  summary: 'Heat of every carry position: logged, or assumed from its class',
  answer: z.object({ refCelsius: z.number(), places: z.array(PlaceHeatSchema) }),
});

export const addHeat = endpoint({
  method: 'post',
  path: '/api/heat/:positionId',
  summary: 'Add temperatures of a carry position',
  status: 201,
  body: z.object({ samples: z.array(HeatSampleSchema).min(1, 'holds no samples').max(20_000, 'holds more than 20,000 samples') }),
  answer: PlaceHeatSchema,
});

export const simulateHeat = endpoint({
  method: 'post',
  path: '/api/heat/:positionId/simulate',
  summary: 'Let the simulated logger write 92 days for a carry position',
  status: 201,
  answer: PlaceHeatSchema,
});

export const deleteHeat = endpoint({
  method: 'delete',
  path: '/api/heat/:positionId',
  summary: 'Take the temperatures of a carry position away',
  answer: PlaceHeatSchema,
});
