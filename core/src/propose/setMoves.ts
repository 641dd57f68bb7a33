import type { Kind } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import type { Unit } from '../model/unit.ts';
import type { Load } from './setReach.ts';

/** A thing that lies too far from the hand for what it is for, where another kit of the set has room for it. */
export interface Move {
  unitId: string;
  kind: string;
  count: number;
  from: string;
  to: string;
  need: NeedId;
  windowS: number;
  /** To the hand as it lies now, null where hands do not come to it, and as it would lie. */
  wasS: number | null;
  seconds: number;
}

/** What is asked about kits while things are moved about in thought. */
interface Moving {
  kits: readonly { id: string; units: readonly Unit[]; alone: readonly NeedId[] }[];
  kindOf: (id: string) => Kind | undefined;
  /** What a kind is wanted for soonest; null: nothing that it serves here has a window. */
  wantedFor: (kind: Kind) => { need: NeedId; windowS: number } | null;
  secondsTo: (at: number, kind: Kind) => number | null;
  goesIn: (at: number, load: Load) => boolean;
  /** Whether the least of a need is in the hand in its window, as things lie. */
  isInTime: (need: NeedId, loads: readonly Load[]) => boolean;
}

/** Things that are wanted sooner than they come to hand where they lie, each with the soonest kit that has room and is soon enough. */
export function movesOf(lying: readonly Load[], { kits, kindOf, wantedFor, secondsTo, goesIn, isInTime }: Moving): Move[] {
  const loads = lying.map((load) => new Map(load));
  return kits.flatMap(({ id, units, alone }, at) =>
    units.flatMap((unit): Move[] => {
      const kind = kindOf(unit.kind);
      const wanted = kind === undefined ? null : wantedFor(kind);
      if (kind === undefined || wanted === null || alone.includes(wanted.need)) return [];
      const wasS = secondsTo(at, kind);
      if ((wasS !== null && wasS <= wanted.windowS) || isInTime(wanted.need, loads)) return [];
      const soonEnough = kits
        .map((_, index) => ({ index, seconds: secondsTo(index, kind) ?? Number.POSITIVE_INFINITY }))
        .filter(({ seconds }) => seconds <= wanted.windowS)
        .sort((a, b) => a.seconds - b.seconds);
      const withMore = (index: number) => new Map(loads[index]).set(kind, (loads[index]?.get(kind) ?? 0) + unit.count);
      const found = soonEnough.find(({ index }) => goesIn(index, withMore(index)));
      if (found === undefined) return [];
      loads[found.index] = withMore(found.index);
      loads[at]?.set(kind, (loads[at]?.get(kind) ?? 0) - unit.count);
      const to = kits[found.index]?.id ?? '';
      return [{ unitId: unit.id, kind: kind.id, count: unit.count, from: id, to, ...wanted, wasS, seconds: found.seconds }];
    }),
  );
}
