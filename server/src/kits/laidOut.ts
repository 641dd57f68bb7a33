import { isDeepStrictEqual } from 'node:util';
import type { KitDraft, StoredUnit } from '@ivrak/core/model';
import { eq } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import type { Change } from '../db/journal.ts';
import { lots, units } from '../db/schema.ts';
import { type Issue, Problem, unacceptable } from '../http/problem.ts';
import { type LotRow, lotFor, type UnitRow } from '../units/rows.ts';

export type SentTo = Record<string, 'stores' | 'discarded' | 'practice'>;

export async function writeUnits(
  tx: Tx,
  kitId: string,
  wanted: KitDraft['units'],
  before: readonly StoredUnit[],
  sentTo: SentTo,
): Promise<Change[]> {
  const changes: Change[] = [];
  const known = new Map(before.map((unit) => [unit.id as string, unit]));
  for (const [position, unit] of wanted.entries()) {
    const was = known.get(unit.id) ?? null;
    const row = await rowOf(tx, unit.id);
    if (row !== null && row.units.kitId !== kitId) refuseTaking(row.units, position);
    if (row !== null && row.units.condition === 'practice' && unit.condition !== 'practice')
      throw unacceptable([{ path: `units.${position}.condition`, message: 'a practice unit stays a practice unit' }]);
    const lotId = await lotFor(tx, unit, row?.lots ?? null);
    const values = {
      kind: unit.kind,
      count: unit.count,
      piecesUsed: unit.piecesUsed,
      condition: unit.condition,
      state: unit.state,
      lotId,
      own: unit.own ?? row?.units.own ?? {},
      place: 'kit',
      kitId,
      position,
    };
    if (row === null) {
      await tx.insert(units).values({ id: unit.id, ...values });
      changes.push({ what: 'unit added', subject: unit.id, after: { ...unit, kitId } });
    } else if (hasChanged(row.units, values)) {
      await tx
        .update(units)
        .set({ ...values, version: row.units.version + 1 })
        .where(eq(units.id, unit.id));
      if (was === null || !isSameUnit(was, unit))
        changes.push({
          what: was === null ? 'unit moved in' : 'unit changed',
          subject: unit.id,
          before: was === null ? null : { ...was, kitId },
          after: { ...unit, kitId },
        });
    }
    known.delete(unit.id);
  }
  for (const unit of known.values()) changes.push(await takeOut(tx, kitId, unit, sentTo[unit.id]));
  return changes;
}

const isSameUnit = (a: StoredUnit, b: KitDraft['units'][number]): boolean =>
  a.count === b.count &&
  a.piecesUsed === b.piecesUsed &&
  a.condition === b.condition &&
  a.state === b.state &&
  a.lot === b.lot &&
  a.expiresOn === b.expiresOn &&
  (b.own === undefined || isDeepStrictEqual(a.own, b.own));

function hasChanged(row: UnitRow, values: Partial<UnitRow>): boolean {
  return (Object.keys(values) as (keyof UnitRow)[]).some((key) => !isDeepStrictEqual(row[key], values[key]));
}

async function rowOf(tx: Tx, id: string): Promise<{ units: UnitRow; lots: LotRow | null } | null> {
  const [row] = await tx.select().from(units).leftJoin(lots, eq(units.lotId, lots.id)).where(eq(units.id, id));
  return row ?? null;
}

/** Things in stores, and things taken off a sheet before, may be laid out; others are somewhere else. */
function refuseTaking(row: UnitRow, position: number): void {
  const issue = (message: string): Issue[] => [{ path: `units.${position}.id`, message }];
  if (row.place === 'practice' || row.condition === 'practice')
    throw unacceptable(issue('is a practice unit and never goes back into a kit'));
  if (row.place === 'used') throw unacceptable(issue('is used up'));
  if (row.place === 'kit')
    throw new Problem(409, 'Elsewhere', `Unit "${row.id}" is in another kit now.`, { issues: issue('is in another kit now') });
}

/** A thing with a lot is real stock and goes to the stores; one that was only laid out on the sheet goes away. */
async function takeOut(tx: Tx, kitId: string, unit: StoredUnit, to: SentTo[string] | undefined): Promise<Change> {
  const place = unit.condition === 'practice' ? 'practice' : (to ?? (unit.lotId === null ? 'discarded' : 'stores'));
  await tx
    .update(units)
    .set({ place, kitId: null, version: unit.version + 1, ...(place === 'practice' ? { condition: 'practice' } : {}) })
    .where(eq(units.id, unit.id));
  return { what: 'unit taken out', subject: unit.id, before: { ...unit, kitId }, after: { ...unit, place, kitId: null } };
}
