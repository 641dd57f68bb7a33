import { coverageNow, type Taking, takings } from '../coverage/coverage.ts';
import type { CoverageProblem, StockUnit } from '../coverage/problem.ts';
import type { KindCatalog } from '../model/kind.ts';
import { NEEDS, type NeedId } from '../model/need.ts';
import type { DrillEvent, EventNeed } from './event.ts';

/** What an event is judged by: the kit as it is, and the school that says what comes first. */
export interface OrderWorld extends Pick<CoverageProblem, 'school' | 'on' | 'skills' | 'isChecked'> {
  units: readonly StockUnit[];
  catalog: KindCatalog;
}

/** One of a unit, whole, for one casualty. */
export interface OrderPick {
  unitId: string;
  casualty: number;
  /** Seconds since the event was read out. */
  seconds: number;
}
/** A pick with what it closed; null: nothing that was open. */
export interface Picked extends OrderPick {
  kind: string;
  need: NeedId | null;
}

/** Of a need of a casualty, how much is held by what was taken. */
export interface NeedTaken extends EventNeed {
  have: number;
}

/** How a casualty stands with what was taken for them, need by need in the school's order. */
const takenFor = (event: DrillEvent, casualty: number, units: readonly StockUnit[], world: OrderWorld): NeedTaken[] =>
  coverageNow(problemOf(event, casualty, units, world), world.catalog).map(({ need, least, have }) => ({
    need,
    count: least,
    have: Math.min(have, least),
  }));

function problemOf(event: DrillEvent, casualty: number, units: readonly StockUnit[], world: OrderWorld): CoverageProblem {
  const { catalog: _, units: __, ...asked } = world;
  const rank = (need: NeedId) => asked.school.order.indexOf(need);
  const needs = (event.casualties[casualty] ?? [])
    .toSorted((a, b) => rank(a.need) - rank(b.need))
    .map(({ need, count }) => ({ need, least: count, ideal: count, windowS: NEEDS[need].windowS }));
  return { ...asked, needs, kits: [{ id: 'kit', units }] };
}

/** What was taken for a casualty, one of each unit as often as it was picked. A tool that was taken for anybody is there for all. */
function heldBy(picks: readonly OrderPick[], casualty: number, { units, catalog }: OrderWorld): StockUnit[] {
  return picks.flatMap((pick, index) => {
    const unit = units.find(({ id }) => id === pick.unitId);
    if (unit === undefined || (pick.casualty !== casualty && catalog.get(unit.kind)?.tool !== true)) return [];
    return [{ ...unit, id: `${unit.id}:${index}`, count: 1 }];
  });
}

/** What is left in the kit after these picks. */
export function leftIn(picks: readonly OrderPick[], { units, catalog }: OrderWorld): StockUnit[] {
  return units.flatMap((unit) => {
    const isTool = catalog.get(unit.kind)?.tool === true;
    const count = unit.count - (isTool ? 0 : picks.filter(({ unitId }) => unitId === unit.id).length);
    return count > 0 ? [{ ...unit, count }] : [];
  });
}

/** Each pick with the need that it closed or helped to close. */
export function pickedOf(event: DrillEvent, picks: readonly OrderPick[], world: OrderWorld): Picked[] {
  return picks.map((pick, index) => {
    const now = takenFor(event, pick.casualty, heldBy(picks.slice(0, index + 1), pick.casualty, world), world);
    const before = takenFor(event, pick.casualty, heldBy(picks.slice(0, index), pick.casualty, world), world);
    const served = now.find(({ need, have }) => have > (before.find((one) => one.need === need)?.have ?? 0));
    return { ...pick, kind: world.units.find(({ id }) => id === pick.unitId)?.kind ?? '', need: served?.need ?? null };
  });
}

/** How each casualty stands after these picks. */
export const standing = (event: DrillEvent, picks: readonly OrderPick[], world: OrderWorld): NeedTaken[][] =>
  event.casualties.map((_, casualty) => takenFor(event, casualty, heldBy(picks, casualty, world), world));

export const isClosed = (needs: readonly NeedTaken[]): boolean => needs.every(({ have, count }) => have >= count);

/** What a school's order takes, first casualty first, each of what the last one left. */
export interface SchoolTakes {
  need: NeedId;
  count: number;
  have: number;
  /** Kinds with how many whole ones of each; what goes beside something stands with the need that it is for. */
  takes: { kind: string; count: number }[];
}
export function schoolTakes(event: DrillEvent, world: OrderWorld): SchoolTakes[][] {
  let left = world.units;
  return event.casualties.map((_, casualty) => {
    const problem = problemOf(event, casualty, left, world);
    const taken = takings(problem, world.catalog);
    const gone = (unitId: string) => taken.reduce((sum, one) => sum + (one.unitId === unitId ? one.units : 0), 0);
    const leans = (kind: string) => Object.keys(world.catalog.get(kind)?.requires ?? {}).length > 0;
    // What goes beside something is named with the first that leans on anything.
    const leaning = taken.find(({ need, kind }) => need !== null && leans(kind))?.need ?? problem.needs[0]?.need;
    const planned = takenFor(event, casualty, left, world);
    const beside = toolsBeside(event, casualty, { taken, planned, left }, world);
    const rows = planned.map((row): SchoolTakes => {
      const counts = new Map<string, number>();
      for (const { kind, need, units } of [...taken, ...beside])
        if ((need ?? leaning) === row.need && units > 0) counts.set(kind, (counts.get(kind) ?? 0) + units);
      return { ...row, takes: [...counts].map(([kind, count]) => ({ kind, count })) };
    });
    left = left.flatMap((unit) => {
      const count = unit.count - (world.catalog.get(unit.kind)?.tool === true ? 0 : gone(unit.id));
      return count > 0 ? [{ ...unit, count }] : [];
    });
    return rows;
  });
}

