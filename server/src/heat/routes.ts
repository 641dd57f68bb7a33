import { type HeatLog, HeatSampleSchema, type PlainDate, PlainDateSchema } from '@ivrak/core/model';
import { ASSUMED_CELSIUS, ageingFactor, REFERENCE_CELSIUS } from '@ivrak/core/upkeep';
import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { positionOf, positionsNow } from '../catalog/catalog.ts';
import { note } from '../db/journal.ts';
import type { Db } from '../db/open.ts';
import { heatLogs } from '../db/schema.ts';
import { simulatedLog } from '../devices/logger.ts';
import { notFound } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { factorAt, heatAt, loadHeat } from './heat.ts';

const PlaceHeatSchema = z.object({
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

function placeHeat(positionId: string): z.input<typeof PlaceHeatSchema> {
  const position = positionOf(positionId);
  if (position === undefined) throw notFound('carry position', positionId);
  const known = heatAt(positionId);
  const days = new Map<string, { high: number; low: number }>();
  for (const { at, celsius } of known?.samples ?? []) {
    const before = days.get(at.slice(0, 10));
    days.set(at.slice(0, 10), { high: Math.max(before?.high ?? celsius, celsius), low: Math.min(before?.low ?? celsius, celsius) });
  }
  const assumedCelsius = ASSUMED_CELSIUS[position.heat];
  const { factor, isAssumed } = factorAt(positionId);
  return {
    positionId,
    name: position.name,
    heatClass: position.heat,
    assumedCelsius,
    ageingFactor: isAssumed ? ageingFactor(assumedCelsius) : factor,
    isAssumed,
    log:
      known === undefined
        ? null
        : {
            mktCelsius: known.heat.mktCelsius,
            meanCelsius: known.heat.meanCelsius,
            maxCelsius: known.heat.maxCelsius,
            from: known.from,
            to: known.to,
            count: known.count,
            sources: known.sources,
            days: [...days].map(([on, { high, low }]) => ({ on, highCelsius: high, lowCelsius: low })),
          },
  };
}

export const heatRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => {
  const add = async (who: string, log: HeatLog) => {
    await db.transaction(async (tx) => {
      await tx.insert(heatLogs).values(log);
      await note(tx, who, [
        { what: 'temperatures added', subject: log.positionId, after: { source: log.source, count: log.samples.length } },
      ]);
    });
    await loadHeat(db);
    return placeHeat(log.positionId);
  };
  return [
    route({
      method: 'get',
      path: '/api/heat',
      summary: 'Heat of every carry position: logged, or assumed from its class',
      response: z.object({ refCelsius: z.number(), places: z.array(PlaceHeatSchema) }),
      handle: () => ({ refCelsius: REFERENCE_CELSIUS, places: positionsNow().map(({ id }) => placeHeat(id)) }),
    }),
    route({
      method: 'post',
      path: '/api/heat/:positionId',
      summary: 'Add temperatures of a carry position',
      status: 201,
      body: z.object({ samples: z.array(HeatSampleSchema).min(1, 'holds no samples').max(20_000, 'holds more than 20,000 samples') }),
      response: PlaceHeatSchema,
      handle: ({ params, body, who }) => {
        const { positionId } = placeHeat(params.positionId ?? '');
        return add(who, { id: crypto.randomUUID(), positionId, source: 'file', addedOn: today(), samples: body.samples });
      },
    }),
    route({
      method: 'post',
      path: '/api/heat/:positionId/simulate',
      summary: 'Let the simulated logger write 92 days for a carry position',
      status: 201,
      response: PlaceHeatSchema,
      handle: ({ params, who }) => {
        const { positionId, heatClass } = placeHeat(params.positionId ?? '');
        const samples = simulatedLog(heatClass, today());
        return add(who, { id: crypto.randomUUID(), positionId, source: 'simulated', addedOn: today(), samples });
      },
    }),
    route({
      method: 'delete',
      path: '/api/heat/:positionId',
      summary: 'Take the temperatures of a carry position away',
      response: PlaceHeatSchema,
      handle: async ({ params, who }) => {
        const { positionId } = placeHeat(params.positionId ?? '');
        await db.transaction(async (tx) => {
          await tx.delete(heatLogs).where(eq(heatLogs.positionId, positionId));
          await note(tx, who, [{ what: 'temperatures taken away', subject: positionId }]);
        });
        await loadHeat(db);
        return placeHeat(positionId);
      },
    }),
  ];
};
