import type { Drill, SlowFind } from '../model/drill.ts';
import type { Module } from '../model/kit.ts';
import { cardsOf, DRILL_PLAN } from './cards.ts';
import { cellOf } from './grid.ts';
import { boxesOf, liesOf, type Packed } from './lies.ts';

interface FoundKit {
  id: string;
  units: readonly { id: string; kind: string }[];
  modules: readonly Pick<Module, 'id' | 'unitIds'>[];
}

/** Things of a kit that somebody misses or is slow to find where they lie now; what was moved since is not held against its new place. */
export function slowFinds(
  drills: readonly Drill[],
  kit: FoundKit,
  people: readonly { id: string; name: string }[],
  packed: Packed,
): SlowFind[] {
  const lies = liesOf(kit.units, packed, kit.modules);
  return people.flatMap(({ id, name }) =>
    [...cardsOf(drills, id, kit.id)].flatMap(([kind, card]): SlowFind[] => {
      const cell = cellOf(card);
      if (cell === null || lies.get(kind) !== card.last.where) return [];
      const isGood = cell.seconds !== null && cell.seconds <= DRILL_PLAN.slowS;
      return isGood ? [] : [{ kind, who: name, seconds: cell.seconds, behind: inFrontOf(kind, kit, packed) }];
    }),
  );
}

/** Kinds of what lies before the nearest of its kind. */
function inFrontOf(kind: string, { units, modules }: FoundKit, packed: Packed): string[] {
  const own = units.filter((unit) => unit.kind === kind).flatMap(({ id }) => boxesOf(id, packed, modules));
  const before = own.map(({ id }) => packed.blockedBy?.[id] ?? []).sort((a, b) => a.length - b.length)[0] ?? [];
  const lying = units.filter(({ id }) => boxesOf(id, packed, modules).some((box) => before.includes(box.id)));
  return [...new Set(lying.map((unit) => unit.kind))].filter((one) => one !== kind);
}
