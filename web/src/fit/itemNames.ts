import { MODULE_PREFIX } from '@ivrak/core/kit';
import { kindName } from '../data/catalog.ts';

/** The name of an item: `unitId`, `unitId:2` or `module/id`. */
export function nameOf(draft: {
  units: readonly { id: string; kind: string }[];
  modules: readonly { id: string; name: string }[];
}): (itemId: string) => string {
  const kinds = new Map(draft.units.map((unit) => [unit.id, kindName(unit.kind)]));
  const modules = new Map(draft.modules.map((module) => [`${MODULE_PREFIX}${module.id}`, `Module: ${module.name}`]));
  return (itemId) => modules.get(itemId) ?? kinds.get(itemId.split(':')[0] ?? itemId) ?? itemId;
}
