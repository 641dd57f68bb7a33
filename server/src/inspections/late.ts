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
type UnitRow = typeof units.$inferSelect;

export interface Taken {
  inspection: Inspection;
  /** Things that are not in the kit any more. */
  gone: string[];
  /** Things of which something later was said elsewhere. */
  older: string[];
}

/**
 * Takes in an inspection that was made while the machine was away, once however often it is sent. Of each thing the later answer stands,
 * in the inspection that it went on with, though that was finished meanwhile, or in the one that another device has begun; what was said
 * earlier than something else is kept as a record of its own.
 */
export async function takeLate(tx: Tx, who: string, kitId: string, said: Said, today: PlainDate): Promise<Taken> {
  const [own] = await tx.select().from(inspections).where(eq(inspections.id, said.id));
  const [open] = await tx
    .select()
    .from(inspections)
    .where(and(eq(inspections.kitId, kitId), isNull(inspections.finishedOn)));
  const before = own ?? open;
  const there = new Map((await tx.select().from(units).where(eq(units.kitId, kitId))).map((unit) => [unit.id, unit]));
  const now = said.answers.flatMap(({ unitId, ...answer }): InspectionAnswer[] => {
    const unit = there.get(unitId);
    return unit === undefined
      ? []
      : [{ ...answer, unitId: unitId as InspectionAnswer['unitId'], conditionBefore: unit.condition as Condition }]; // both are of the row
  });
  const { answers, taken, older } = laterAnswers(before === undefined ? [] : toInspection(before).answers, now);
  for (const one of taken) await take(tx, who, one, there.get(one.unitId), said.id);
  const isWhole = [...there.values()].every(
    ({ id, condition }) => condition === 'used' || condition === 'practice' || answers.some(({ unitId }) => unitId === id),
  );
  const finishedOn = before?.finishedOn ?? (said.isFinished && isWhole ? today : null);
  const id = before?.id ?? said.id;
  if (before === undefined) await tx.insert(inspections).values({ id, kitId, who, startedAt: said.startedAt, finishedOn, answers });
  else if (taken.length > 0 || finishedOn !== before.finishedOn)
    await tx
      .update(inspections)
      .set({ answers, finishedOn, version: before.version + 1 })
      .where(eq(inspections.id, id));
  // What this device said is a record of its own where another's takes it over, and so is what came too late.
  if (id !== said.id) await keepRecord(tx, { id: said.id, kitId, who, startedAt: said.startedAt, finishedOn: today, answers: now });
  else if (older.length > 0) {
    const late = now.filter(({ unitId }) => older.includes(unitId));
    const latest = Math.max(...late.map(({ at }) => Date.parse(at)));
    await keepRecord(tx, { id: lateId(said.id, latest), kitId, who, startedAt: said.startedAt, finishedOn: today, answers: late });
  }
  if (finishedOn !== null && before?.finishedOn == null) {
    await tx.update(kits).set({ inspectedOn: finishedOn }).where(eq(kits.id, kitId));
    await note(tx, who, [{ what: 'kit inspected', subject: kitId, after: { inspection: id, inspectedOn: finishedOn } }]);
  }
  const [row] = await tx.select().from(inspections).where(eq(inspections.id, id));
  const gone = said.answers.flatMap(({ unitId }) => (there.has(unitId) ? [] : [unitId]));
  return { inspection: toInspection(row as typeof inspections.$inferSelect), gone, older }; // it was just written
}

/** The same for the same answers, so that they are kept once. */
const lateId = (id: string, atMs: number): string => `${id.slice(0, 48)}-${atMs.toString(36)}`;

async function keepRecord(tx: Tx, row: typeof inspections.$inferInsert): Promise<void> {
  await tx.insert(inspections).values(row).onConflictDoNothing();
}

async function take(tx: Tx, who: string, said: InspectionAnswer, unit: UnitRow | undefined, inspection: string): Promise<void> {
  if (unit === undefined) return;
  const condition = conditionAfter(said.answer, said.conditionBefore as Condition);
  if (condition !== unit.condition) {
    await tx
      .update(units)
      .set({ condition, version: unit.version + 1 })
      .where(eq(units.id, unit.id));
    if (unit.kitId !== null) await touchKit(tx, unit.kitId);
  }
  await note(tx, who, [
    {
      what: `inspected: ${said.answer}`,
      subject: unit.id,
      before: { condition: unit.condition },
      after: { condition, note: said.note, inspection },
    },
  ]);
}
