import { compareExpiry, type PlainDate } from '../model/plainDate.ts';
import { isGoodOn } from '../model/unit.ts';
import type { SpareUnit } from './restock.ts';

/** Spares by kind: a stack may serve several kits, and what one kit was promised is taken off before the next is planned. */
export class FreeSpares {
  /** Of each kind, those that lapse first in front. */
  private readonly byKind = new Map<string, SpareUnit[]>();

  constructor(spares: readonly SpareUnit[]) {
    for (const unit of spares.toSorted((a, b) => compareExpiry(a.expiresOn ?? null, b.expiresOn ?? null) || (a.id < b.id ? -1 : 1))) {
      const own = this.byKind.get(unit.kind);
      if (own === undefined) this.byKind.set(unit.kind, [unit]);
      else own.push(unit);
    }
  }

  /**
   * Of each kind, what could be taken for so many pieces: the first that outlast a day, and behind them the last of those that do not, as
   * `orderSpares` has it. A stack holds a piece at least, so more is never looked at.
   */
  of(kinds: Iterable<string>, outlasts: PlainDate, most: number): SpareUnit[] {
    return [...kinds].flatMap((kind) => {
      const own = this.byKind.get(kind) ?? [];
      let [low, high] = [0, own.length];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (isGoodOn(own[middle]?.expiresOn ?? null, outlasts)) high = middle;
        else low = middle + 1;
      }
      return [...own.slice(low, low + most), ...own.slice(Math.max(0, low - most), low)];
    });
  }

  /** So many of a stack are promised. */
  takeOff({ unitId, kind, take }: { unitId: string; kind: string; take: number }): void {
    const own = this.byKind.get(kind) ?? [];
    const at = own.findIndex(({ id }) => id === unitId);
    const stack = own[at];
    if (stack === undefined) return;
    if (stack.count > take) own[at] = { ...stack, count: stack.count - take };
    else own.splice(at, 1);
  }
}
