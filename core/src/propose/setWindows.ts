import { coverageNow } from '../coverage/coverage.ts';
import type { AskedNeed, StockKit } from '../coverage/problem.ts';
import { TOGETHER } from '../kit/priority.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import type { Booker } from './booker.ts';
import type { Counted } from './packing.ts';
import { askedOf, type ProposeQuestion, problemFor } from './question.ts';

/**
 * Within how many seconds each kind is wanted, by what it is booked for beside all others; what belongs to something is wanted with it, and
 * what has no window is left out.
 */
export function windowsOf(question: ProposeQuestion, chosen: Counted, own: readonly StockKit[], catalog: KindCatalog): Map<Kind, number> {
  const units = chosen.map(({ kind, count }) => ({ id: kind.id, kind: kind.id, count, condition: 'ready' as const }));
  const problem = problemFor(question, askedOf(question), [...units, ...own.flatMap((kit) => kit.units)]);
  const windows = new Map<string, number>();
  const wanted = (kind: string, windowS: number) => windows.set(kind, Math.min(windowS, windows.get(kind) ?? Number.POSITIVE_INFINITY));
  for (const { need, by } of coverageNow(problem, catalog)) {
    const windowS = problem.needs.find((asked) => asked.need === need)?.windowS ?? null;
    if (windowS !== null) for (const { kind } of by) wanted(kind, windowS);
  }
  for (const { families } of TOGETHER) {
    const group = chosen.filter(({ kind }) => families.includes(kind.family));
    const soonest = Math.min(...group.map(({ kind }) => windows.get(kind.id) ?? Number.POSITIVE_INFINITY));
    if (Number.isFinite(soonest)) for (const { kind } of group) wanted(kind.id, soonest);
  }
  return new Map(chosen.flatMap(({ kind }) => (windows.has(kind.id) ? [[kind, windows.get(kind.id) as number] as const] : [])));
}

/** By need: kinds that are in the hand in its window out of no kit that they go into, where something else is. */
export function lateKinds(
  booker: Booker,
  kinds: readonly Kind[],
  isInTime: (kind: Kind, windowS: number) => boolean,
): Map<NeedId, Set<string>> {
  const serving = new Map<AskedNeed, Kind[]>();
  for (const kind of kinds)
    for (const { profile } of booker.bringing(kind))
      for (const { demand } of profile.uses) {
        const asked = booker.needs[demand] as AskedNeed; // demands are those of the needs
        if (asked.windowS != null) serving.set(asked, [...(serving.get(asked) ?? []), kind]);
      }
  const late = new Map<NeedId, Set<string>>();
  for (const [{ need, windowS }, own] of serving) {
    const isLate = own.filter((kind) => !isInTime(kind, windowS ?? Number.POSITIVE_INFINITY));
    if (isLate.length < own.length) late.set(need, new Set(isLate.map(({ id }) => id)));
  }
  return late;
}
