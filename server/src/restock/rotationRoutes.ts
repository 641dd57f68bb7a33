import { KitIdSchema, type PlainDate, PlainDateSchema, UnitIdSchema } from '@ivrak/core/model';
import { type RotationPlan, rotation } from '@ivrak/core/stock';
import * as z from 'zod';
import { containerOf, KIND_CATALOG, positionOf } from '../catalog/catalog.ts';
import { note } from '../db/journal.ts';
import type { Db } from '../db/open.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { findUnit, moveUnit } from '../units/routes.ts';
import { sparesOf } from '../units/rows.ts';
import { horizonKits } from '../upkeep/horizonRoutes.ts';

/** Planning value: spares that lapse within so many days and are not wanted are proposed for practice. */
const PRACTICE_WITHIN_DAYS = 90;

const MoveSchema = z.object({
  unitId: z.string(),
  kind: z.string(),
  count: z.number(),
  expiresOn: PlainDateSchema.nullable(),
  lot: z.string().nullable(),
  from: z.string().nullable(),
  to: z.string().nullable(),
  version: z.number(),
});

export async function rotationNow(db: Db, today: PlainDate): Promise<z.input<typeof PlanSchema>> {
  const kits = (await horizonKits(db, today)).map((kit) => ({
    ...kit,
    fetchS: positionOf(kit.stored.positionId)?.drawS ?? 0,
    isSealed: containerOf(kit.stored.containerId)?.make === 'vacuumRoll',
  }));
  const spares = await sparesOf(db);
  const stored = new Map([...kits.flatMap((kit) => kit.stored.units), ...spares].map((unit) => [unit.id as string, unit]));
  const plan: RotationPlan = rotation(kits, spares, KIND_CATALOG, { on: today, practiceWithinDays: PRACTICE_WITHIN_DAYS });
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

const PlanSchema = z.object({
  moves: z.array(MoveSchema),
  gains: z.array(
    z.object({ kitId: z.string(), kitName: z.string(), before: PlainDateSchema.nullable(), after: PlainDateSchema.nullable() }),
  ),
  toPractice: z.array(MoveSchema),
  practiceWithinDays: z.number(),
});

const AppliedSchema = z.object({
  unitId: UnitIdSchema,
  version: z.number().int(),
  count: z.number().int().min(1),
  /** Kit, or null for stores. */
  to: KitIdSchema.nullable(),
});

export const rotationRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/rotation',
    summary: 'Swaps between kits and stores that make kits hold longer without buying anything',
    response: PlanSchema,
    handle: () => rotationNow(db, today()),
  }),
  route({
    method: 'post',
    path: '/api/rotation',
    summary: 'Make moves in one transaction; the answer holds the moves that take them back',
    body: z.object({ moves: z.array(AppliedSchema).min(1, 'holds no moves').max(500) }),
    response: z.object({ moved: z.number(), undo: z.array(AppliedSchema) }),
    handle: ({ body, who }) =>
      db.transaction(async (tx) => {
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
  }),
];
