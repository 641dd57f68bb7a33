import { boxesOf, DRILL_PLAN, type DueThing } from '@ivrak/core/drill';
import type { FitResult, PlacedItem } from '@ivrak/core/fit';
import { type Module, NEEDS, type NeedId, type Unit } from '@ivrak/core/model';

/** One thing that is called, and where it lies. */
export interface Asked {
  kind: string;
  /** "chest seal" */
  call: string;
  why: DueThing['why'];
  where: string;
  boxes: readonly PlacedItem[];
  /** It lies in another kit that is carried as one with this; null: in this one. */
  inKit: string | null;
}

/** A kit that is carried as one with the one that is drilled. */
export interface OtherKit {
  id: string;
  name: string;
  units: readonly Pick<Unit, 'kind'>[];
}

const IN_KIT = 'kit ';
export const kitMark = (kitId: string): string => IN_KIT + kitId;

/** Where things lie, those among them that only another kit of the set holds. */
export function liesTogether(lies: ReadonlyMap<string, string>, others: readonly OtherKit[]): Map<string, string> {
  const all = new Map(lies);
  for (const { id, units } of others) for (const { kind } of units) if (!all.has(kind)) all.set(kind, kitMark(id));
  return all;
}

interface Packed {
  units: readonly Pick<Unit, 'id' | 'kind'>[];
  modules: readonly Pick<Module, 'id' | 'unitIds'>[];
  result: FitResult;
  needs: readonly { need: NeedId; by: readonly { unitId: string; kind: string }[] }[];
  lies: ReadonlyMap<string, string>;
  nameOf: (kind: string) => string;
}

/** What is asked at one sitting: as many as ten minutes hold, called by what they are needed for where that tells them apart. */
export function askedOf(due: readonly DueThing[], { units, modules, result, needs, lies, nameOf }: Packed): Asked[] {
  const byNeed = (kind: string) => needs.find(({ by }) => by.some((served) => served.kind === kind))?.need ?? null;
  const calls = new Map<NeedId, number>();
  for (const kind of lies.keys()) {
    const need = byNeed(kind);
    if (need !== null) calls.set(need, (calls.get(need) ?? 0) + 1);
  }
  return due.slice(0, DRILL_PLAN.mostAsked).map(({ kind, why }) => {
    const where = lies.get(kind) ?? '';
    if (where.startsWith(IN_KIT))
      return { kind, why, call: nameOf(kind).toLowerCase(), where, boxes: [], inKit: where.slice(IN_KIT.length) };
    const need = byNeed(kind);
    const isOnly = need !== null && calls.get(need) === 1;
    // Whatever serves the need is right where it is the need that is called.
    const right = isOnly ? needs.find((one) => one.need === need)?.by.map(({ unitId }) => unitId) : undefined;
    const ids = [...new Set([...units.filter((unit) => unit.kind === kind).map(({ id }) => String(id)), ...(right ?? [])])];
    return {
      kind,
      why,
      call: isOnly ? NEEDS[need].one : nameOf(kind).toLowerCase(),
      where,
      inKit: null,
      boxes: ids.flatMap((id) => boxesOf(id, result, modules)),
    };
  });
}
