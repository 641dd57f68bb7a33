import type { Restock } from '../model/answers.ts';
import type { KindCatalog } from '../model/kind.ts';
import type { BuyingProblem } from './offers.ts';

/**
 * What is to be bought for kits: what is planned and what stores do not fill, kind by kind, in units. Other kinds that are made for the same need stand
 * as alternatives where they are wanted and hold as many pieces, so that a unit of one is a unit of the other.
 */
export function buyingNeed(
  kits: readonly Restock['kits'][number][],
  { withAlternatives }: { withAlternatives: boolean },
  catalog: KindCatalog,
): BuyingProblem['need'] {
  const lines = new Map<string, BuyingProblem['need'][number]>();
  for (const toBuy of kits.flatMap(wantedBy)) {
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

type Need = BuyingProblem['need'];

/** Each with what may be bought for it, the first in front: what is planned is bought as it is planned. */
const wantedBy = ({ lines, planned }: Restock['kits'][number]): { kind: string; count: number }[][] => [
  ...planned.flatMap(({ kind, toBuy }) => (toBuy > 0 ? [[{ kind, count: toBuy }]] : [])),
  ...lines.map(({ toBuy }) => toBuy),
];

/** What a kit is to be bought, by kinds, without what would do as well. */
export const boughtFor = (kit: Restock['kits'][number]): { kind: string; count: number }[] =>
  wantedBy(kit).flatMap(([first]) => (first === undefined ? [] : [{ kind: first.kind, count: first.count }]));

/** The need with more: of a kind that is bought anyway, or lines of their own. What stores lack to their minimums, what lists name. */
export function withMinimums(need: Need, lacking: readonly { kind: string; count: number }[]): Need {
  const more = new Map(lacking.map(({ kind, count }) => [kind, count]));
  const grown = need.map((line) => ({ ...line, count: line.count + (more.get(line.kind) ?? 0) }));
  const known = new Set(need.map(({ kind }) => kind));
  return [...grown, ...lacking.filter(({ kind }) => !known.has(kind))];
}

/** The need without what open orders bring: first of the kind itself, then of those that serve as well. */
export function lessOnOrder(need: Need, coming: ReadonlyMap<string, number>): Need {
  const left = new Map(coming);
  const lines = need.map((line) => ({ ...line }));
  const take = (line: Need[number], kind: string) => {
    const taken = Math.min(line.count, left.get(kind) ?? 0);
    line.count -= taken;
    left.set(kind, (left.get(kind) ?? 0) - taken);
  };
  for (const line of lines) take(line, line.kind);
  for (const line of lines) for (const kind of line.accepts ?? []) take(line, kind);
  return lines.filter(({ count }) => count > 0);
}
