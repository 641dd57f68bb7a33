import type { KindCatalog } from '../model/kind.ts';
import { RUNGS } from '../model/need.ts';
import type { RestockLine, SpareTaken } from './restock.ts';

/**
 * What to fetch out of the stores for a kit, in the order in which it goes in: as the kind lay in the last packing, first what lies
 * deepest; what was not packed yet comes after it, what is used last in front. `packedKinds`: kinds in packing order.
 */
export function pickList<T extends SpareTaken>(
  lines: readonly (Omit<RestockLine, 'fromStores'> & { fromStores: readonly T[] })[],
  packedKinds: readonly string[],
  catalog: KindCatalog,
): T[] {
  const rung = (kind: string): number => RUNGS.indexOf(catalog.get(kind)?.rung ?? 'D');
  const place = (kind: string): number => {
    const at = packedKinds.indexOf(kind);
    return at < 0 ? packedKinds.length + (RUNGS.length - rung(kind)) : at;
  };
  return lines.flatMap(({ fromStores }) => fromStores).sort((a, b) => place(a.kind) - place(b.kind));
}
