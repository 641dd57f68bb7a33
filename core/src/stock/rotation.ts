import { needsHeld } from '../coverage/coverage.ts';
import { conditionCounts, type StockUnit } from '../coverage/prepare.ts';
import type { KindCatalog } from '../model/kind.ts';
import { rungOf } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';
import { isGoodOn } from '../model/unit.ts';
import { afterMoves, movesFor, type Piece, type RotationKit, type RotationMove } from './rotationMoves.ts';

export interface RotationGain {
  kitId: string;
  kitName: string;
  /** Last day on which all that is held now still is; null: nothing lapses. */
  before: PlainDate | null;
  after: PlainDate | null;
}
export interface RotationPlan {
  moves: RotationMove[];
  gains: RotationGain[];
  /** Spares that no kit will want before they lapse: better used for practice than thrown away. */
  toPractice: RotationMove[];
}

export interface RotationOptions {
  on: PlainDate;
  /** Spares that lapse within so many days, and that are not swapped in, are proposed for practice. */
  practiceWithinDays: number;
}

/** Nothing lapses: later than every date on a label. */
import { NEVER } from './rotationMoves.ts';

interface World {
  catalog: KindCatalog;
  on: PlainDate;
  /** What kits need of things that may move, by kit and day: the same question comes up many times. */
  known: Map<string, string[]>;
  /** The same by what it follows from, whichever kit that is; as it was before this plan, and as it is used in it. */
  remembered: RotationMemory;
  used: RotationMemory;
}

/** What plans before have worked out and the next one may need again; of one catalogue and one day. */
export type RotationMemory = Map<string, string[]>;

/** A demand of a kit: one thing of the kind that is good through a day. */
interface Demand {
  kit: number;
  kind: string;
  through: PlainDate;
}

/** Kits from hardest to inspect: long interval, far away, sealed. */
const byHardness = (a: RotationKit, b: RotationKit): number =>
  b.inspectEveryDays - a.inspectEveryDays || b.fetchS - a.fetchS || Number(b.isSealed) - Number(a.isSealed) || (a.id < b.id ? -1 : 1);

/**
 * Swaps between kits and stores that make kits hold longer without buying anything. The kit that is hardest to inspect is
 * raised as far as can be without lowering any other, then the next; within that as few things move as will do, and of
 * stores those that lapse first. Every swap is of things of one kind, one for one. What is worked out is left in `remembered`, for a
 * next plan with the same catalogue on the same day; what this one did not need goes out of it.
 */
export function rotation(
  kits: readonly RotationKit[],
  spares: readonly StockUnit[],
  catalog: KindCatalog,
  options: RotationOptions,
  remembered: RotationMemory = new Map(),
): RotationPlan {
  const world: World = { catalog, on: options.on, known: new Map(), remembered, used: new Map() };
  // Day-to-day things do not decide until when a kit holds.
  const ordered = kits.map((kit) => ({ ...kit, needs: kit.needs.filter(({ need }) => rungOf(need) !== 'D') })).sort(byHardness);
  const pieces = piecesOf(ordered, spares, world);
  const before = ordered.map((kit) => holdsThrough(kit, kit.units, world));
  const targets = bestTargets(ordered, before, pieces, world);
  const isWorth = targets.some((target, index) => target > (before[index] as PlainDate));
  const moves = isWorth ? movesFor(assign(demandsOf(ordered, targets, world), pieces), pieces, ordered) : [];
  remembered.clear();
  for (const [key, kinds] of world.used) remembered.set(key, kinds);
  return {
    moves,
    gains: gainsOf(ordered, before, moves, spares, world),
    toPractice: practiceOf(spares, moves, catalog, options),
  };
}

/** The last day through which each kit can hold, hardest kit first, with all others through at least the day they hold now. */
function bestTargets(kits: readonly RotationKit[], before: readonly PlainDate[], pieces: readonly Piece[], world: World): PlainDate[] {
  const dates = [...new Set(pieces.map(({ expiresOn }) => expiresOn))].sort();
  const lives = livesOf(pieces);
  const targets = [...before];
  const demandsAt = (index: number, through: PlainDate) => demandsOf([kits[index] as RotationKit], [through], world);
  const asked = new Map<string, Map<number, PlainDate[]>>();
  const ask = (index: number, demands: readonly Demand[]) => {
    for (const own of asked.values()) own.delete(index);
    for (const [kind, throughs] of throughByKind(demands)) asked.set(kind, (asked.get(kind) ?? new Map()).set(index, throughs));
  };
  for (const [index, through] of before.entries()) ask(index, demandsAt(index, through));
  for (const index of kits.keys()) {
    const candidates = [...new Set([...dates.filter((date) => date > (targets[index] as PlainDate)), NEVER])];
    // What holds to a later day holds to an earlier one, so the last day that can be reached is found by halving.
    const others = new Map<string, PlainDate[]>();
    const othersOf = (kind: string): readonly PlainDate[] => {
      const known =
        others.get(kind) ??
        [...(asked.get(kind) ?? [])]
          .flatMap(([at, throughs]) => (at === index ? [] : throughs))
          .sort()
          .reverse();
      others.set(kind, known);
      return known;
    };
    let [low, high] = [-1, candidates.length - 1];
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (isPossible(demandsAt(index, candidates[middle] as PlainDate), othersOf, lives)) low = middle;
      else high = middle - 1;
    }
    if (low < 0) continue;
    targets[index] = candidates[low] as PlainDate;
    ask(index, demandsAt(index, targets[index]));
  }
  return targets;
}

