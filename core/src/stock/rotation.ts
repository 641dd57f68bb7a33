import { needsHeld, problemOf } from '../coverage/coverage.ts';
import { conditionCounts } from '../coverage/prepare.ts';
import type { StockUnit } from '../coverage/problem.ts';
import type { KindCatalog } from '../model/kind.ts';
import { rungOf } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';
import { isGoodOn } from '../model/unit.ts';
import { AskedDays, assign, type Demand, isPossible, livesOf } from './rotationDemands.ts';
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
  const asked = new AskedDays();
  for (const [index, through] of before.entries()) asked.add(demandsAt(index, through));
  for (const index of kits.keys()) {
    const now = demandsAt(index, targets[index] as PlainDate);
    const candidates = [...new Set([...dates.filter((date) => date > (targets[index] as PlainDate)), NEVER])];
    // What holds to a later day holds to an earlier one, so the last day that can be reached is found by halving.
    let [low, high] = [-1, candidates.length - 1];
    asked.remove(now);
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (isPossible(demandsAt(index, candidates[middle] as PlainDate), asked, lives)) low = middle;
      else high = middle - 1;
    }
    if (low >= 0) targets[index] = candidates[low] as PlainDate;
    asked.add(low < 0 ? now : demandsAt(index, targets[index] as PlainDate));
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
  const held = needsHeld(problemOf(kit, on, units), catalog);
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
  const key = JSON.stringify([kit.needs, kit.school, [...kit.skills], kit.isChecked, fixed.map(bare), rest, order]);
  const kinds = world.remembered.get(key) ?? world.used.get(key) ?? neededOf(kit, fixed, world);
  world.used.set(key, kinds);
  return kinds;
}

function neededOf(kit: RotationKit, fixed: readonly StockUnit[], { catalog, on }: World): string[] {
  const now = needsHeld(problemOf(kit, on), catalog);
  const movable = kit.units.flatMap((unit) =>
    mayMove(unit, catalog, on) ? Array.from({ length: unit.count }, (_, copy) => ({ ...unit, id: `${unit.id}:${copy}`, count: 1 })) : [],
  );
  const holds = (units: readonly StockUnit[]): boolean =>
    needsHeld(problemOf(kit, on, units), catalog).every(({ isHeld }, index) => isHeld || now[index]?.isHeld === false);
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
