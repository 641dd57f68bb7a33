import { takePieces } from '@ivrak/core/incident';
import { eq } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import type { Change } from '../db/journal.ts';
import { lots, units } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import { toStoredUnit } from './rows.ts';

/** Takes pieces of a unit out of its kit, or wherever it lies where no kit is said; what is gone whole goes to `place`. */
export async function takeFromUnit(
  here: Installation,
  tx: Tx,
  kitId: string | null,
  event: { unitId: string; count: number },
  /** Where in the request the two stand, for what is refused. */
  paths: { unitId: string; count: string },
  place: 'used' | 'discarded',
): Promise<{ change: Change; kind: string }> {
  const [row] = await tx.select().from(units).leftJoin(lots, eq(units.lotId, lots.id)).where(eq(units.id, event.unitId));
  if (row === undefined || (kitId !== null && row.units.kitId !== kitId))
    throw unacceptable([{ path: paths.unitId, message: 'is not in this kit' }]);
  const unit = toStoredUnit(row.units, row.lots);
  const kind = here.catalog.kinds.get(unit.kind);
  if (kind === undefined) throw unacceptable([{ path: paths.unitId, message: `is of the unknown kind "${unit.kind}"` }]);
  const taken = takePieces(unit, kind, event.count);
  if (!taken.ok)
    throw unacceptable([{ path: paths.count, message: `only ${taken.left} ${kind.pieceName}${taken.left === 1 ? '' : 's'} left` }]);
  const version = row.units.version + 1;
  if (taken.rest === null)
    await tx
      .update(units)
      .set({ place, kitId: null, condition: place === 'used' ? 'used' : unit.condition, version })
      .where(eq(units.id, unit.id));
  else {
    const { count, piecesUsed, condition } = taken.rest;
    await tx.update(units).set({ count, piecesUsed, condition, version }).where(eq(units.id, unit.id));
  }
  return {
    kind: unit.kind,
    change: { what: 'pieces used', subject: unit.id, before: unit, after: { used: event.count, spoiled: taken.spoiled, rest: taken.rest } },
  };
}
