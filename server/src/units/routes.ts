import { ConditionSchema, KitIdSchema, type PlacedUnit, PlacedUnitSchema, type PlainDate, PlainDateSchema } from '@ivrak/core/model';
import { asc, eq, inArray } from 'drizzle-orm';
import * as z from 'zod';
import { note } from '../db/journal.ts';
import type { Db, Tx } from '../db/open.ts';
import { gtins, kits, lots, units } from '../db/schema.ts';
import { notFound, Problem, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { touchKit } from '../kits/store.ts';
import { IntakeSchema, takeAll } from './intake.ts';
import { type LotRow, lotFor, toStoredUnit, type UnitRow } from './rows.ts';

const toPlaced = (row: { units: UnitRow; lots: LotRow | null }): PlacedUnit => ({
  ...toStoredUnit(row.units, row.lots),
  place: row.units.place as PlacedUnit['place'], // checked by the database
  kitId: row.units.kitId,
});

const PatchSchema = z.object({
  version: z.number().int(),
  condition: ConditionSchema.optional(),
  count: z.number().int().min(1, 'must be at least 1').max(1000).optional(),
  lot: z.string().trim().max(40).nullable().optional(),
  expiresOn: PlainDateSchema.nullable().optional(),
  reason: z.string().max(200).optional(),
});

const MoveSchema = z
  .object({
    version: z.number().int(),
    to: z.enum(['kit', 'stores', 'practice', 'discarded']),
    kitId: KitIdSchema.optional(),
    count: z.number().int().min(1, 'must be at least 1').optional(),
  })
  .refine(({ to, kitId }) => (to === 'kit') === (kitId !== undefined), {
    message: 'is needed to move into a kit, and only then',
    path: ['kitId'],
  });

export const unitRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/stores',
    summary: 'Spare and practice units, soonest to lapse first, and the article numbers that are known',
    response: z.object({
      units: z.array(PlacedUnitSchema),
      gtins: z.array(z.object({ gtin: z.string(), kind: z.string() })),
      today: PlainDateSchema,
    }),
    handle: async () => {
      const rows = await db
        .select()
        .from(units)
        .leftJoin(lots, eq(units.lotId, lots.id))
        .where(inArray(units.place, ['stores', 'practice']))
        .orderBy(asc(lots.expiresOn), asc(units.kind), asc(units.id));
      return { units: rows.map(toPlaced), gtins: await db.select().from(gtins).orderBy(asc(gtins.gtin)), today: today() };
    },
  }),
  route({
    method: 'post',
    path: '/api/stores',
    summary: 'Take a unit in',
    status: 201,
    body: IntakeSchema,
    response: PlacedUnitSchema,
    handle: ({ body, who }) => takeIn(db, who, body),
  }),
  route({
    method: 'patch',
    path: '/api/units/:id',
    summary: 'Put right what is known of a unit',
    body: PatchSchema,
    response: PlacedUnitSchema,
    handle: ({ params, body, who }) => patch(db, who, params.id ?? '', body),
  }),
  route({
    method: 'post',
    path: '/api/units/:id/move',
    summary: 'Move a unit, or some of a stack, to a kit, the stores, practice or out',
    body: MoveSchema,
    response: PlacedUnitSchema,
    handle: ({ params, body, who }) => db.transaction((tx) => moveUnit(tx, who, params.id ?? '', body)),
  }),
];

export async function findUnit(tx: Tx | Db, id: string): Promise<{ units: UnitRow; lots: LotRow | null }> {
  const [row] = await tx.select().from(units).leftJoin(lots, eq(units.lotId, lots.id)).where(eq(units.id, id));
  if (row === undefined) throw notFound('unit', id);
  return row;
}

export const findPlaced = async (tx: Tx, id: string): Promise<PlacedUnit> => toPlaced(await findUnit(tx, id));

async function takeIn(db: Db, who: string, body: z.output<typeof IntakeSchema>): Promise<PlacedUnit> {
  return db.transaction(async (tx) => {
    const [taken] = body.id === undefined ? [] : await tx.select({ id: units.id }).from(units).where(eq(units.id, body.id));
    if (taken !== undefined) throw new Problem(409, 'Already there', `A unit "${taken.id}" was taken in before.`);
    const [made] = await takeAll(tx, [body], () => '');
    const placed = toPlaced(await findUnit(tx, made?.id ?? ''));
    await note(tx, who, [{ what: 'unit taken in', subject: placed.id, after: placed }]);
    return placed;
  });
}

