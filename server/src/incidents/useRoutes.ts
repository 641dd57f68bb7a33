import * as contract from '@ivrak/contract';
import type { UseInputSchema } from '@ivrak/core/incident';
import { KitIdSchema, type StoredUse } from '@ivrak/core/model';
import { desc, eq } from 'drizzle-orm';
import type * as z from 'zod';
import type { Db, Tx } from '../db/database.ts';
import { type Change, note } from '../db/journal.ts';
import { touchKit } from '../db/kitVersion.ts';
import { useEvents, uses } from '../db/schema.ts';
import { Problem } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { findKit } from '../kits/store.ts';
import { viewOf } from '../kits/view.ts';
import { iso } from '../records/record.ts';
import { takeFromUnit } from '../units/takes.ts';

export const useRoutes = (here: Installation): Served[] => [
  serve(contract.logUse, async ({ params, body, who }) => {
    const kitId = KitIdSchema.safeParse(params.id).data ?? '';
    const use = await here.db.transaction((tx) => logUse(here, tx, who, kitId, body));
    return { use, kit: viewOf(here, await findKit(here.db, kitId), here.today()) };
  }),
  serve(contract.listUses, async ({ params }) => {
    const kit = await findKit(here.db, params.id);
    const rows = await here.db.select().from(uses).where(eq(uses.kitId, kit.id)).orderBy(desc(uses.at));
    return { uses: await Promise.all(rows.map((row) => readUse(here.db, row))) };
  }),
];

async function readUse(db: Db | Tx, row: typeof uses.$inferSelect): Promise<StoredUse> {
  const events = await db.select().from(useEvents).where(eq(useEvents.useId, row.id)).orderBy(useEvents.at, useEvents.id);
  return {
    id: row.id,
    kitId: row.kitId,
    at: iso(row.at),
    events: events.map(({ id, at, unitId, kind, pieces, note: said }) => ({ id, at: iso(at), unitId, kind, count: pieces, note: said })),
  };
}

async function logUse(
  here: Installation,
  tx: Tx,
  who: string,
  kitId: string,
  input: z.output<typeof UseInputSchema> & { id?: string | undefined },
): Promise<StoredUse> {
  const id = input.id ?? crypto.randomUUID();
  const [known] = await tx.select().from(uses).where(eq(uses.id, id));
  if (known !== undefined) {
    // Sent again after a lost answer: what was written stands.
    if (known.kitId === kitId) return readUse(tx, known);
    throw new Problem(409, 'Already there', `A use "${id}" was logged on another kit.`);
  }
  const kit = await findKit(tx, kitId);
  await tx.insert(uses).values({ id, kitId: kit.id, at: input.at });
  const changes: Change[] = [];
  for (const [index, event] of input.events.entries()) {
    const { change, kind } = await takeFromUnit(
      here,
      tx,
      kit.id,
      event,
      { unitId: `events.${index}.unitId`, count: `events.${index}.count` },
      'used',
    );
    changes.push(change);
    await tx
      .insert(useEvents)
      .values({ id: `${id}-${index}`, useId: id, at: event.at, unitId: event.unitId, kind, pieces: event.count, note: event.note });
  }
  await touchKit(tx, kit.id);
  await note(tx, who, [{ what: 'use logged', subject: id, after: { kitId: kit.id, ...input } }, ...changes]);
  const [row] = await tx.select().from(uses).where(eq(uses.id, id));
  if (row === undefined) throw new Error('the use that was just written is not there');
  return readUse(tx, row);
}
