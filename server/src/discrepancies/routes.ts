import * as contract from '@ivrak/contract';
import { DiscrepancySchema, type UnitId } from '@ivrak/core/model';
import { and, eq } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { discrepancies } from '../db/schema.ts';
import { notFound, Problem, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { findKit } from '../kits/store.ts';
import { findPlaced } from '../units/store.ts';
import { putIn, takeDeeds, useUp } from './late.ts';
import { mayBe, openDiscrepancies } from './store.ts';

/** What was done while the machine was away, and what of it cannot be. */
export const discrepancyRoutes = (here: Installation): Served[] => [
  serve(contract.lateDeeds, async ({ params, body, who }) => {
    const kit = await findKit(here.db, params.id);
    return { results: await here.db.transaction((tx) => takeDeeds(here, tx, who, kit.id, body.deeds)) };
  }),
  serve(contract.listDiscrepancies, async () => ({ discrepancies: await openDiscrepancies(here.db) })),
  serve(contract.settleDiscrepancy, ({ params, body, who }) =>
    here.db.transaction((tx) => settle(here, tx, who, { id: params.id, version: body.version, unitId: body.unitId })),
  ),
];

interface Said {
  id: string;
  version: number;
  unitId: UnitId | null;
}

async function settle(here: Installation, tx: Tx, who: string, { id, version, unitId }: Said) {
  const [row] = await tx.select().from(discrepancies).where(eq(discrepancies.id, id));
  if (row === undefined) throw notFound('discrepancy', id);
  const before = DiscrepancySchema.parse(row.data);
  const data = { ...before, settled: { at: new Date().toISOString(), who, unitId } };
  // The version is looked at by the write itself: of two that settle it at once, one hears that it is settled.
  const written = await tx
    .update(discrepancies)
    .set({ data, version: version + 1 })
    .where(and(eq(discrepancies.id, id), eq(discrepancies.version, version)))
    .returning({ id: discrepancies.id });
  if (written.length === 0 || before.settled !== null)
    throw new Problem(409, 'Changed meanwhile', 'Somebody has said already what is true of this.', { current: row });
  if (unitId !== null) {
    const unit = await findPlaced(tx, unitId);
    if (!mayBe(before, unit))
      throw unacceptable([{ path: 'unitId', message: 'is not where it could have been taken from, or of another kind' }]);
    if (before.what === 'usedTwice') await useUp(here, tx, who, before.kitId, { ...before, unitId });
    else await putIn(tx, who, before.kitId, { unitId, count: before.count }, unit.version);
  }
  await note(tx, who, [{ what: 'discrepancy settled', subject: before.kitId, before, after: data }]);
  return { data, version: version + 1 };
}