/** Things that may change places: ready, not opened, with a date that has not passed or none at all. */
function piecesOf(kits: readonly RotationKit[], spares: readonly StockUnit[], { catalog, on }: World): Piece[] {
  const expand = (units: readonly StockUnit[], kit: number | null): Piece[] =>
    units.flatMap((unit) => {
      if (!mayMove(unit, catalog, on)) return [];
      return Array.from({ length: unit.count }, () => ({ unitId: unit.id, kind: unit.kind, expiresOn: unit.expiresOn ?? NEVER, kit }));
    });
  return [...kits.flatMap((kit, index) => expand(kit.units, index)), ...expand(spares, null)];
}

function mayMove(unit: StockUnit, catalog: KindCatalog, on: PlainDate): boolean {
  const kind = catalog.get(unit.kind);
  if (kind?.dating !== 'printed' || (unit.piecesUsed ?? 0) > 0 || unit.condition === 'opened') return false;
  // A date that nobody has read says nothing.
  return unit.expiresOn != null && conditionCounts(unit.condition, kind) && isGoodOn(unit.expiresOn, on);
}

function holdsThrough(kit: RotationKit, units: readonly StockUnit[], { catalog, on }: World): PlainDate {
  const held = needsHeld({ needs: kit.needs, school: kit.school, skills: kit.skills, on, kits: [{ id: kit.id, units }] }, catalog);
  const lapses = held.flatMap(({ lapsesOn }) => lapsesOn ?? []).sort();
  return lapses[0] === undefined ? NEVER : addDays(lapses[0], -1);
}

/** What each kit needs of each kind to hold what it holds now through its day: of things that may move, as few as will do. */
function demandsOf(kits: readonly RotationKit[], targets: readonly PlainDate[], world: World): Demand[] {
  return kits.flatMap((kit, index) => {
    const through = targets[index] as PlainDate;
    // Days on which the same of what stays is good ask for the same of what may move.
    const fixed = kit.units.filter((unit) => !mayMove(unit, world.catalog, world.on) && isGoodOn(unit.expiresOn ?? null, through));
    const key = `${kit.id} ${fixed.map(({ id }) => id).join(' ')}`;
    const kinds = world.known.get(key) ?? workOutNeeded(kit, fixed, world);
    world.known.set(key, kinds);
    return kinds.map((kind) => ({ kit: index, kind, through }));
  });
}

function workOutNeeded(kit: RotationKit, fixed: readonly StockUnit[], world: World): string[] {
  const { catalog, on } = world;
  const bare = ({ id: _, ...unit }: StockUnit) => unit;
  // Of what may move only the order of its days matters.
  const order = kit.units
    .filter((unit) => mayMove(unit, catalog, on))
    .toSorted((a, b) => ((a.expiresOn ?? NEVER) < (b.expiresOn ?? NEVER) ? -1 : 1))
    .map((unit) => ({ ...bare(unit), expiresOn: null }));
  const rest = kit.units.filter((unit) => !mayMove(unit, catalog, on)).map(bare);
  const key = JSON.stringify([kit.needs, kit.school, [...kit.skills], fixed.map(bare), rest, order]);
  const kinds = world.remembered.get(key) ?? world.used.get(key) ?? neededOf(kit, fixed, world);
  world.used.set(key, kinds);
  return kinds;
}

