import type { BodyOf, lateInspection } from '@ivrak/contract';
import type { Condition, Inspection, InspectionAnswer, PlainDate } from '@ivrak/core/model';
import { conditionAfter, laterAnswers } from '@ivrak/core/upkeep';
import { and, eq, isNull } from 'drizzle-orm';
import type * as z from 'zod';
import type { Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { touchKit } from '../db/kitVersion.ts';
import { inspections, kits, units } from '../db/schema.ts';
import { toInspection } from './stored.ts';

type Said = z.output<BodyOf<typeof lateInspection>>;

export interface Taken {
  inspection: Inspection;
  /** Things that are not in the kit any more. */
  gone: string[];
  /** Things of which something later was said elsewhere. */
  older: string[];
}

/**
 * Takes in an inspection that was made while the machine was away, once however often it is sent. Of each thing the later answer stands,
 * and what was said earlier is kept in the row of who said it. Where another inspection of the kit is under way, it takes the answers over.
 */
export async function takeLate(tx: Tx, who: string, kitId: string, said: Said, today: PlainDate): Promise<Taken> {
  const [known] = await tx.select().from(inspections).where(eq(inspections.id, said.id));
  if (known !== undefined && known.finishedOn !== null) return { inspection: toInspection(known), gone: [], older: [] };
  const [open] = await tx
    .select()
    .from(inspections)
    .where(and(eq(inspections.kitId, kitId), isNull(inspections.finishedOn)));
  const there = new Map((await tx.select().from(units).where(eq(units.kitId, kitId))).map((unit) => [unit.id, unit]));
  const gone = said.answers.flatMap(({ unitId }) => (there.has(unitId) ? [] : [unitId]));
  const now = said.answers.flatMap(({ unitId, ...answer }): InspectionAnswer[] => {
    const unit = there.get(unitId);
    if (unit === undefined) return [];
    return [
      { ...answer, unitId: unit.id as InspectionAnswer['unitId'], conditionBefore: unit.condition as InspectionAnswer['conditionBefore'] },
    ]; // written through the schema
  });
  const { answers, taken, older } = laterAnswers(open === undefined ? [] : toInspection(open).answers, now);
  for (const { unitId, answer, conditionBefore, note: words } of taken) {
    const unit = there.get(unitId);
    const condition = conditionAfter(answer, conditionBefore as Condition);
    if (unit !== undefined && condition !== unit.condition) {
      await tx
        .update(units)
        .set({ condition, version: unit.version + 1 })
        .where(eq(units.id, unitId));
      await touchKit(tx, kitId);
    }
    await note(tx, who, [
      {
        what: `inspected: ${answer}`,
        subject: unitId,
        before: { condition: unit?.condition },
        after: { condition, note: words, inspection: said.id },
      },
    ]);
  }
  const answered = new Set<string>(answers.map(({ unitId }) => unitId));
  const isWhole = [...there.values()].every(({ id, condition }) => condition === 'used' || condition === 'practice' || answered.has(id));
  const finishedOn = said.isFinished && isWhole ? today : null;
  if (open !== undefined && open.id !== said.id) {
    await tx
      .update(inspections)
      .set({ answers, finishedOn, version: open.version + 1 })
      .where(eq(inspections.id, open.id));
    // What this device said is a record of its own, ended by having been taken over.
    await tx.insert(inspections).values({ id: said.id, kitId, who, startedAt: said.startedAt, finishedOn: today, answers: now });
  } else if (open !== undefined)
    await tx
      .update(inspections)
      .set({ answers, finishedOn, version: open.version + 1 })
      .where(eq(inspections.id, open.id));
  else await tx.insert(inspections).values({ id: said.id, kitId, who, startedAt: said.startedAt, finishedOn, answers });
  if (finishedOn !== null) {
    await tx.update(kits).set({ inspectedOn: finishedOn }).where(eq(kits.id, kitId));
    await note(tx, who, [{ what: 'kit inspected', subject: kitId, after: { inspection: said.id, inspectedOn: finishedOn } }]);
  }
  const [row] = await tx
    .select()
    .from(inspections)
    .where(eq(inspections.id, open?.id ?? said.id));
  return { inspection: toInspection(row as typeof inspections.$inferSelect), gone, older }; // it was just written
}
