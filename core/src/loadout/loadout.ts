import { changesBetween, isWorse } from '../coverage/changes.ts';
import { type AskedKit, type Coverage, coverageAndMeans, coverageNow, leftForSecond, problemOf } from '../coverage/coverage.ts';
import { isBarred } from '../coverage/grades.ts';
import { joinedNeeds } from '../coverage/joined.ts';
import { type GoodUnit, goodUnits, type Means } from '../coverage/prepare.ts';
import type { AskedNeed, CoverageProblem, StockUnit } from '../coverage/problem.ts';
import { isOutside } from '../kit/outside.ts';
import { BEARER_NAMES, type Bearer, type Container, type Position } from '../model/container.ts';
import { GRADES, type KindCatalog } from '../model/kind.ts';
import type { Module } from '../model/kit.ts';
import { type CarriedKit, isAtHand, type Loadout } from '../model/loadout.ts';
import type { NeedId } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { fetchS } from '../reach/fetch.ts';
import type { MeasuredTimes } from '../reach/measured.ts';
import type { ReachPlan } from '../reach/plan.ts';
import { kitReach, ownReach, type Reach, type ReachedUnit } from '../reach/reach.ts';
import { catalogWith, OWN_ID, ownUnits } from './ownThing.ts';
import type { CarriedView, Lane, LoadoutNeed, LoadoutView, SecondCasualty, SingleThing } from './view.ts';

/** A kit as a loadout sees it. */
export interface LoadoutKit extends AskedKit {
  /** What one casualty alone asks, in its school's order. */
  needsOfOne: readonly AskedNeed[];
  units: readonly (StockUnit & ReachedUnit)[];
  modules: readonly Pick<Module, 'id' | 'name' | 'unitIds'>[];
  massG: number;
  container: Container | undefined;
  positionId: string;
  blockedBy: Readonly<Record<string, readonly string[]>> | null;
  hasSlits: boolean;
  hasPullTab?: boolean | undefined;
  hung?: Readonly<Record<string, string>> | undefined;
}

/** What loadouts are worked out from. */
export interface CarryWorld {
  kits: ReadonlyMap<string, LoadoutKit>;
  positions: ReadonlyMap<string, Position>;
  catalog: KindCatalog;
  plan: ReachPlan;
  measured: MeasuredTimes;
  on: PlainDate;
}

/** What must be there for a position to be; null: it is. Where nothing was said of clothes and vessels, all of them are. */
export function missingBearer(position: Position, bearers: readonly Bearer[] | null): string | null {
  if (bearers === null || position.bearers.length === 0 || position.bearers.some((one) => bearers.includes(one))) return null;
  return position.bearers.map((one) => BEARER_NAMES[one]).join(' or ');
}

interface Carried {
  carried: CarriedKit;
  kit: LoadoutKit;
  position: Position;
  fetchS: number;
  missing: string | null;
}

/** Kits of a loadout that still are; each at the position it has there. Bearers count for what is at hand: a box 60 m off hangs in its own building. */
function carriedKits(loadout: Loadout, { kits, positions, plan }: CarryWorld): Carried[] {
  return loadout.kits.flatMap((carried) => {
    const kit = kits.get(carried.kitId);
    // A place that was taken away since falls back to the kit's own.
    const position = positions.get(carried.positionId ?? '') ?? positions.get(kit?.positionId ?? '');
    if (kit === undefined || position === undefined) return [];
    const isHere = isAtHand(carried);
    return [{ carried, kit, position, fetchS: fetchS(carried, plan), missing: isHere ? missingBearer(position, loadout.bearers) : null }];
  });
}

/** What is asked of a loadout: of each need the most that one of its kits asks, whether that kit is there or not. */
export interface LoadoutProblem {
  problem: CoverageProblem;
  catalog: KindCatalog;
  kits: CarriedView[];
  reach: Map<string, Reach>;
  fromOf: Map<string, string>;
  ofOne: AskedNeed[];
}

