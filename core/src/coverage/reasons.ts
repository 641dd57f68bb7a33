import { circleOf, type NeedId } from '../model/need.ts';
import type { Booking, Demand, Serving } from './booking.ts';
import type { MetNow } from './lapses.ts';
import { NAMES, type Prepared, type Row } from './prepare.ts';
import type { CoverageProblem, StockUnit } from './problem.ts';
import type { HeldNow, IfNeedBe } from './states.ts';

/** A tool that holds several needs at once. */
export interface SharedTool {
  unitId: string;
  needs: NeedId[];
  /** Of those, the ones that hang on it alone. */
  alone: NeedId[];
}
/** A booking that surprises: a thing that could serve an open need serves another one, which would be open without it. */
export interface WantedTwice {
  unitId: string;
  bookedFor: NeedId;
  /** Open or only stood in for. */
  notFor: NeedId;
}
export interface Reasons {
  sharedTools: SharedTool[];
  wantedTwice: WantedTwice[];
}

interface Asked {
  problem: CoverageProblem;
  prepared: Prepared;
  booking: Booking;
  held: readonly HeldNow[];
  now: MetNow;
  /** To the last circle. */
  ask: Loss;
}
type Loss = (unit: StockUnit) => readonly number[];

export const LAST_CIRCLE = 2;

/** What is said beside the figures: what could stand in, which tools are shared, and what is wanted for two jobs. */
export function reasonsOf(asked: Asked): Reasons & { ifNeedBe: IfNeedBe[][] } {
  const { problem, prepared, booking, held } = asked;
  const bySupplier = new Map<number, Serving[]>();
  for (const serving of booking.servings) {
    const known = bySupplier.get(serving.supplier);
    if (known === undefined) bySupplier.set(serving.supplier, [serving]);
    else known.push(serving);
  }
  const needOf = (demand: number): NeedId => (problem.needs[demand] as (typeof problem.needs)[number]).need; // demands are needs
  const ifNeedBe: IfNeedBe[][] = held.map(() => []);
  const wantedTwice: WantedTwice[] = [];
  const there = new Set(prepared.rows.flatMap(({ anyTime }) => anyTime.provides));
  for (const [index, row] of prepared.rows.entries()) {
    const servings = bySupplier.get(index) ?? [];
    const taken =
      servings.reduce((sum, { towardLeast, towardIdeal }) => sum + towardLeast + towardIdeal, 0) + (booking.companions[index] ?? 0);
    for (const { demand, grade, companion } of row.anyTime.uses) {
      if (companion >= 0 && !there.has(companion)) continue;
      const own = held[demand] as HeldNow; // one a demand
      if (own.state !== 'gap' && own.state !== 'thin') continue;
      if (servings.some((serving) => serving.demand === demand)) continue;
      const booked = servings.find(({ towardLeast }) => towardLeast > 0);
      const leavesOpen = row.profile.isTool || taken < row.pieces ? null : firstLost(asked, row);
      if (own.state === 'gap') ifNeedBe[demand]?.push({ unitId: row.unit.id, grade: NAMES[grade - 1] ?? 'improvised', leavesOpen });
      if (booked !== undefined && leavesOpen !== null && grade < 3 && circleOf(needOf(demand)) <= circleOf(needOf(booked.demand)))
        wantedTwice.push({ unitId: row.unit.id, bookedFor: needOf(booked.demand), notFor: own.need });
    }
  }
  for (const list of ifNeedBe)
    list.sort(
      (a, b) => NAMES.indexOf(a.grade) - NAMES.indexOf(b.grade) || (a.leavesOpen === null ? 0 : 1) - (b.leavesOpen === null ? 0 : 1),
    );
  return { ifNeedBe, wantedTwice, sharedTools: sharedTools(asked, needOf) };
}

/** The first need whose least is met now and would not be without the unit. */
function firstLost({ problem, prepared, now: { met }, ask }: Asked, { unit }: Row): NeedId | null {
  const without = ask(unit);
  const lost = prepared.demands.findIndex(
    ({ least }: Demand, demand) => least > 0 && (without[demand] ?? 0) < Math.min(least, met[demand] ?? 0),
  );
  return lost < 0 ? null : (problem.needs[lost]?.need ?? null);
}

function sharedTools({ prepared, booking, now: { met }, ask }: Asked, needOf: (demand: number) => NeedId): SharedTool[] {
  const served = new Map<StockUnit, Set<number>>();
  for (const { supplier, demand } of booking.servings) {
    const { unit, profile } = prepared.rows[supplier] as Row; // servings are by rows
    if (!profile.isTool) continue;
    const known = served.get(unit) ?? new Set();
    served.set(unit, known.add(demand));
  }
  return [...served].flatMap(([unit, demands]) => {
    if (demands.size < 2) return [];
    const without = ask(unit);
    const alone = [...demands].filter((demand) => {
      const { least } = prepared.demands[demand] as Demand;
      return least > 0 && (met[demand] ?? 0) >= least && (without[demand] ?? 0) < least;
    });
    return [{ unitId: unit.id, needs: [...demands].sort((a, b) => a - b).map(needOf), alone: alone.map(needOf) }];
  });
}