function neededOf(kit: RotationKit, fixed: readonly StockUnit[], { catalog, on }: World): string[] {
  const problem = { needs: kit.needs, school: kit.school, skills: kit.skills, on };
  const now = needsHeld({ ...problem, kits: [{ id: kit.id, units: kit.units }] }, catalog);
  const movable = kit.units.flatMap((unit) =>
    mayMove(unit, catalog, on) ? Array.from({ length: unit.count }, (_, copy) => ({ ...unit, id: `${unit.id}:${copy}`, count: 1 })) : [],
  );
  const holds = (units: readonly StockUnit[]): boolean =>
    needsHeld({ ...problem, kits: [{ id: kit.id, units }] }, catalog).every(({ isHeld }, index) => isHeld || now[index]?.isHeld === false);
  // As if all that may move were good for ever; then one after the other is done without, those that lapse first at first.
  let kept = movable
    .toSorted((a, b) => ((a.expiresOn ?? NEVER) < (b.expiresOn ?? NEVER) ? -1 : 1))
    .map((unit) => ({ ...unit, expiresOn: null }));
  if (!holds([...fixed, ...kept])) return ['nothing that holds so long'];
  for (const unit of [...kept]) {
    const without = kept.filter((one) => one !== unit);
    if (holds([...fixed, ...without])) kept = without;
  }
  return kept.map(({ kind }) => kind);
}

/** Of each kind, the days through which things of it are good, the latest first. */
function livesOf(pieces: readonly Piece[]): Map<string, PlainDate[]> {
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

/**
 * Whether one kit's demands can be met beside those of the others, which can be met without it: per kind, the latest demands against the
 * longest lives. Only kinds that it asks for can fail.
 */
function isPossible(
  own: readonly Demand[],
  othersOf: (kind: string) => readonly PlainDate[],
  lives: ReadonlyMap<string, readonly PlainDate[]>,
): boolean {
  return [...throughByKind(own)].every(([kind, throughs]) => {
    const [ours, others, life] = [throughs.sort().reverse(), othersOf(kind), lives.get(kind) ?? []];
    // Both run from the latest: the later of their heads is the next demand.
    for (let [our, other] = [0, 0]; our < ours.length || other < others.length; ) {
      const isOurs = (ours[our] ?? '') >= (others[other] ?? '');
      const through = (isOurs ? ours[our] : others[other]) as PlainDate;
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
function assign(demands: readonly Demand[], pieces: readonly Piece[]): Map<Piece, number> {
  const free = new Map<string, Set<Piece>>();
  for (const piece of pieces) free.set(piece.kind, (free.get(piece.kind) ?? new Set()).add(piece));
  const home = new Map<Piece, number>();
  const asked = [...demands].sort((a, b) => (a.through > b.through ? -1 : a.through < b.through ? 1 : a.kit - b.kit));
  for (const { kit, kind, through } of asked) {
    const rank = ({ kit: at }: Piece) => (at === kit ? 0 : at === null ? 1 : 2);
    let chosen: Piece | undefined;
    for (const piece of free.get(kind) ?? []) {
      if (piece.expiresOn < through) continue;
      const isBetter =
        chosen === undefined || rank(piece) < rank(chosen) || (rank(piece) === rank(chosen) && piece.expiresOn < chosen.expiresOn);
      if (isBetter) chosen = piece;
    }
    if (chosen === undefined) throw new Error('a demand that was found possible is not met');
    free.get(kind)?.delete(chosen);
    home.set(chosen, kit);
  }
  return home;
}

function gainsOf(
  kits: readonly RotationKit[],
  before: readonly PlainDate[],
  moves: readonly RotationMove[],
  spares: readonly StockUnit[],
  world: World,
): RotationGain[] {
  const shown = (date: PlainDate): PlainDate | null => (date === NEVER ? null : date);
  const after = afterMoves(kits, spares, moves);
  return kits.flatMap((kit, index) => {
    const units = after.get(kit.id);
    if (units === undefined) return [];
    const was = before[index] as PlainDate;
    const is = holdsThrough(kit, units, world);
    return is === was ? [] : [{ kitId: kit.id, kitName: kit.name, before: shown(was), after: shown(is) }];
  });
}

function practiceOf(
  spares: readonly StockUnit[],
  moves: readonly RotationMove[],
  catalog: KindCatalog,
  options: RotationOptions,
): RotationMove[] {
  const last = addDays(options.on, options.practiceWithinDays);
  const moved = new Map<string, number>();
  for (const { unitId, from, count } of moves) if (from === null) moved.set(unitId, (moved.get(unitId) ?? 0) + count);
  return spares.flatMap((unit) => {
    const left = unit.count - (moved.get(unit.id) ?? 0);
    const kind = catalog.get(unit.kind);
    if (left <= 0 || unit.expiresOn == null || unit.expiresOn > last || kind?.dating !== 'printed' || unit.condition === 'practice')
      return [];
    return [{ unitId: unit.id, kind: unit.kind, count: left, expiresOn: unit.expiresOn, from: null, to: null }];
  });
}
