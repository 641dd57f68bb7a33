import { liesOf } from '@ivrak/core/drill';
import type { Drill, KitView } from '@ivrak/core/model';
import { isPacked } from '../kit/packed.ts';

/** What somebody says they went straight to in a use, as a sitting of theirs; null: nothing of it lies where a packing could tell. */
export function recalledDrill(
  kit: Pick<KitView, 'id' | 'units' | 'modules' | 'packing'>,
  kinds: readonly string[],
  of: Pick<Drill, 'id' | 'personId' | 'at'>,
): Drill | null {
  if (!isPacked(kit.packing)) return null;
  const lies = liesOf(kit.units, kit.packing.result, kit.modules);
  const answers = [...new Set(kinds)].flatMap((kind): Drill['answers'] => {
    const where = lies.get(kind);
    if (where === undefined) return [];
    return [{ ...{ kind, where, seconds: 0, misses: 0, isFound: true }, ...{ openedS: null, appliedS: null, casualty: null, need: null } }];
  });
  if (answers.length === 0) return null;
  return { ...of, kitId: kit.id, way: 'use', ordered: null, conditions: null, practiceId: null, isBlind: false, answers };
}
