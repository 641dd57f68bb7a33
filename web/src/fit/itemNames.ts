import { TRAY_PREFIX } from '@ivrak/core/fit';
import { blocksOf, MODULE_PREFIX } from '@ivrak/core/kit';
import type { KitDraft } from '@ivrak/core/model';
import { catalogNow, kindName } from '../data/catalog.ts';

/** The name of an item: `unitId`, `unitId:2`, `module/id`, or `tray/compartment` for one that is lifted; of a block with how many are in it. */
export function nameOf(draft: Pick<KitDraft, 'units' | 'modules' | 'fit'>): (itemId: string) => string {
  const kinds = new Map<string, string>(draft.units.map((unit) => [unit.id, kindName(unit.kind)]));
  const modules = new Map(draft.modules.map((module) => [`${MODULE_PREFIX}${module.id}`, `Module: ${module.name}`]));
  const moduleOf = new Map(draft.modules.flatMap(({ id, unitIds }) => unitIds.map((unitId) => [unitId as string, id] as const)));
  const blocks = new Map<string, number>(
    blocksOf(draft.units, undefined, catalogNow(), draft.fit, moduleOf).map((block) => [
      block[0]?.id ?? '',
      block.reduce((sum, { count }) => sum + count, 0),
    ]),
  );
  const counted = (itemId: string, name: string | undefined) => {
    const count = blocks.get(itemId);
    return name === undefined || count === undefined ? name : `${name} × ${count}`;
  };
  return (itemId) => {
    if (itemId.startsWith(TRAY_PREFIX)) return `Tray ${itemId.slice(TRAY_PREFIX.length)}`;
    return modules.get(itemId) ?? counted(itemId, kinds.get(itemId.split(':')[0] ?? itemId)) ?? itemId;
  };
}
