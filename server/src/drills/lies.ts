import { liesOf } from '@ivrak/core/drill';
import { ModuleSchema } from '@ivrak/core/model';
import { isNotNull, isNull } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { kits, units } from '../db/schema.ts';
import { isPacking } from '../kits/view.ts';

/** Where each kind lies in the kits that are packed, by kit. */
export async function liesByKit(db: Db | Tx): Promise<Map<string, Map<string, string>>> {
  const packed = await db.select({ id: kits.id, packing: kits.packing, modules: kits.modules }).from(kits).where(isNull(kits.retiredOn));
  const own = new Map<string | null, { id: string; kind: string }[]>(packed.map(({ id }) => [id, []]));
  const inKits = await db
    .select({ id: units.id, kind: units.kind, kitId: units.kitId })
    .from(units)
    .where(isNotNull(units.kitId))
    .orderBy(units.position);
  for (const unit of inKits) own.get(unit.kitId)?.push(unit);
  return new Map(
    packed.flatMap(({ id, packing, modules }) =>
      isPacking(packing) ? [[id, liesOf(own.get(id) ?? [], packing.result, ModuleSchema.array().parse(modules))]] : [],
    ),
  );
}
