import type { PlainDate } from '../model/plainDate.ts';
import { grouped, type Piece } from './rotationMoves.ts';

/** A demand of a kit: one thing of the kind that is good through a day. */
export interface Demand {
  kit: number;
  kind: string;
  through: PlainDate;
}

/** Of each kind, the days through which things of it are good, the latest first. */
export function livesOf(pieces: readonly Piece[]): Map<string, PlainDate[]> {
  const lives = new Map<string, PlainDate[]>();
  for (const { kind, expiresOn } of pieces) push(lives, kind, expiresOn);
  for (const own of lives.values()) own.sort().reverse();
  return lives;
}

/** Of each kind, the days through which it is asked for. */
function throughByKind(demands: readonly Demand[]): Map<string, PlainDate[]> {
  const asked = new Map<string, PlainDate[]>();
  for (const { kind, through } of demands) push(asked, kind, through);
  return asked;
}

function push<T>(lists: Map<string, T[]>, key: string, value: T): void {
  const own = lists.get(key);
  if (own === undefined) lists.set(key, [value]);
  else own.push(value);
}

/** How many of the days, the latest first, are later than one. */
function countOfLater(days: readonly PlainDate[], day: PlainDate): number {
  let [low, high] = [0, days.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((days[middle] as PlainDate) > day) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The days through which things of each kind are asked for, by all kits that have been added. */
export class AskedDays {
  private readonly byKind = new Map<string, PlainDate[]>();

  /** The latest first. */
  of(kind: string): readonly PlainDate[] {
    return this.byKind.get(kind) ?? [];
  }

  add(demands: readonly Demand[]): void {
    for (const { kind, through } of demands) {
      const days = this.byKind.get(kind) ?? [];
      days.splice(countOfLater(days, through), 0, through);
      this.byKind.set(kind, days);
    }
  }

  remove(demands: readonly Demand[]): void {
    for (const { kind, through } of demands) {
      const days = this.byKind.get(kind) ?? [];
      days.splice(countOfLater(days, through), 1);
    }
  }
}

/**
 * Whether one kit's demands can be met beside those of the others, which can be met without it: per kind, the latest demands against the
 * longest lives. Only kinds that it asks for can fail.
 */
export function isPossible(own: readonly Demand[], others: AskedDays, lives: ReadonlyMap<string, readonly PlainDate[]>): boolean {
  return [...throughByKind(own)].every(([kind, throughs]) => {
    const [ours, theirs, life] = [throughs.sort().reverse(), others.of(kind), lives.get(kind) ?? []];
    // Both run from the latest: the later of their heads is the next demand.
    for (let [our, other] = [0, 0]; our < ours.length || other < theirs.length; ) {
      const isOurs = (ours[our] ?? '') >= (theirs[other] ?? '');
      const through = (isOurs ? ours[our] : theirs[other]) as PlainDate;
      if ((life[our + other] ?? '') < through) return false;
      if (isOurs) our += 1;
      else other += 1;
    }
    return true;
  });
}

/**
 * Which piece meets which demand. The latest demands choose first; whatever is good through the latest is good for all that
 * follow, so each may keep what it has, then takes of stores what lapses first, then of other kits.
 */
export function assign(demands: readonly Demand[], pieces: readonly Piece[]): Map<Piece, number> {
  const free = grouped(pieces.toSorted(byLife), ({ kind }) => kind);
  const own = grouped(pieces.toSorted(byLife), ({ kind, kit }) => `${kit} ${kind}`);
  const home = new Map<Piece, number>();
  const asked = [...demands].sort((a, b) => (a.through > b.through ? -1 : a.through < b.through ? 1 : a.kit - b.kit));
  for (const { kit, kind, through } of asked) {
    // Where it is at first, then in stores, then anywhere: of each the first that lasts.
    const [here, inStores, anywhere] = [own.get(`${kit} ${kind}`) ?? [], own.get(`null ${kind}`) ?? [], free.get(kind) ?? []];
    const chosen = [here, inStores, anywhere].map((some) => some[firstLasting(some, through)]).find((piece) => piece !== undefined);
    if (chosen === undefined) throw new Error('a demand that was found possible is not met');
    for (const some of [own.get(`${chosen.kit} ${kind}`) ?? [], anywhere])
      some.splice(some.indexOf(chosen, firstLasting(some, chosen.expiresOn)), 1);
    home.set(chosen, kit);
  }
  return home;
}

const byLife = (a: Piece, b: Piece): number => (a.expiresOn < b.expiresOn ? -1 : a.expiresOn > b.expiresOn ? 1 : 0);

/** Of pieces by how long they last, where the first is that is good through a day. */
function firstLasting(pieces: readonly Piece[], through: PlainDate): number {
  let [low, high] = [0, pieces.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((pieces[middle] as Piece).expiresOn < through) low = middle + 1;
    else high = middle;
  }
  return low;
}
