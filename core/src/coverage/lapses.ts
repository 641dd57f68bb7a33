import { type Circle, circleOf, isLifeSaving, type NeedId } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';
import type { Demand, Profile, Spare } from './booking.ts';
import type { Prepared, Row } from './prepare.ts';
import type { CoverageProblem, StockUnit } from './problem.ts';
import type { Table } from './table.ts';

export interface SinglePoint {
  need: NeedId;
  unitId: string;
}

const isOpen = ({ least }: Demand): boolean => least > 0;

/** What is met now, and what is spare. */
export interface MetNow {
  met: readonly number[];
  spare: Spare;
}

/**
 * Sweeps the distinct expiry dates; bookings shift as pieces lapse, so a date is solved afresh unless what lapses on it was spare
 * anyway.
 */
export function lapseDates({ rows, demands }: Prepared, table: Table, now: MetNow): (PlainDate | null)[] {
  const lapses: (PlainDate | null)[] = demands.map(() => null);
  const open = new Set(demands.flatMap((demand, index) => (isOpen(demand) && (now.met[index] ?? 0) >= demand.least ? [index] : [])));
  let { spare } = now;
  const gone = new Map<number, number>();
  const present = new Uint8Array(rows.length).fill(1);
  let next = 0; // rows stand in order of expiry
  while (open.size > 0) {
    const end = rows[next]?.expiresOn ?? null;
    if (end === null) break;
    let isStale = false;
    for (; rows[next]?.expiresOn === end; next += 1) {
      const row = rows[next] as Row; // its date was just read
      const group = spare.groupOf[next] as number;
      const lost = (gone.get(group) ?? 0) + row.pieces;
      gone.set(group, lost);
      if (group < 0 || lost > (spare.left[group] as number)) isStale = true;
      present[next] = 0;
    }
    if (!isStale) continue;
    const met = table.leastMet(present);
    spare = table.spare();
    gone.clear();
    for (const index of open) {
      if ((met[index] ?? 0) >= (demands[index]?.least ?? 0)) continue;
      lapses[index] = addDays(end, 1);
      open.delete(index);
    }
  }
  return lapses;
}

/** The last circle that holds a life-saving need. */
const LIFE_SAVING_CIRCLE = circleOf('H.call');

const isSpare = ({ groupOf, left }: Spare, row: number, pieces: number): boolean => {
  const group = groupOf[row] as number;
  return group >= 0 && (left[group] as number) >= pieces;
};

/** Asks what is met without a unit, and remembers the answers: units alike have the same. */
export function lossAsker(
  { rows }: Prepared,
  table: Table,
  now: MetNow,
  lastCircle: Circle = LIFE_SAVING_CIRCLE,
): (unit: StockUnit) => readonly number[] {
  const byUnit = new Map<StockUnit, number[]>();
  for (const [index, { unit }] of rows.entries()) {
    const known = byUnit.get(unit);
    if (known === undefined) byUnit.set(unit, [index]);
    else known.push(index);
  }
  const present = new Uint8Array(rows.length).fill(1);
  const at = (index: number): Row => rows[index] as Row; // indices are of these rows
  const numbers = new Map<Profile, number>();
  const known = new Map<string, readonly number[]>();
  return (unit) => {
    const own = byUnit.get(unit) ?? [];
    // Most units are spare for the least amounts.
    if (own.every((index) => isSpare(now.spare, index, at(index).pieces))) return now.met;
    const key = own.map((index) => `${numberOf(at(index).profile)}:${at(index).pieces}`).join();
    const before = known.get(key);
    if (before !== undefined) return before;
    for (const index of own) present[index] = 0;
    const answer = table.leastMet(present, lastCircle);
    for (const index of own) present[index] = 1;
    known.set(key, answer);
    return answer;
  };

  function numberOf(profile: Profile): number {
    const number = numbers.get(profile) ?? numbers.size;
    numbers.set(profile, number);
    return number;
  }
}

/** Units whose loss makes a need of M to H a gap that was none. Losing a thing that enables others counts too. */
export function findSinglePoints(
  problem: CoverageProblem,
  { rows, demands }: Prepared,
  now: MetNow,
  ask: ReturnType<typeof lossAsker>,
): SinglePoint[] {
  const points: SinglePoint[] = [];
  for (const unit of new Set(rows.map((row) => row.unit))) {
    const met = ask(unit);
    if (met === now.met) continue;
    for (const [demand, { need }] of problem.needs.entries()) {
      const { least } = demands[demand] as Demand; // one demand a need
      if (least > 0 && isLifeSaving(need) && (now.met[demand] ?? 0) >= least && (met[demand] ?? 0) < least)
        points.push({ need, unitId: unit.id });
    }
  }
  return points.sort((a, b) => (a.unitId < b.unitId ? -1 : a.unitId > b.unitId ? 1 : 0));
}