/** The coverage question of a loadout with seconds on every unit. Null where no kit of it is left. */
export function loadoutProblem(loadout: Loadout, world: CarryWorld): LoadoutProblem | null {
  const own = carriedKits(loadout, world);
  const [first] = own;
  if (first === undefined) return null;
  const catalog = catalogWith(world.catalog, loadout.own);
  const present = own.filter(({ missing }) => missing === null);
  const how = { conditions: loadout.conditions, plan: world.plan, measured: world.measured };
  const things = ownUnits(loadout.own);
  const stock = [...present.map(({ kit }) => ({ id: kit.id, units: kit.units })), { id: OWN_ID, units: things }];
  const working = goodUnits({ kits: stock, on: world.on, isChecked: loadout.passesSecurity }, catalog);
  const hasLight = loadout.conditions.isDark && lightAtHand(present, ableTo('S.light', working));
  const reach = new Map<string, Reach>();
  const cutterS = nearestCutter(loadout, present, { ...how, hasLight, cutters: ableTo('S.cut', working) }, catalog);
  for (const { kit, position, fetchS: fetch } of present)
    for (const [id, answer] of kitReach({ ...kit, position }, { ...how, fetchS: fetch, hasLight, cutterS }, catalog)) reach.set(id, answer);
  for (const [index, one] of loadout.own.entries()) reach.set(things[index]?.id ?? '', ownReach(one, { ...how, hasLight }));
  const fromOf = new Map<string, string>();
  for (const { kit } of present) for (const { id } of kit.units) fromOf.set(id, kit.id);
  for (const { id } of things) fromOf.set(id, OWN_ID);
  return {
    problem: {
      needs: joinedNeeds(own.map(({ kit }) => kit.needs)),
      school: first.kit.school,
      skills: [...new Set(own.flatMap(({ kit }) => kit.skills))],
      isChecked: loadout.passesSecurity,
      on: world.on,
      kits: stock.map(({ id, units }) => ({ id, units: inReach(units, reach) })),
    },
    catalog,
    kits: own.map((one) => carriedView(one, reach)),
    reach,
    fromOf,
    ofOne: joinedNeeds(own.map(({ kit }) => kit.needsOfOne)),
  };
}

/** Seconds to each thing of kits that are so far off, with nothing else at hand and all clothes and vessels there. */
export function reachOf(
  kits: readonly (Pick<CarriedKit, 'distanceM' | 'by'> & { kitId: string })[],
  conditions: Loadout['conditions'],
  world: CarryWorld,
): ReadonlyMap<string, Reach> {
  const loadout: Loadout = {
    ...{ id: 'asked', name: 'asked', situation: '', personId: null, bearers: null, own: [], passesSecurity: false, conditions },
    // Ids of the world.
    kits: kits.map(({ kitId, distanceM, by }) => ({
      ...{ kitId: kitId as CarriedKit['kitId'], distanceM, by, minutes: null, isBrought: false, positionId: null },
    })),
  };
  return loadoutProblem(loadout, world)?.reach ?? new Map();
}

function inReach(units: readonly StockUnit[], reach: ReadonlyMap<string, Reach>): StockUnit[] {
  const there: StockUnit[] = [];
  for (const unit of units) {
    const answer = reach.get(unit.id);
    if (answer?.inReach === true) there.push({ ...unit, reachS: answer.s });
  }
  return there;
}

/** Ids of the things among these that serve a need, well or badly. */
const ableTo = (need: NeedId, working: readonly GoodUnit[]): ReadonlySet<string> =>
  new Set(working.flatMap(({ unit, kind }) => (kind.grades[need] === undefined ? [] : [unit.id])));

/** A light on the body or at hand; one that must be fetched does not help in finding it. */
function lightAtHand(present: readonly Carried[], lights: ReadonlySet<string>): boolean {
  const toFetch = new Set(present.flatMap(({ kit, fetchS: fetch }) => (fetch === 0 ? [] : kit.units.map(({ id }) => id))));
  return [...lights].some((id) => !toFetch.has(id));
}

