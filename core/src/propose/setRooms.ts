import { SECOND_WITHIN_S } from '../kit/priority.ts';
import type { Kind } from '../model/kind.ts';
import { type Counted, countsOf, type PackedSo, type Packings, type Rooms } from './packing.ts';

/** One kit of a set, as things are shared out. */
export interface RoomOfSet {
  /** Null: what it is packed in is not known, and anything goes in. */
  packings: Packings | null;
  /** Nothing holds things together: one thing is carried so, and no more. */
  isBare: boolean;
  /** What has to lie in this one: what is in it already, and what it is asked to hold by itself. */
  fixed: ReadonlyMap<string, number>;
  /** Seconds until a thing of a kind is in the hand out of it; null: hands do not come to it. */
  secondsTo: (kind: Kind) => number | null;
}

/** What goes into which kit, in the order of the kits. */
export type Shared = { load: ReadonlyMap<Kind, number>; so: PackedSo }[];

interface Lot {
  kind: Kind;
  count: number;
  windowS: number | null;
}

/** Things that are tried one by one behind the first that does not go in any more. */
const MORE_TRIED = 6;
const ANY_ROOM = 1e9;
const UNPACKED: PackedSo = { way: { isFlat: false, press: 0 }, outerTMm: 0 };

/**
 * The rooms of kits that are carried as one. What is needed at once goes into the kit that is soonest in the hand, shortest window first,
 * as far as that goes; of the rest, each into the roomiest from which it is in the hand in its window, so that pockets stay flat.
 */
export class SetRooms implements Rooms {
  packed = 0;
  private readonly known = new Map<string, Shared | 'never' | 'notFound'>();

  constructor(
    private readonly rooms: readonly RoomOfSet[],
    /** Within how many seconds each kind is wanted for what it is booked for; what has no window is left out. */
    private readonly windowsOf: (chosen: Counted) => ReadonlyMap<Kind, number>,
  ) {}

  leastVolume(kind: Kind): number {
    return Math.min(...this.rooms.map(({ packings }) => packings?.leastVolume(kind) ?? 0));
  }

  mostVolume(): number {
    return this.rooms.reduce((sum, { packings }) => sum + (packings?.mostVolume() ?? ANY_ROOM), 0);
  }

  of(chosen: Counted, mayPack = true): PackedSo | 'never' | 'notFound' | 'notTried' {
    const shared = this.sharedOut(chosen, mayPack);
    if (typeof shared === 'string') return shared;
    return { way: UNPACKED.way, outerTMm: Math.max(...shared.map(({ so }) => so.outerTMm)) };
  }

  /** What lies in which kit, if all of it goes in somewhere. */
  sharedOut(chosen: Counted, mayPack = true): Shared | 'never' | 'notFound' | 'notTried' {
    const key = [...countsOf(chosen)].map(([kind, count]) => `${kind}:${count}`).join();
    const known = this.known.get(key);
    if (known !== undefined) return known;
    if (!mayPack) return 'notTried';
    this.packed += 1;
    const found = this.share(chosen);
    this.known.set(key, found);
    return found;
  }

  private share(chosen: Counted): Shared | 'never' | 'notFound' {
    const kindOf = new Map(chosen.map(({ kind }) => [kind.id, kind]));
    const loads = this.rooms.map(({ fixed }) => {
      const load = new Map<Kind, number>();
      for (const [id, count] of fixed) {
        const kind = kindOf.get(id);
        if (kind !== undefined) load.set(kind, count);
      }
      return load;
    });
    const windows = this.windowsOf(chosen);
    const lots = chosen.flatMap(({ kind, count }): Lot[] => {
      const free = this.rooms.reduce((left, { fixed }) => left - (fixed.get(kind.id) ?? 0), count);
      return free > 0 ? [{ kind, count: free, windowS: windows.get(kind) ?? null }] : [];
    });
    const isAtOnce = ({ windowS }: Lot) => windowS !== null && windowS <= SECOND_WITHIN_S;
    const soonest = byWindow(lots.filter(isAtOnce));
    const later = byWindow(lots.filter((lot) => !isAtOnce(lot)));
    const left = [...this.intoSoonest(soonest, loads), ...this.intoRoomiest(later, loads)];
    if (left.length > 0) return left.some((lot) => this.goesNowhere(lot)) ? 'never' : 'notFound';
    return loads.map((load, at) => ({ load, so: this.packedSo(at, load) ?? UNPACKED }));
  }

