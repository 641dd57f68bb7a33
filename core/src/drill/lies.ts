import type { FitResult, PlacedItem } from '../fit/problem.ts';
import { MODULE_PREFIX } from '../kit/kitFit.ts';
import type { Module } from '../model/kit.ts';

/** A packing, as far as it tells where things lie; of one in short there is nothing to tell. */
export type Packed = Partial<Pick<FitResult, 'placed' | 'blockedBy' | 'blocks'>>;

/** Boxes that hold a unit: its own, those of its pieces, its block's, or its module's. */
export function boxesOf(unitId: string, packed: Packed, modules: readonly Pick<Module, 'id' | 'unitIds'>[]): PlacedItem[] {
  const module = modules.find(({ unitIds }) => unitIds.some((id) => id === unitId));
  const blocks = (packed.blocks ?? []).filter(({ items }) => items.some((item) => item.split(':')[0] === unitId)).map(({ id }) => id);
  return (packed.placed ?? []).filter(
    ({ id }) => id.split(':')[0] === unitId || blocks.includes(id) || (module !== undefined && id === `${MODULE_PREFIX}${module.id}`),
  );
}

/** Where a kind lies, as words that change when it is moved: compartment, slot, in front or behind. Kinds that lie nowhere are left out. */
export function liesOf(
  units: readonly { id: string; kind: string }[],
  packed: Packed,
  modules: readonly Pick<Module, 'id' | 'unitIds'>[],
): Map<string, string> {
  const lies = new Map<string, Set<string>>();
  for (const { id, kind } of units)
    for (const box of boxesOf(id, packed, modules)) {
      const depth = (packed.blockedBy?.[box.id] ?? []).length === 0 ? 'front' : 'behind';
      const own = lies.get(kind) ?? new Set();
      own.add(`${box.compartment}/${box.slot ?? ''}/${depth}`);
      lies.set(kind, own);
    }
  return new Map([...lies].map(([kind, places]) => [kind, [...places].sort().join(' ').slice(0, 200)]));
}