type How = Pick<Parameters<typeof kitReach>[1], 'conditions' | 'plan' | 'measured' | 'hasLight'> & { cutters: ReadonlySet<string> };

/** Seconds to what could cut a sealed bag open: taped outside of it, or in another kit, or one's own. */
function nearestCutter(loadout: Loadout, present: readonly Carried[], { cutters: ids, ...how }: How, catalog: KindCatalog): number | null {
  if (!present.some(({ kit }) => kit.container?.opening === 'slit' && !kit.hasSlits)) return null;
  const things = ownUnits(loadout.own);
  const times = loadout.own.filter((_, index) => ids.has(things[index]?.id ?? '')).map((one) => ownReach(one, how).s);
  for (const { kit, position, fetchS: fetch } of present) {
    const cutters = kit.units.filter(({ id, kind }) => {
      const isSealedIn = kit.container?.opening === 'slit' && !isOutside({ kind }, kit.container, catalog);
      return ids.has(id) && !isSealedIn;
    });
    const reach = kitReach({ ...kit, units: cutters, position }, { ...how, fetchS: fetch, cutterS: null }, catalog);
    for (const answer of reach.values()) if (answer.inReach) times.push(answer.s);
  }
  return times.length === 0 ? null : Math.min(...times);
}

function carriedView({ carried, kit, position, fetchS: fetch, missing }: Carried, reach: ReadonlyMap<string, Reach>): CarriedView {
  let firstS: number | null = null;
  let refused: string | null = null;
  for (const { id } of kit.units) {
    const answer = reach.get(id);
    if (answer?.inReach === true) firstS = Math.min(firstS ?? answer.s, answer.s);
    else if (answer?.inReach === false) refused ??= answer.why;
  }
  const unreached = firstS === null ? refused : null;
  return {
    kitId: carried.kitId,
    positionId: position.id,
    fetchS: fetch,
    why: missing === null ? unreached : `needs ${missing}`,
    firstS,
    onBody: position.onBody && isAtHand(carried) && missing === null,
    massG: kit.massG,
  };
}

/**
 * What a loadout holds in time. Of each need the most that one of its kits asks, in the order of the first kit's school; every
 * piece counts once. Kits that are gone are left out; a kit whose clothes or vessel are not there holds nothing. Null where no
 * kit is in it. Seconds are planning values or medians of measured ones.
 */
export function loadoutView(loadout: Loadout, world: CarryWorld): LoadoutView | null {
  const asked = loadoutProblem(loadout, world);
  if (asked === null) return null;
  const { problem } = asked;
  const good = goodUnits(problem, asked.catalog);
  const { coverage: own, means } = coverageAndMeans(problem, asked.catalog, good);
  const lanes = lanesOf(problem, means, asked);
  const there = asked.kits.filter(({ why, fetchS: fetch }) => why === null && fetch === 0);
  const ownMassG = loadout.own.reduce((sum, { massG }) => sum + massG, 0);
  return {
    coverage: own,
    needs: lanes,
    kits: asked.kits,
    reach: Object.fromEntries(asked.reach),
    second: secondCasualty(problem, good, asked),
    singles: singlesOf(own, lanes, asked),
    security: heldBack(asked, own),
    massG: there.reduce((sum, { massG }) => sum + massG, ownMassG),
    bodyMassG: there.filter(({ onBody }) => onBody).reduce((sum, { massG }) => sum + massG, ownMassG),
  };
}

/** What may not pass stays behind with a loadout that passes a check; and the needs that are worse for it. */
function heldBack({ problem, catalog }: LoadoutProblem, own: Coverage): LoadoutView['security'] {
  if (problem.isChecked !== true) return null;
  const behind = problem.kits.flatMap(({ id, units }) =>
    units.flatMap((unit) => {
      const kind = catalog.get(unit.kind);
      return kind === undefined || !isBarred(kind) ? [] : [{ from: id, unitId: unit.id, name: kind.name }];
    }),
  );
  if (behind.length === 0) return { behind, worse: [] };
  return { behind, worse: changesBetween({ needs: coverageNow({ ...problem, isChecked: false }, catalog) }, own).filter(isWorse) };
}

