import type { PackedBlock, PlacedItem } from '../fit/problem.ts';

/** In which compartment each unit lies, by its first thing, or by the block that it is in; what lies in a module is not told apart. */
export function liesIn({
  placed,
  blocks = [],
}: {
  placed: readonly Pick<PlacedItem, 'id' | 'compartment'>[];
  blocks?: readonly PackedBlock[] | undefined;
}): Map<string, string> {
  const inBlock = new Map(blocks.map(({ id, items }) => [id, items]));
  return new Map(
    placed.flatMap(({ id, compartment }) =>
      (inBlock.get(id) ?? [id]).flatMap((one) => (one.includes(':') ? [] : [[one, compartment] as const])),
    ),
  );
}
