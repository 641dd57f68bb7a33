import type { FitResult } from '@ivrak/core/fit';
import { MODULE_PREFIX } from '@ivrak/core/kit';
import type { KitView, StoredUse } from '@ivrak/core/model';
import { packOrder } from '@ivrak/core/staging';
import { containerOf } from '../data/catalog.ts';

const isPacked = (value: unknown): value is { result: FitResult } =>
  typeof value === 'object' && value !== null && 'result' in value && Array.isArray((value.result as Partial<FitResult>)?.placed);

/**
 * Kinds in the order in which they went in when the kit was packed last. `used` tells the kinds of things that were in it then and
 * are used up: those are the ones that are fetched.
 */
export function packedKinds(kit: Pick<KitView, 'containerId' | 'packing' | 'units' | 'modules'>, used: readonly StoredUse[]): string[] {
  const container = containerOf(kit.containerId);
  if (container === undefined || !isPacked(kit.packing)) return [];
  const kinds = new Map<string, string>([
    ...used.flatMap(({ events }) => events.map(({ unitId, kind }) => [unitId, kind] as const)),
    ...kit.units.map(({ id, kind }) => [id as string, kind] as const),
  ]);
  const kindsOf = (id: string): string[] => {
    const module = kit.modules.find((one) => id === `${MODULE_PREFIX}${one.id}`);
    // A stack lies in the packing piece by piece: the unit's id, from the second one on with a number.
    const ids = module === undefined ? [id.replace(/:\d+$/, '')] : module.unitIds;
    return ids.flatMap((one) => kinds.get(one) ?? []);
  };
  return [...new Set(packOrder(container, kit.packing.result).flatMap(({ id }) => kindsOf(id)))];
}