/** For every need the quickest means of every kit; kits that have none are not in it. */
function lanesOf(problem: CoverageProblem, means: readonly Means[], { reach, fromOf }: LoadoutProblem): LoadoutNeed[] {
  const kindOf = new Map<string, string>();
  for (const { units } of problem.kits) for (const { id, kind } of units) kindOf.set(id, kind);
  const quickest = new Map<NeedId, Map<string, Lane>>(problem.needs.map(({ need }) => [need, new Map()]));
  const windows = new Map(problem.needs.map(({ need, windowS }) => [need, windowS ?? null]));
  for (const { need, unitId, grade } of means) {
    const answer = reach.get(unitId);
    const from = fromOf.get(unitId);
    const own = quickest.get(need);
    if (answer?.inReach !== true || from === undefined || own === undefined) continue;
    const before = own.get(from);
    if (before !== undefined && before.s < answer.s) continue;
    if (before?.s === answer.s && GRADES.indexOf(before.grade) <= GRADES.indexOf(grade)) continue;
    const windowS = windows.get(need) ?? null;
    own.set(from, { from, unitId, kind: kindOf.get(unitId) ?? '', grade, s: answer.s, inTime: windowS === null || answer.s <= windowS });
  }
  return problem.needs.map(({ need }) => ({
    need,
    lanes: [...(quickest.get(need)?.values() ?? [])].sort((a, b) => a.s - b.s || (a.from < b.from ? -1 : 1)),
  }));
}

/** What a second casualty at the same time would get: the first takes what one needs at least, the second has what is left. */
function secondCasualty(problem: CoverageProblem, good: readonly GoodUnit[], { ofOne, catalog }: LoadoutProblem): SecondCasualty[] {
  const one = { ...problem, needs: ofOne.filter(({ least }) => least > 0).map((need) => ({ ...need, ideal: need.least })) };
  const { met, means } = leftForSecond(one, catalog, good);
  const secondsOf = new Map(good.map(({ unit, reachS }) => [unit.id, reachS ?? 0]));
  const quickest = new Map<NeedId, number>();
  for (const { need, unitId } of means) {
    const s = secondsOf.get(unitId) ?? 0;
    if (s < (quickest.get(need) ?? Number.POSITIVE_INFINITY)) quickest.set(need, s);
  }
  return one.needs.map(({ need, least }, index) => ({ need, isHeld: (met[index] ?? 0) >= least, s: quickest.get(need) ?? null }));
}

/** Things whose loss opens a gap, with what would be next, though it comes too late or serves worse. */
function singlesOf({ singlePoints }: Coverage, lanes: readonly LoadoutNeed[], { fromOf }: LoadoutProblem): SingleThing[] {
  return singlePoints.map(({ need, unitId }) => {
    const others = lanes.find((one) => one.need === need)?.lanes.filter((lane) => lane.unitId !== unitId) ?? [];
    const [next] = others;
    return { need, unitId, from: fromOf.get(unitId) ?? '', next: next === undefined ? null : { from: next.from, s: next.s } };
  });
}

/** A kit by itself, as if it were grabbed alone: how much of what is asked of it is held, and what is not. */
export interface AloneView {
  kitId: string;
  held: number;
  asked: number;
  gaps: NeedId[];
}

/** Each kit of a loadout alone: what is asked of it against what lies in it, nothing else beside it. */
export function kitsAlone(loadout: Loadout, { kits, catalog, on }: Pick<CarryWorld, 'kits' | 'catalog' | 'on'>): AloneView[] {
  return loadout.kits.flatMap(({ kitId }): AloneView[] => {
    const kit = kits.get(kitId);
    if (kit === undefined) return [];
    const asked = coverageNow(problemOf(kit, on), catalog).filter(({ least }) => least > 0);
    const gaps = asked.filter(({ state }) => state === 'gap').map(({ need }) => need);
    return [{ kitId, held: asked.length - gaps.length, asked: asked.length, gaps }];
  });
}