/** Tools without which something that is taken serves nothing: they are not used up, so no booking names them. */
function toolsBeside(
  event: DrillEvent,
  casualty: number,
  { taken, planned, left }: { taken: readonly Taking[]; planned: readonly NeedTaken[]; left: readonly StockUnit[] },
  world: OrderWorld,
): Taking[] {
  let held = taken.flatMap(({ unitId, units }) => {
    const unit = left.find(({ id }) => id === unitId);
    return unit === undefined || units === 0 ? [] : [{ ...unit, count: units }];
  });
  const beside: Taking[] = [];
  for (const { need, have } of planned)
    for (const unit of left) {
      const had = (units: readonly StockUnit[]) => takenFor(event, casualty, units, world).find((one) => one.need === need)?.have ?? 0;
      if (world.catalog.get(unit.kind)?.tool !== true || held.some(({ id }) => id === unit.id) || had(held) >= have) continue;
      const more = [...held, { ...unit, count: 1 }];
      if (had(more) <= had(held)) continue;
      held = more;
      beside.push({ unitId: unit.id, kind: unit.kind, need, units: 1 });
    }
  return beside;
}

/** How an order went beside that of the school. */
export interface OrderResult {
  picked: Picked[];
  /** Picks that closed nothing. */
  idle: number;
  /** Picks for a need while one that the school closes before it was open and could have been closed. */
  outOfOrder: number;
  casualties: {
    needs: (SchoolTakes & { /** By what was picked. */ held: number })[];
    /** Open at the end although the kit would have held it by the school's order. */
    missed: NeedId[];
    /** Open by the school's order, too: there is no more of it. */
    ranOut: NeedId[];
  }[];
}

/** Whether the school closes another need before, by something else that lay there still. */
function isOutOfOrder(
  event: DrillEvent,
  before: readonly OrderPick[],
  { casualty, need, kind }: Picked,
  ideal: readonly SchoolTakes[][],
  world: OrderWorld,
): boolean {
  if (need === null) return false;
  const rows = ideal[casualty] ?? [];
  const stands = takenFor(event, casualty, heldBy(before, casualty, world), world);
  const isOpen = (row: SchoolTakes) => (stands.find((one) => one.need === row.need)?.have ?? 0) < row.have;
  const picked = pickedKinds(before, casualty, world);
  const isToTake = (of: string, at: number) =>
    rows.slice(0, at + 1).reduce((sum, { takes }) => sum + (takes.find((one) => one.kind === of)?.count ?? 0), 0) > (picked.get(of) ?? 0);
  // Where the school takes such a thing itself, it is no sooner than there.
  const planned = rows.findIndex(({ takes }, at) => takes.some((one) => one.kind === kind) && isToTake(kind, at));
  const own = planned === -1 ? rows.findIndex((row) => row.need === need) : planned;
  return rows.slice(0, own).some((row, at) => isOpen(row) && row.takes.some((one) => isToTake(one.kind, at)));
}

function pickedKinds(picks: readonly OrderPick[], casualty: number, { units, catalog }: OrderWorld): Map<string, number> {
  const counts = new Map<string, number>();
  for (const { unitId, casualty: whose } of picks) {
    const kind = units.find(({ id }) => id === unitId)?.kind ?? '';
    if (whose === casualty || catalog.get(kind)?.tool === true) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  }
  return counts;
}

export function orderResult(event: DrillEvent, picks: readonly OrderPick[], world: OrderWorld): OrderResult {
  const picked = pickedOf(event, picks, world);
  const ideal = schoolTakes(event, world);
  const stands = standing(event, picks, world);
  const outOfOrder = picked.filter((pick, index) => isOutOfOrder(event, picks.slice(0, index), pick, ideal, world));
  return {
    picked,
    idle: picked.filter(({ need }) => need === null).length,
    outOfOrder: outOfOrder.length,
    casualties: ideal.map((rows, casualty) => {
      const needs = rows.map((row) => ({ ...row, held: stands[casualty]?.find(({ need }) => need === row.need)?.have ?? 0 }));
      return {
        needs,
        missed: needs.flatMap(({ need, held, have }) => (held < have ? [need] : [])),
        ranOut: needs.flatMap(({ need, held, have, count }) => (held < count && have < count ? [need] : [])),
      };
    }),
  };
}
