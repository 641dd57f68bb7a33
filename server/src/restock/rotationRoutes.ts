import type { AppliedSchema, RotationPlanSchema } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import type { PlainDate } from '@ivrak/core/model';
import { type RotationPlan, rotation } from '@ivrak/core/stock';
import type * as z from 'zod';
import type { Db } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { sparesOf } from '../units/rows.ts';
import { findUnit, moveUnit } from '../units/store.ts';
import { horizonKits } from '../upkeep/horizonKits.ts';

/** Planning value: spares that lapse within so many days and are not wanted are proposed for practice. */
const PRACTICE_WITHIN_DAYS = 90;

export async function rotationNow(here: Installation, db: Db, today: PlainDate): Promise<z.input<typeof RotationPlanSchema>> {
  const kits = (await horizonKits(here, db, today)).map((kit) => ({
    ...kit,
    fetchS: here.catalog.position(kit.stored.positionId)?.drawS ?? 0,
    isSealed: here.catalog.container(kit.stored.containerId)?.make === 'vacuumRoll',
  }));
  const spares = await sparesOf(db);
  const stored = new Map([...kits.flatMap((kit) => kit.stored.units), ...spares].map((unit) => [unit.id as string, unit]));
  const plan: RotationPlan = rotation(kits, spares, here.catalog.kinds, { on: today, practiceWithinDays: PRACTICE_WITHIN_DAYS });
  const known = <T extends { unitId: string }>(move: T) => ({
    ...move,
    lot: stored.get(move.unitId)?.lot ?? null,
    version: stored.get(move.unitId)?.version ?? 0,
  });
  return {
    moves: plan.moves.map(known),
    gains: plan.gains,
    toPractice: plan.toPractice.map(known),
    practiceWithinDays: PRACTICE_WITHIN_DAYS,
  };
}

export const rotationRoutes = (here: Installation): Served[] => [
  serve(contract.getRotation, () => rotationNow(here, here.db, here.today())),
  serve(contract.applyRotation, ({ body, who }) =>
    here.db.transaction(async (tx) => {
      const undo: z.input<typeof AppliedSchema>[] = [];
      // One stack may give to two kits: it changes its version with the first.
      const given = new Map<string, number>();
      for (const { unitId, version, count, to } of body.moves) {
        const { units: row } = await findUnit(tx, unitId);
        const now = version + (given.get(unitId) ?? 0);
        const target = to === null ? { to: 'stores' as const } : { to: 'kit' as const, kitId: to };
        const moved = await moveUnit(tx, who, unitId, { version: now, count, ...target });
        given.set(unitId, (given.get(unitId) ?? 0) + 1);
        undo.unshift({ unitId: moved.id, version: moved.version, count, to: row.kitId });
      }
      await note(tx, who, [{ what: 'rotation applied', subject: 'rotation', after: { moves: body.moves, undo } }]);
      return { moved: body.moves.length, undo };
    }),
  ),
];
