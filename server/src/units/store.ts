import type { CorrectUnitSchema, IntakeSchema, MoveUnitSchema } from '@ivrak/contract';
import { arriveIn } from '@ivrak/core/kit';
import { MOST_UNITS, type PlacedUnit, UnitIdSchema } from '@ivrak/core/model';
import { and, eq } from 'drizzle-orm';
import type * as z from 'zod';
import type { Db, Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { touchKit } from '../db/kitVersion.ts';
import { kits, lateDeeds, lots, units } from '../db/schema.ts';
import { notFound, Problem, unacceptable } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import { takeAll } from './intake.ts';
import { type LotRow, lotFor, toStoredUnit, type UnitRow } from './rows.ts';

export const toPlaced = (row: { units: UnitRow; lots: LotRow | null }): PlacedUnit => ({
  ...toStoredUnit(row.units, row.lots),
  place: row.units.place as PlacedUnit['place'], // checked by the database
  kitId: row.units.kitId,
});

export async function findUnit(tx: Tx | Db, id: string): Promise<{ units: UnitRow; lots: LotRow | null }> {
  const [row] = await tx.select().from(units).leftJoin(lots, eq(units.lotId, lots.id)).where(eq(units.id, id));
  if (row === undefined) throw notFound('unit', id);
  return row;
}

export const findPlaced = async (tx: Tx, id: string): Promise<PlacedUnit> => toPlaced(await findUnit(tx, id));

export async function takeIn(here: Installation, db: Db, who: string, body: z.output<typeof IntakeSchema>): Promise<PlacedUnit> {
  return db.transaction(async (tx) => {
    const [taken] = body.id === undefined ? [] : await tx.select({ id: units.id }).from(units).where(eq(units.id, body.id));
    if (taken !== undefined) throw new Problem(409, 'Already there', `A unit "${taken.id}" was taken in before.`);
    const [made] = await takeAll(here, tx, [body], () => '');
    const placed = toPlaced(await findUnit(tx, made?.id ?? ''));
    await note(tx, who, [{ what: 'unit taken in', subject: placed.id, after: placed }]);
    return placed;
  });
}

const stale = (row: { units: UnitRow; lots: LotRow | null }, version: number): Problem =>
  new Problem(409, 'Changed meanwhile', `The unit is at version ${row.units.version}; your change was made on version ${version}.`, {
    current: toPlaced(row),
  });

/** Changes a unit on the version that it was seen at; 409 with the unit as it is where somebody came first. */
async function writeUnit(tx: Tx, id: string, version: number, change: Partial<Omit<UnitRow, 'id' | 'version'>>): Promise<void> {
  const written = await tx
    .update(units)
    .set({ ...change, version: version + 1 })
    .where(and(eq(units.id, id), eq(units.version, version)))
    .returning({ id: units.id });
  if (written.length === 0) throw stale(await findUnit(tx, id), version);
}

export async function correct(db: Db, who: string, id: string, body: z.output<typeof CorrectUnitSchema>): Promise<PlacedUnit> {
  return db.transaction(async (tx) => {
    const row = await findUnit(tx, id);
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
    await writeUnit(tx, id, body.version, {
      condition,
      lotId,
      count: body.count ?? before.count,
      ...(isPracticeNow ? { place: 'practice', kitId: null } : {}),
    });
    if (before.kitId !== null) await touchKit(tx, before.kitId);
    const after = toPlaced(await findUnit(tx, id));
    await note(tx, who, [{ what: 'unit changed', subject: id, before, after: body.reason ? { ...after, reason: body.reason } : after }]);
    return after;
  });
}

type Move = Omit<z.output<typeof MoveUnitSchema>, 'deed'>;

/** A move that a device has named is made once, though its answer was lost and it comes again. */
export async function moveOnce(tx: Tx, who: string, id: string, { deed, ...move }: z.output<typeof MoveUnitSchema>): Promise<PlacedUnit> {
  if (deed === undefined) return moveUnit(tx, who, id, move);
  return (await isFirst(tx, deed)) ? moveUnit(tx, who, id, move) : toPlaced(await findUnit(tx, id));
}

/** Keeps the name of what a device did; false: it was told before. */
export async function isFirst(tx: Tx, deed: string): Promise<boolean> {
  const values = { id: deed, receivedAt: new Date().toISOString() };
  return (await tx.insert(lateDeeds).values(values).onConflictDoNothing().returning({ id: lateDeeds.id })).length > 0;
}

/** Moves a whole unit, or splits some of a stack off and moves those. */
export async function moveUnit(tx: Tx, who: string, id: string, { version, to, kitId, count }: Move): Promise<PlacedUnit> {
  const row = await findUnit(tx, id);
  const before = toPlaced(row);
  if (before.place === 'used') throw unacceptable([{ path: 'id', message: 'is used up' }]);
  if (to !== 'discarded' && to !== 'practice' && before.condition === 'practice')
    throw unacceptable([{ path: 'to', message: 'a practice unit never goes back into a kit or among spares' }]);
  if (count !== undefined && count > before.count) throw unacceptable([{ path: 'count', message: `only ${before.count} are here` }]);
  if (kitId !== undefined) {
    await kitMustBeInUse(tx, kitId);
    if (kitId !== before.kitId) await kitMustHaveRoom(tx, kitId);
  }
  const isSplit = count !== undefined && count < before.count;
  const movedId = isSplit ? crypto.randomUUID() : id;
  const state =
    kitId === undefined || kitId === before.kitId
      ? null
      : await takePlanned(tx, kitId, { id: UnitIdSchema.parse(movedId), kind: before.kind, count: count ?? before.count });
  const target = {
    place: to,
    kitId: kitId ?? null,
    position: 1000,
    ...(to === 'practice' ? { condition: 'practice' } : {}),
    ...(state === null ? {} : { state }),
  };
  if (isSplit) {
    await writeUnit(tx, id, version, { count: before.count - count });
    // Whole ones go; a pack that was begun stays where it is.
    await tx.insert(units).values({ ...row.units, ...target, id: movedId, count, piecesUsed: 0, version: 1 });
  } else {
    await writeUnit(tx, id, version, target);
  }
  for (const touched of new Set([before.kitId, kitId ?? null])) if (touched !== null) await touchKit(tx, touched);
  const after = toPlaced(await findUnit(tx, movedId));
  await note(tx, who, [{ what: `unit moved to ${to}`, subject: movedId, before: { ...before, count: after.count }, after }]);
  return after;
}

/** What comes into a kit is planned there no more; gives how it is to lie there, null where nothing of its kind was planned. */
async function takePlanned(tx: Tx, kitId: string, came: Pick<PlacedUnit, 'id' | 'kind' | 'count'>): Promise<string | null> {
  const [row] = await tx.select({ planned: kits.planned, fit: kits.fit, modules: kits.modules }).from(kits).where(eq(kits.id, kitId));
  const arrival = row === undefined ? null : arriveIn(row, came);
  if (arrival === null) return null;
  const { state, ...fields } = arrival;
  await tx.update(kits).set(fields).where(eq(kits.id, kitId));
  return state;
}

async function kitMustHaveRoom(tx: Tx, kitId: string): Promise<void> {
  const lines = await tx.$count(units, and(eq(units.kitId, kitId), eq(units.place, 'kit')));
  if (lines >= MOST_UNITS) throw unacceptable([{ path: 'kitId', message: `holds ${MOST_UNITS} lines already, the most a kit can` }]);
}

async function kitMustBeInUse(tx: Tx, kitId: string): Promise<void> {
  const [kit] = await tx.select().from(kits).where(eq(kits.id, kitId));
  if (kit === undefined || kit.retiredOn !== null) throw unacceptable([{ path: 'kitId', message: `there is no kit "${kitId}"` }]);
}