const stale = (row: { units: UnitRow; lots: LotRow | null }, version: number): Problem =>
  new Problem(409, 'Changed meanwhile', `The unit is at version ${row.units.version}; your change was made on version ${version}.`, {
    current: toPlaced(row),
  });

async function patch(db: Db, who: string, id: string, body: z.output<typeof PatchSchema>): Promise<PlacedUnit> {
  return db.transaction(async (tx) => {
    const row = await findUnit(tx, id);
    if (row.units.version !== body.version) throw stale(row, body.version);
    if (row.units.condition === 'practice' && body.condition !== undefined && body.condition !== 'practice')
      throw unacceptable([{ path: 'condition', message: 'a practice unit stays a practice unit' }]);
    const before = toPlaced(row);
    const wanted = {
      kind: before.kind,
      lot: body.lot === undefined ? before.lot : body.lot,
      expiresOn: body.expiresOn === undefined ? before.expiresOn : body.expiresOn,
    };
    const lotId = await lotFor(tx, wanted, row.lots);
    const condition = body.condition ?? before.condition;
    const isPracticeNow = condition === 'practice' && before.condition !== 'practice';
    await tx
      .update(units)
      .set({
        condition,
        lotId,
        count: body.count ?? before.count,
        version: before.version + 1,
        ...(isPracticeNow ? { place: 'practice', kitId: null } : {}),
      })
      .where(eq(units.id, id));
    if (before.kitId !== null) await touchKit(tx, before.kitId);
    const after = toPlaced(await findUnit(tx, id));
    await note(tx, who, [{ what: 'unit changed', subject: id, before, after: body.reason ? { ...after, reason: body.reason } : after }]);
    return after;
  });
}

type Move = z.output<typeof MoveSchema>;

/** Moves a whole unit, or splits some of a stack off and moves those. */
export async function moveUnit(tx: Tx, who: string, id: string, { version, to, kitId, count }: Move): Promise<PlacedUnit> {
  const row = await findUnit(tx, id);
  const before = toPlaced(row);
  if (before.version !== version) throw stale(row, version);
  if (before.place === 'used') throw unacceptable([{ path: 'id', message: 'is used up' }]);
  if (to !== 'discarded' && to !== 'practice' && before.condition === 'practice')
    throw unacceptable([{ path: 'to', message: 'a practice unit never goes back into a kit or among spares' }]);
  if (count !== undefined && count > before.count) throw unacceptable([{ path: 'count', message: `only ${before.count} are here` }]);
  if (kitId !== undefined) await kitMustBeInUse(tx, kitId);
  const target = { place: to, kitId: kitId ?? null, position: 1000, ...(to === 'practice' ? { condition: 'practice' } : {}) };
  const isSplit = count !== undefined && count < before.count;
  const movedId = isSplit ? crypto.randomUUID() : id;
  if (isSplit) {
    await tx
      .update(units)
      .set({ count: before.count - count, version: version + 1 })
      .where(eq(units.id, id));
    // Whole ones go; a pack that was begun stays where it is.
    await tx.insert(units).values({ ...row.units, ...target, id: movedId, count, piecesUsed: 0, version: 1 });
  } else {
    await tx
      .update(units)
      .set({ ...target, version: version + 1 })
      .where(eq(units.id, id));
  }
  for (const touched of new Set([before.kitId, kitId ?? null])) if (touched !== null) await touchKit(tx, touched);
  const after = toPlaced(await findUnit(tx, movedId));
  await note(tx, who, [{ what: `unit moved to ${to}`, subject: movedId, before: { ...before, count: after.count }, after }]);
  return after;
}

async function kitMustBeInUse(tx: Tx, kitId: string): Promise<void> {
  const [kit] = await tx.select().from(kits).where(eq(kits.id, kitId));
  if (kit === undefined || kit.retiredOn !== null) throw unacceptable([{ path: 'kitId', message: `there is no kit "${kitId}"` }]);
}
