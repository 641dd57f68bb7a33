import { liesOf } from '@ivrak/core/drill';
import { ModuleSchema } from '@ivrak/core/model';
import { eq, sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { kits, units } from '../db/schema.ts';
import { isPacking } from '../kits/view.ts';

/** Where each kind lies in the kits that are packed, by kit. */
export async function liesByKit(db: Db | Tx): Promise<Map<string, Map<string, string>>> {
  const packed = await db
    .select({ id: kits.id, packing: kits.packing, modules: kits.modules })
    .from(kits)
    .where(sql`${kits.retiredOn} is null`);
  const lies = new Map<string, Map<string, string>>();
  for (const { id, packing, modules } of packed) {
    if (!isPacking(packing)) continue;
    const own = await db.select({ id: units.id, kind: units.kind }).from(units).where(eq(units.kitId, id)).orderBy(units.position);
    const known = own.map(({ id: unitId, kind }) => ({ id: unitId as never, kind })); // ids as they were written
    lies.set(id, liesOf(known, packing.result, ModuleSchema.array().parse(modules)));
  }
  return lies;
}