  private intoSoonest(lots: readonly Lot[], loads: readonly Map<Kind, number>[]): readonly Lot[] {
    const [first] = lots;
    if (first === undefined) return [];
    const seconds = this.rooms.map(({ secondsTo }) => secondsTo(first.kind) ?? Number.POSITIVE_INFINITY);
    let left = lots;
    for (const at of inOrder(seconds)) left = this.fill(at, loads[at] as Map<Kind, number>, left);
    return left;
  }

  private intoRoomiest(lots: readonly Lot[], loads: readonly Map<Kind, number>[]): readonly Lot[] {
    const roomiest = inOrder(this.rooms.map(({ packings }) => -(packings?.mostVolume() ?? ANY_ROOM)));
    const isInTime = (at: number, { kind, windowS }: Lot) => {
      const seconds = this.rooms[at]?.secondsTo(kind) ?? null;
      return windowS === null || (seconds !== null && seconds <= windowS);
    };
    let left = lots;
    for (const at of roomiest) {
      const late = left.filter((lot) => !isInTime(at, lot));
      left = [
        ...late,
        ...this.fill(
          at,
          loads[at] as Map<Kind, number>,
          left.filter((lot) => isInTime(at, lot)),
        ),
      ];
    }
    // Later than it is wanted is better than not at all.
    for (const at of roomiest) left = this.fill(at, loads[at] as Map<Kind, number>, left);
    return left;
  }

  /** Puts in what goes in, in the order of the lots, and tells what is left. */
  private fill(at: number, load: Map<Kind, number>, lots: readonly Lot[]): readonly Lot[] {
    const goes = (more: readonly Lot[]) => more.length === 0 || this.goesIn(at, withMore(load, more));
    const put = (more: readonly Lot[]) => {
      for (const [kind, count] of withMore(load, more)) load.set(kind, count);
    };
    if (lots.length === 0) return [];
    if (goes(lots)) {
      put(lots);
      return [];
    }
    const whole = most(lots.length - 1, (count) => goes(lots.slice(0, count)));
    put(lots.slice(0, whole));
    const left: Lot[] = [];
    let tries = MORE_TRIED;
    for (const lot of lots.slice(whole)) {
      const some = tries > 0 ? most(lot.count, (count) => goes([{ ...lot, count }])) : 0;
      if (some > 0) put([{ ...lot, count: some }]);
      if (some < lot.count) {
        left.push({ ...lot, count: lot.count - some });
        tries -= 1;
      }
    }
    return left;
  }

  /** Whether so much goes into one of the kits; into one that is bare one thing and no more. */
  goesIn(at: number, load: ReadonlyMap<Kind, number>): boolean {
    if (this.rooms[at]?.isBare === true && [...load.values()].reduce((sum, count) => sum + count, 0) > 1) return false;
    return this.packedSo(at, load) !== null;
  }

  private packedSo(at: number, counts: ReadonlyMap<Kind, number>): PackedSo | null {
    const { packings } = this.rooms[at] as RoomOfSet;
    if (packings === null) return UNPACKED;
    const found = packings.of([...counts].map(([kind, count]) => ({ kind, count })));
    return typeof found === 'string' ? null : found;
  }

  private goesNowhere({ kind }: Lot): boolean {
    return this.rooms.every(({ packings }) => packings !== null && packings.of([{ kind, count: 1 }]) === 'never');
  }
}

/** Shortest window first, what has none last; the rest as it came. */
const byWindow = (lots: readonly Lot[]): Lot[] => lots.toSorted((a, b) => (a.windowS ?? ANY_ROOM) - (b.windowS ?? ANY_ROOM));

const inOrder = (values: readonly number[]): number[] => [...values.keys()].sort((a, b) => (values[a] as number) - (values[b] as number));

/** The largest number up to `limit` that passes, where all smaller ones pass too. */
function most(limit: number, passes: (count: number) => boolean): number {
  let [low, high] = [0, limit];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (passes(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}

function withMore(load: ReadonlyMap<Kind, number>, lots: readonly Lot[]): Map<Kind, number> {
  const counts = new Map(load);
  for (const { kind, count } of lots) counts.set(kind, (counts.get(kind) ?? 0) + count);
  return counts;
}
