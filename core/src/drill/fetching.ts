import { gradeOf } from '../coverage/grades.ts';
import { type CarryWorld, type LoadoutKit, reachOf } from '../loadout/loadout.ts';
import type { NeedId } from '../model/need.ts';
import type { PlacesPlan, Spot } from '../model/placesPlan.ts';
import type { Conditions } from '../model/reach.ts';

/** Somebody who may fetch a kit. */
export interface Fetcher {
  id: string;
  name: string;
  /** Kits that they have been told of. */
  told: readonly string[];
}
export interface FetchedKit {
  id: string;
  name: string;
  personId: string | null;
  positionId: string;
}
export interface FetchedNeed {
  need: NeedId;
  windowS: number;
  /** Until something for it is in the hand. */
  seconds: number;
}
/** One kit, as it comes to where something happened. */
export interface FetchLine {
  kitId: string;
  name: string;
  /** Place of the plan; null: on somebody, or not on the plan. */
  spot: Spot | null;
  on: Fetcher | null;
  /** Metres from there, straight; null: nobody drew where it is. */
  distanceM: number | null;
  by: 'foot' | 'boat';
  fetcher: Fetcher | null;
  /** Whoever fetches it has been told where it is. */
  isTold: boolean;
  /** Until the first thing of it is in the hand; null: not known, or nothing in it serves what is asked. */
  seconds: number | null;
  /** What it brings for needs that have a window, the tightest first. */
  needs: FetchedNeed[];
}

export interface FetchQuestion {
  places: PlacesPlan;
  /** The place of the plan at which it happens. */
  at: Spot;
  kits: readonly FetchedKit[];
  people: readonly Fetcher[];
  conditions: Conditions;
}

/**
 * Who fetches which kit from where when something happens at a place, nearest first: what is worn is there; of the others each is
 * fetched by somebody who has been told of it, if anybody is free, there and back by foot, or by boat where water lies between.
 * Planning values; distances are straight.
 */
export function fetchLines({ places, at, kits, people, conditions }: FetchQuestion, world: CarryWorld): FetchLine[] {
  const found = kits.flatMap((kit) => {
    const own = world.kits.get(kit.id);
    return own === undefined ? [] : [{ kit, own, ...whereOf(kit, { places, at, people }, world) }];
  });
  const known = found.flatMap(({ kit, distanceM, by }) => (distanceM === null ? [] : [{ kitId: kit.id, distanceM, by }]));
  const reach = reachOf(known, conditions, world);
  const timed = found.map((one) => {
    const secondsOf = (id: string): number | null => {
      const answer = reach.get(id);
      return answer?.inReach === true ? answer.s : null;
    };
    const needs = one.distanceM === null ? [] : neededOf(one.own, secondsOf, world);
    const first = needs.map(({ seconds }) => seconds).sort((a, b) => a - b)[0] ?? null;
    const windowed = needs.filter((need): need is FetchedNeed => need.windowS !== null).sort((a, b) => a.windowS - b.windowS);
    return { ...one, needs: windowed, seconds: first };
  });
  timed.sort((a, b) => (a.seconds ?? Number.POSITIVE_INFINITY) - (b.seconds ?? Number.POSITIVE_INFINITY));
  const busy = new Set<string>();
  return timed.map(({ kit, spot, on, distanceM, by, needs, seconds }): FetchLine => {
    const isThere = on !== null || distanceM === 0;
    const fetcher = isThere ? on : freeFetcher(kit, people, busy);
    if (fetcher !== null && !isThere) busy.add(fetcher.id);
    const isTold = fetcher !== null && (fetcher.id === kit.personId || fetcher.told.includes(kit.id));
    return { kitId: kit.id, name: kit.name, spot, on, distanceM, by, fetcher, isTold, seconds, needs };
  });
}

/** On whoever wears it, at a place of the plan, or nobody knows where. */
function whereOf(
  { id, personId, positionId }: FetchedKit,
  { places, at, people }: Pick<FetchQuestion, 'places' | 'at' | 'people'>,
  { positions }: CarryWorld,
): Pick<FetchLine, 'spot' | 'on' | 'distanceM' | 'by'> {
  const bearer = people.find((person) => person.id === personId) ?? null;
  if (positions.get(positionId)?.onBody === true && bearer !== null) return { spot: null, on: bearer, distanceM: 0, by: 'foot' };
  const spot = places.spots.find(({ kitIds }) => kitIds.some((kitId) => kitId === id)) ?? null;
  if (spot === null) return { spot, on: null, distanceM: null, by: 'foot' };
  const distanceM = Math.hypot(spot.xM - at.xM, spot.yM - at.yM);
  const isAfloat = (one: Spot): boolean => places.shoreM !== null && one.yM > places.shoreM;
  return { spot, on: null, distanceM, by: distanceM > 0 && (isAfloat(spot) || isAfloat(at)) ? 'boat' : 'foot' };
}

/** What the things of a kit serve of what its brief asks, each by the one that is soonest in the hand. */
function neededOf(kit: LoadoutKit, secondsOf: (id: string) => number | null, { catalog }: CarryWorld) {
  return kit.needs.flatMap(({ need, ideal, windowS = null }) => {
    if (ideal === 0) return [];
    const times = kit.units.flatMap(({ id, kind: kindId }) => {
      const kind = catalog.get(kindId);
      const grade = kind === undefined ? null : gradeOf(kind, need, kit.school);
      return grade === null || grade === 'improvised' ? [] : (secondsOf(id) ?? []);
    });
    return times.length === 0 ? [] : [{ need, windowS, seconds: Math.min(...times) }];
  });
}

/** Whose it is, then somebody who was told of it, then whoever is free; null: everybody fetches something else. */
function freeFetcher({ id, personId }: FetchedKit, people: readonly Fetcher[], busy: ReadonlySet<string>): Fetcher | null {
  const free = people.filter((person) => !busy.has(person.id));
  return free.find((person) => person.id === personId) ?? free.find(({ told }) => told.includes(id)) ?? free[0] ?? null;
}
