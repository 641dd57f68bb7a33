import type { NeedId } from '../model/need.ts';
import { needRank } from '../model/need.ts';
import type { DerivedNeed } from './needs.ts';

export interface NeedDifference {
  need: NeedId;
  before: DerivedNeed;
  after: DerivedNeed;
  /** Places in the order of purchase, 1 first. */
  place: { before: number; after: number };
  changes: ('least' | 'ideal' | 'window' | 'order')[];
}

/**
 * Two lists of needs side by side, in MARCH order; every need of either is in it once. `order` is named only where a need
 * moved in front of or behind one that both lists ask for.
 */
export function compareNeeds(before: readonly DerivedNeed[], after: readonly DerivedNeed[]): NeedDifference[] {
  const then = new Map(after.map((need) => [need.need, need]));
  const asked = (list: readonly DerivedNeed[]) => list.filter(({ need }) => isAskedBoth(need)).map(({ need }) => need);
  const isAskedBoth = (id: NeedId): boolean => (then.get(id)?.ideal ?? 0) > 0 && (before.find(({ need }) => need === id)?.ideal ?? 0) > 0;
  const orders = { before: asked(before), after: asked(after) };
  return before
    .flatMap((was): NeedDifference[] => {
      const is = then.get(was.need);
      if (is === undefined) return [];
      const place = { before: orders.before.indexOf(was.need) + 1, after: orders.after.indexOf(was.need) + 1 };
      const changes: NeedDifference['changes'] = [];
      if (was.least !== is.least) changes.push('least');
      if (was.ideal !== is.ideal) changes.push('ideal');
      if (was.windowS !== is.windowS && is.ideal > 0) changes.push('window');
      if (place.before !== place.after) changes.push('order');
      return [{ need: was.need, before: was, after: is, place, changes }];
    })
    .sort((a, b) => needRank(a.need) - needRank(b.need));
}
