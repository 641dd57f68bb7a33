import type { PlaceHeatSchema } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import type { HeatLog } from '@ivrak/core/model';
import { ASSUMED_CELSIUS, ageingFactor, REFERENCE_CELSIUS } from '@ivrak/core/upkeep';
import { eq } from 'drizzle-orm';
import type * as z from 'zod';
import { note } from '../db/journal.ts';
import { heatLogs } from '../db/schema.ts';
import { simulatedLog } from '../devices/logger.ts';
import { notFound } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';

function placeHeat(here: Installation, positionId: string): z.input<typeof PlaceHeatSchema> {
  const position = here.catalog.position(positionId);
  if (position === undefined) throw notFound('carry position', positionId);
  const known = here.heat.at(positionId);
  const days = new Map<string, { high: number; low: number }>();
  for (const { at, celsius } of known?.samples ?? []) {
    const before = days.get(at.slice(0, 10));
    days.set(at.slice(0, 10), { high: Math.max(before?.high ?? celsius, celsius), low: Math.min(before?.low ?? celsius, celsius) });
  }
  const assumedCelsius = ASSUMED_CELSIUS[position.heat];
  const { factor, isAssumed } = here.heat.factorAt(positionId);
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

export const heatRoutes = (here: Installation): Served[] => {
  const add = async (who: string, log: HeatLog) => {
    await here.db.transaction(async (tx) => {
      await tx.insert(heatLogs).values(log);
      await note(tx, who, [
        { what: 'temperatures added', subject: log.positionId, after: { source: log.source, count: log.samples.length } },
      ]);
    });
    await here.heat.load(here.db);
    return placeHeat(here, log.positionId);
  };
  return [
    serve(contract.listHeat, () => ({
      refCelsius: REFERENCE_CELSIUS,
      places: here.catalog.positions().map(({ id }) => placeHeat(here, id)),
    })),
    serve(contract.addHeat, ({ params, body, who }) => {
      const { positionId } = placeHeat(here, params.positionId);
      return add(who, { id: crypto.randomUUID(), positionId, source: 'file', addedOn: here.today(), samples: body.samples });
    }),
    serve(contract.simulateHeat, ({ params, who }) => {
      const { positionId, heatClass } = placeHeat(here, params.positionId);
      const samples = simulatedLog(heatClass, here.today());
      return add(who, { id: crypto.randomUUID(), positionId, source: 'simulated', addedOn: here.today(), samples });
    }),
    serve(contract.deleteHeat, async ({ params, who }) => {
      const { positionId } = placeHeat(here, params.positionId);
      await here.db.transaction(async (tx) => {
        await tx.delete(heatLogs).where(eq(heatLogs.positionId, positionId));
        await note(tx, who, [{ what: 'temperatures taken away', subject: positionId }]);
      });
      await here.heat.load(here.db);
      return placeHeat(here, positionId);
    }),
  ];
};
