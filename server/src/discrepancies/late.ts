import type { AnswerOf, lateDeeds as call } from '@ivrak/contract';
import type { KitId } from '@ivrak/core/model';
import { eq } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { touchKit } from '../db/kitVersion.ts';
import { units, useEvents, uses } from '../db/schema.ts';
import { Problem } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import { isFirst, moveUnit } from '../units/store.ts';
import { takeFromUnit } from '../units/takes.ts';
import { addDiscrepancy, type Deed } from './store.ts';

type Result = AnswerOf<typeof call>['results'][number];

/** Takes in, in their order, what was done with a kit while the machine was away: each once however often it is sent. */
export async function takeDeeds(here: Installation, tx: Tx, who: string, kitId: KitId, deeds: readonly Deed[]): Promise<Result[]> {
  const results: Result[] = [];
  for (const deed of deeds)
    results.push({ id: deed.id, became: (await isFirst(tx, deed.id)) ? await take(here, tx, who, kitId, deed) : 'known' });
  return results;
}

async function take(here: Installation, tx: Tx, who: string, kitId: KitId, deed: Deed): Promise<Result['became']> {
  const [row] = await tx.select().from(units).where(eq(units.id, deed.unitId));
  if (deed.do === 'putBack') {
    if (row?.place === 'kit' && row.kitId === kitId) return 'known';
    const isThere = row?.place === 'stores' && row.count >= deed.count && row.kind === deed.kind && row.condition !== 'practice';
    if (isThere && (await isTaken(tx, (part) => putIn(part, who, kitId, deed, row.version)))) return 'done';
  } else if (row?.kitId === kitId && (await isTaken(tx, (part) => useUp(here, part, who, kitId, deed)))) return 'done';
  const { id, at, unitId, kind, count } = deed;
  await addDiscrepancy(tx, { id, what: deed.do === 'took' ? 'usedTwice' : 'notThere', kitId, unitId, kind, count, at, who });
  return 'discrepancy';
}

/** What is refused here is no error of whoever sends it late: it becomes a discrepancy, and nothing of it is written. */
async function isTaken(tx: Tx, act: (part: Tx) => Promise<unknown>): Promise<boolean> {
  try {
    await tx.transaction(act);
    return true;
  } catch (refusal) {
    if (refusal instanceof Problem && (refusal.status === 422 || refusal.status === 409)) return false;
    throw refusal;
  }
}

export const putIn = (tx: Tx, who: string, kitId: string, { unitId, count }: Pick<Deed, 'unitId' | 'count'>, version: number) =>
  moveUnit(tx, who, unitId, { version, to: 'kit', kitId: kitId as KitId, count });

/** Writes down a small use: pieces leave the unit, wherever it lies, and count among the uses of the kit. */
export async function useUp(
  here: Installation,
  tx: Tx,
  who: string,
  kitId: string,
  { id, at, unitId, count }: Pick<Deed, 'id' | 'at' | 'unitId' | 'count'>,
): Promise<void> {
  const { change, kind } = await takeFromUnit(here, tx, null, { unitId, count }, { unitId: 'unitId', count: 'count' }, 'used');
  await tx.insert(uses).values({ id, kitId, at }).onConflictDoNothing();
  await tx
    .insert(useEvents)
    .values({ id: `${id}-0`, useId: id, at, unitId, kind, pieces: count, note: '' })
    .onConflictDoNothing();
  await touchKit(tx, kitId);
  await note(tx, who, [{ what: 'use logged', subject: id, after: { kitId, at, unitId, count } }, change]);
}
