import type { AnswerSchema } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import type { Condition, Inspection, PlainDate } from '@ivrak/core/model';
import { conditionAfter } from '@ivrak/core/upkeep';
import { and, desc, eq, isNull } from 'drizzle-orm';
import type * as z from 'zod';
import type { Db, Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { touchKit } from '../db/kitVersion.ts';
import { inspections, kits, units } from '../db/schema.ts';
import { notFound, Problem, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { claimKit, findKit } from '../kits/store.ts';
import { viewOf } from '../kits/view.ts';
import { takeLate } from './late.ts';
import { toInspection } from './stored.ts';

async function openOf(db: Db | Tx, kitId: string): Promise<Inspection | null> {
  const [row] = await db
    .select()
    .from(inspections)
    .where(and(eq(inspections.kitId, kitId), isNull(inspections.finishedOn)));
  return row === undefined ? null : toInspection(row);
}

async function underWay(tx: Tx, id: string): Promise<Inspection> {
  const [row] = await tx.select().from(inspections).where(eq(inspections.id, id));
  if (row === undefined) throw notFound('inspection', id);
  if (row.finishedOn !== null) throw new Problem(409, 'Finished', 'This inspection is finished; start another one.');
  return toInspection(row);
}

async function answer(tx: Tx, who: string, id: string, unitId: string, said: z.output<typeof AnswerSchema>): Promise<Inspection> {
  const inspection = await underWay(tx, id);
  const [unit] = await tx.select().from(units).where(eq(units.id, unitId));
  if (unit === undefined || unit.kitId !== inspection.kitId) throw unacceptable([{ path: 'unitId', message: 'is not in this kit' }]);
  const earlier = inspection.answers.find((one) => one.unitId === unitId);
  const conditionBefore = (earlier?.conditionBefore ?? unit.condition) as Condition; // written through the schema
  const condition = conditionAfter(said.answer, conditionBefore);
  const entry = { ...said, unitId: unit.id as Inspection['answers'][number]['unitId'], conditionBefore, at: new Date().toISOString() };
  const answers = [...inspection.answers.filter((one) => one.unitId !== unitId), entry];
  const [row] = await tx
    .update(inspections)
    .set({ answers, version: inspection.version + 1 })
    .where(eq(inspections.id, id))
    .returning();
  if (condition !== unit.condition) {
    await tx
      .update(units)
      .set({ condition, version: unit.version + 1 })
      .where(eq(units.id, unitId));
    await touchKit(tx, inspection.kitId);
  }
  await note(tx, who, [
    {
      what: `inspected: ${said.answer}`,
      subject: unitId,
      before: { condition: unit.condition },
      after: { condition, note: said.note, inspection: id },
    },
  ]);
  return toInspection(row as typeof inspections.$inferSelect); // the row was just read
}

async function finish(tx: Tx, who: string, id: string, today: PlainDate): Promise<Inspection> {
  const open = await underWay(tx, id);
  const answered = new Set<string>(open.answers.map(({ unitId }) => unitId));
  const rows = await tx.select().from(units).where(eq(units.kitId, open.kitId));
  const left = rows.filter(({ id, condition }) => condition !== 'used' && condition !== 'practice' && !answered.has(id));
  if (left.length > 0)
    throw unacceptable([{ path: 'answers', message: `${left.length} ${left.length === 1 ? 'thing has' : 'things have'} no answer yet` }]);
  const [row] = await tx
    .update(inspections)
    .set({ finishedOn: today, version: open.version + 1 })
    .where(eq(inspections.id, open.id))
    .returning();
  await tx.update(kits).set({ inspectedOn: today }).where(eq(kits.id, open.kitId));
  const found = { replace: count(open, 'replace'), unsure: count(open, 'unsure') };
  await note(tx, who, [{ what: 'kit inspected', subject: open.kitId, after: { inspection: open.id, inspectedOn: today, ...found } }]);
  return toInspection(row as typeof inspections.$inferSelect); // the row was just read
}

export const inspectionRoutes = (here: Installation): Served[] => [
  serve(contract.listInspections, async ({ params }) => {
    const kit = await findKit(here.db, params.id);
    const rows = await here.db
      .select()
      .from(inspections)
      .where(eq(inspections.kitId, kit.id))
      .orderBy(desc(inspections.startedAt))
      .limit(50);
    const all = rows.map(toInspection);
    return {
      open: all.find(({ finishedOn }) => finishedOn === null) ?? null,
      finished: all.filter(({ finishedOn }) => finishedOn !== null),
    };
  }),
  serve(contract.startInspection, async ({ params, who }) => {
    const kit = await findKit(here.db, params.id);
    return here.db.transaction(async (tx) => {
      const open = await openOf(tx, kit.id);
      if (open !== null) return open;
      const row = { id: crypto.randomUUID(), kitId: kit.id, who, startedAt: new Date().toISOString(), finishedOn: null, answers: [] };
      const [made] = await tx.insert(inspections).values(row).returning();
      await note(tx, who, [{ what: 'inspection started', subject: kit.id, after: { inspection: row.id } }]);
      return toInspection(made as typeof inspections.$inferSelect); // one row was inserted
    });
  }),
  serve(contract.lateInspection, async ({ params, body, who }) => {
    const kit = await findKit(here.db, params.id);
    const taken = await here.db.transaction((tx) => takeLate(tx, who, kit.id, body, here.today()));
    return { ...taken, kit: viewOf(here, await findKit(here.db, kit.id), here.today()) };
  }),
  serve(contract.answerInspection, async ({ params, body, who }) => {
    const inspection = await here.db.transaction((tx) => answer(tx, who, params.id, params.unitId, body));
    return { inspection, kit: viewOf(here, await findKit(here.db, inspection.kitId), here.today()) };
  }),
  serve(contract.finishInspection, async ({ params, who }) => {
    const inspection = await here.db.transaction((tx) => finish(tx, who, params.id, here.today()));
    return { inspection, kit: viewOf(here, await findKit(here.db, inspection.kitId), here.today()) };
  }),
  serve(contract.saveKitUpkeep, async ({ params, body, who }) => {
    await here.db.transaction(async (tx) => {
      const kit = await findKit(tx, params.id);
      await claimKit(tx, kit.id, body.version);
      await tx.update(kits).set({ upkeep: body.upkeep }).where(eq(kits.id, kit.id));
      await note(tx, who, [{ what: 'upkeep changed', subject: kit.id, before: kit.upkeep, after: body.upkeep }]);
    });
    return viewOf(here, await findKit(here.db, params.id), here.today());
  }),
];

const count = ({ answers }: Inspection, what: Inspection['answers'][number]['answer']): number =>
  answers.filter(({ answer: said }) => said === what).length;
