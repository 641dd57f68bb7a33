import type { AppliedSchema, RotationPlanSchema } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import type { StockUnit } from '@ivrak/core/stock';
import type * as z from 'zod';
import type { Queues } from '../compute/queues.ts';
import { note } from '../db/journal.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { sparesOf } from '../units/rows.ts';
import { findUnit, moveUnit } from '../units/store.ts';
import { horizonKits } from '../upkeep/horizonKits.ts';
import { asOne, betweenKits } from './rotationSets.ts';

/** Planning value: spares that lapse within so many days and are not wanted are proposed for practice. */
const PRACTICE_WITHIN_DAYS = 90;

const bare = ({ id, kind, count, piecesUsed, condition, expiresOn }: StockUnit) => ({ id, kind, count, piecesUsed, condition, expiresOn });

async function rotationNow(here: Installation, queues: Queues): Promise<z.input<typeof RotationPlanSchema>> {
  const today = here.today();
  const all = await horizonKits(here, here.db, today);
  // Only what swaps follow from: all of it is copied into the other thread.
  const kits = asOne(all).map(
    ({ stored: { positionId, containerId }, id, name, needs, school, skills, isChecked, units, inspectEveryDays }) => ({
      id,
      name,
      needs: needs.map(({ need, least, ideal }) => ({ need, least, ideal })),
      school,
      skills,
      isChecked,
      units: units.map(bare),
      inspectEveryDays,
      fetchS: here.catalog.position(positionId)?.drawS ?? 0,
      isSealed: here.catalog.container(containerId)?.make === 'vacuumRoll',
    }),
  );
  const spares = await sparesOf(here.db, here.letPass);
  const stored = new Map([...all.flatMap((kit) => kit.stored.units), ...spares].map((unit) => [unit.id as string, unit]));
  const options = { on: today, practiceWithinDays: PRACTICE_WITHIN_DAYS };
  const plan = await queues.rotation.ask({ kits, spares: spares.map(bare), catalog: here.catalog.kinds, options });
  const known = <T extends { unitId: string }>(move: T) => ({
    ...move,
    lot: stored.get(move.unitId)?.lot ?? null,
    version: stored.get(move.unitId)?.version ?? 0,
  });
  return {
    moves: betweenKits(
      plan.moves,
      all.map(({ stored: kit }) => kit),
    ).map(known),
    gains: plan.gains,
    toPractice: plan.toPractice.map(known),
    practiceWithinDays: PRACTICE_WITHIN_DAYS,
  };
}

export const rotationRoutes = (here: Installation, queues: Queues): Served[] => [
  serve(contract.getRotation, () => rotationNow(here, queues)),
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
