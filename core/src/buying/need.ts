import type { KindCatalog } from '../model/kind.ts';
import type { Restock } from '../model/wire.ts';
import type { BuyingProblem } from './plan.ts';

/**
 * What is to be bought for kits: what stores do not fill, kind by kind, in units. Other kinds that are made for the same need stand
 * as alternatives where they are wanted and hold as many pieces, so that a unit of one is a unit of the other.
 */
export function buyingNeed(
  kits: readonly Restock['kits'][number][],
  { withAlternatives }: { withAlternatives: boolean },
  catalog: KindCatalog,
): BuyingProblem['need'] {
  const lines = new Map<string, BuyingProblem['need'][number]>();
  for (const { toBuy } of kits.flatMap((kit) => kit.lines)) {
    const [first, ...others] = toBuy;
    if (first === undefined) continue;
    const pieces = catalog.get(first.kind)?.pieces;
    const accepts = withAlternatives ? others.map(({ kind }) => kind).filter((kind) => catalog.get(kind)?.pieces === pieces) : [];
    const known = lines.get(first.kind);
    const both = known === undefined ? accepts : (known.accepts ?? []).filter((kind) => accepts.includes(kind));
    lines.set(first.kind, {
      kind: first.kind,
      count: (known?.count ?? 0) + first.count,
      // One line for a kind takes only what every kit accepts.
      ...(both.length > 0 ? { accepts: both } : {}),
    });
  }
  return [...lines.values()];
}
