import { type Debrief, piecesOpen, type UseEntry } from '@ivrak/core/incident';
import { KitIdSchema, piecesLeft } from '@ivrak/core/model';
import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { lots, units, useEntries, useLogs } from '../db/schema.ts';
import { addDiscrepancy } from '../discrepancies/store.ts';
import type { Installation } from '../installation/installation.ts';
import { toStoredUnit } from '../units/rows.ts';

interface Written {
  id: string;
  kitId: string;
  known: readonly UseEntry[];
  debriefs: readonly Debrief[];
  fresh: readonly UseEntry[];
}

/**
 * What two logs used more of than there was: two phones that were away each took the same thing. The entry stands, as every use does; which
 * thing it was is for somebody to say.
 */
export async function findUsedTwice(
  here: Installation,
  tx: Tx,
  who: string,
  { id, kitId, known, debriefs, fresh }: Written,
): Promise<void> {
  const used = fresh.flatMap((entry) => (entry.do === 'used' && entry.unitId !== null ? [{ ...entry, unitId: entry.unitId }] : []));
  if (used.length === 0) return;
  const ids = [...new Set(used.map(({ unitId }) => unitId))];
  const rows = await tx.select().from(units).leftJoin(lots, eq(units.lotId, lots.id)).where(inArray(units.id, ids));
  const elsewhere = await usedElsewhere(tx, id, ids);
  const own = piecesOpen({ entries: [...known, ...fresh] }, debriefs);
  const first = new Map(used.toReversed().map((entry) => [entry.unitId, entry]));
  for (const { unitId, kind, at } of first.values()) {
    const row = rows.find(({ units: unit }) => unit.id === unitId);
    const pieces = here.catalog.kinds.get(kind)?.pieces;
    const [mine, others] = [own.get(unitId) ?? 0, elsewhere.get(unitId) ?? 0];
    if (mine === 0 || pieces === undefined) continue;
    const left = row?.units.place === 'kit' ? piecesLeft(toStoredUnit(row.units, row.lots), pieces) : 0;
    // More than there is in one log alone is a slip of the thumb, which the debrief settles.
    const over = row?.units.place === 'kit' && others === 0 ? 0 : Math.min(mine, mine + others - left);
    if (over <= 0) continue;
    const from = row?.units.kitId ?? kitId;
    await addDiscrepancy(tx, {
      id: `${id}_${unitId}`,
      what: 'usedTwice',
      kitId: KitIdSchema.parse(from),
      unitId,
      kind,
      count: over,
      at,
      who,
    });
  }
}

/** Pieces that other logs, which nobody has debriefed yet, used of these. */
async function usedElsewhere(tx: Tx, id: string, ids: readonly string[]): Promise<Map<string, number>> {
  const logs = await tx
    .selectDistinct({ id: useLogs.id })
    .from(useEntries)
    .innerJoin(useLogs, eq(useEntries.logId, useLogs.id))
    .where(and(eq(useLogs.isOpen, true), ne(useLogs.id, id), inArray(sql<string>`${useEntries.data} ->> 'unitId'`, [...ids])));
  const pieces = new Map<string, number>();
  for (const log of logs) {
    const entries = await tx.select({ data: useEntries.data }).from(useEntries).where(eq(useEntries.logId, log.id));
    const [row] = await tx.select({ debriefs: useLogs.debriefs }).from(useLogs).where(eq(useLogs.id, log.id));
    for (const [unitId, count] of piecesOpen({ entries: entries.map(({ data }) => data) }, row?.debriefs ?? []))
      pieces.set(unitId, (pieces.get(unitId) ?? 0) + count);
  }
  return pieces;
}
