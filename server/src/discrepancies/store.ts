import type { AnswerOf, BodyOf, lateDeeds, listDiscrepancies } from '@ivrak/contract';
import { type Discrepancy, DiscrepancySchema, type PlacedUnit } from '@ivrak/core/model';
import { and, asc, eq, inArray, or, sql } from 'drizzle-orm';
import type * as z from 'zod';
import type { Db, Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { discrepancies, lots, units } from '../db/schema.ts';
import { toPlaced } from '../units/store.ts';

export type Deed = z.output<BodyOf<typeof lateDeeds>>['deeds'][number];
export type DiscrepancyView = AnswerOf<typeof listDiscrepancies>['discrepancies'][number];

/** Nobody looks through more, and what is wrong is settled one by one. */
const MOST_SHOWN = 100;
const MOST_OTHERS = 12;

/** Writes down what cannot be; the same one twice stands once. */
export async function addDiscrepancy(tx: Tx, said: Omit<Discrepancy, 'receivedAt' | 'settled'>): Promise<void> {
  const data = DiscrepancySchema.parse({ ...said, receivedAt: new Date().toISOString(), settled: null });
  const made = await tx.insert(discrepancies).values({ id: data.id, data }).onConflictDoNothing().returning({ id: discrepancies.id });
  if (made.length > 0) await note(tx, said.who, [{ what: 'discrepancy found', subject: data.kitId, after: data }]);
}

/** Nobody has said yet what is true of these. */
export async function openDiscrepancies(db: Db | Tx): Promise<DiscrepancyView[]> {
  const rows = await db
    .select()
    .from(discrepancies)
    .where(sql`${discrepancies.data} -> 'settled' = 'null'::jsonb`)
    .orderBy(asc(discrepancies.id))
    .limit(MOST_SHOWN);
  const open = rows
    .map(({ data, version }) => ({ data: DiscrepancySchema.parse(data), version }))
    .sort((a, b) => Date.parse(a.data.at) - Date.parse(b.data.at));
  if (open.length === 0) return [];
  const near = await unitsNear(
    db,
    open.map(({ data }) => data),
  );
  return open.map((row) => ({
    ...row,
    now: near.find(({ id }) => id === row.data.unitId) ?? null,
    others: near.filter((unit) => mayBe(row.data, unit)).slice(0, MOST_OTHERS),
  }));
}

/** Whether it may have been this one: used out of that kit or the stores, or put in out of the stores. */
export const mayBe = ({ what, kitId, kind, unitId, count }: Discrepancy, unit: PlacedUnit): boolean =>
  unit.kind === kind &&
  unit.condition !== 'practice' &&
  (what === 'usedTwice'
    ? unit.id !== unitId && ((unit.place === 'kit' && unit.kitId === kitId) || unit.place === 'stores')
    : unit.count >= count && (unit.place === 'stores' || (unit.id === unitId && unit.place === 'kit' && unit.kitId !== kitId)));

async function unitsNear(db: Db | Tx, open: readonly Discrepancy[]): Promise<PlacedUnit[]> {
  const [ids, kinds, kitIds] = [open.map(({ unitId }) => unitId), open.map(({ kind }) => kind), open.map(({ kitId }) => kitId)];
  const rows = await db
    .select({ units, lots })
    .from(units)
    .leftJoin(lots, eq(units.lotId, lots.id))
    .where(or(inArray(units.id, ids), and(inArray(units.kind, kinds), or(eq(units.place, 'stores'), inArray(units.kitId, kitIds)))))
    .orderBy(asc(lots.expiresOn), asc(units.id));
  return rows.map(toPlaced);
}
