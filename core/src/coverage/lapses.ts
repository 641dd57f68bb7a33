import type { KindCatalog } from '../model/kind.ts';
import { isLifeSaving, type NeedId } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';
import { type Demand, type GradeCode, leastMet } from './assign.ts';
import { type Bits, isNone } from './bits.ts';
import { type CoverageProblem, isEnabled, maskOf, type Prepared, prepare, type Row, type StockUnit } from './prepare.ts';

export interface SinglePoint {
  need: NeedId;
  unitId: string;
}
/** Units that serve the same needs are one group for the question of how much of each least is met. */
interface Groups {
  masks: Bits[];
  pieces: number[];
  groupOf: Map<Row, number>;
}

export function groupRows(rows: readonly Row[], maskOfRow: (row: Row) => Bits): Groups {
  const groups: Groups = { masks: [], pieces: [], groupOf: new Map() };
  const known = new Map<Bits, number>();
  for (const row of rows) {
    const mask = maskOfRow(row);
    if (isNone(mask)) continue;
    const group = known.get(mask) ?? groups.masks.push(mask) - 1;
    known.set(mask, group);
    groups.pieces[group] = (groups.pieces[group] ?? 0) + row.pieces;
    groups.groupOf.set(row, group);
  }
  return groups;
}

/** Grade lists are shared by the units of a kind, so their masks are worth remembering while one problem is solved. */
export function maskCache(): (row: Row) => Bits {
  const known = new Map<readonly GradeCode[], Bits>();
  return (row) => {
    const mask = known.get(row.grades) ?? maskOf(row.grades);
    known.set(row.grades, mask);
    return mask;
  };
}

/**
 * Sweeps the distinct expiry dates; assignments shift as pieces lapse, so a date is solved afresh unless what lapses on it
 * was spare anyway.
 */
export function lapseDates(
  problem: CoverageProblem,
  catalog: KindCatalog,
  prepared: Prepared,
  start: Groups,
  metNow: readonly number[],
): (PlainDate | null)[] {
  const { rows, demands, provided } = prepared;
  const lapses: (PlainDate | null)[] = demands.map(() => null);
  const open = new Set(demands.flatMap((demand, index) => (demand.least > 0 && (metNow[index] ?? 0) >= demand.least ? [index] : [])));
  const enablingEnds = new Set([...provided.values()].filter((until) => until !== null));
  const ends = new Set([...rows.flatMap((row) => (row.expiresOn === null ? [] : [row.expiresOn])), ...enablingEnds]);
  let groups = { ...start, pieces: [...start.pieces] };
  let solved = leastMet(demands, groups.masks, groups.pieces);
  let next = 0; // rows stand in order of expiry
  for (const end of [...ends].sort()) {
    if (open.size === 0) break;
    let isStale = false;
    for (; rows[next]?.expiresOn === end; next += 1) {
      const row = rows[next] as Row; // its date was just read
      const group = groups.groupOf.get(row);
      if (group === undefined) continue;
      groups.pieces[group] = (groups.pieces[group] as number) - row.pieces;
      solved.left[group] = (solved.left[group] as number) - row.pieces;
      if ((solved.left[group] as number) < 0) isStale = true;
    }
    if (enablingEnds.has(end)) {
      const day = addDays(end, 1);
      groups = groupRows(rows.slice(next), (row) =>
        maskOf(row.grades.map((grade, demand) => (isEnabledRow(row, demand, day) ? grade : 0))),
      );
      isStale = true;
    }
    if (!isStale) continue;
    solved = leastMet(demands, groups.masks, groups.pieces);
    for (const index of open) {
      if ((solved.met[index] ?? 0) >= (demands[index]?.least ?? 0)) continue;
      lapses[index] = addDays(end, 1);
      open.delete(index);
    }
  }
  return lapses;

  function isEnabledRow(row: Row, demand: number, day: PlainDate): boolean {
    const kind = catalog.get(row.unit.kind);
    const asked = problem.needs[demand];
    return kind !== undefined && asked !== undefined && isEnabled(kind, asked.need, day, provided);
  }
}

/** Units that alone provide what something here leans on, whether or not they serve a need themselves. */
function onlyEnablers({ rows, good }: Prepared, catalog: KindCatalog): Set<StockUnit> {
  const leanedOn = new Set(rows.flatMap(({ unit }) => Object.values(catalog.get(unit.kind)?.requires ?? {})));
  const only = new Set<StockUnit>();
  for (const thing of leanedOn) {
    const [first, second] = good.filter(({ kind }) => kind.provides.includes(thing));
    if (first !== undefined && second === undefined) only.add(first.unit);
  }
  return only;
}

/** Units whose loss makes a need of M to H a gap that was none. Losing a thing that enables others counts too. */
export function findSinglePoints(
  problem: CoverageProblem,
  catalog: KindCatalog,
  prepared: Prepared,
  groups: Groups,
  metNow: readonly number[],
): SinglePoint[] {
  const { rows, demands } = prepared;
  const solved = leastMet(demands, groups.masks, groups.pieces);
  const enablers = onlyEnablers(prepared, catalog);
  const known = new Map<string, readonly number[]>();
  const points: SinglePoint[] = [];
  for (const unit of enablers) note(unit, metAfterLosing(unit));
  for (const row of rows) if (!enablers.has(row.unit)) note(row.unit, metWithout(row));
  return points.sort((a, b) => (a.unitId < b.unitId ? -1 : a.unitId > b.unitId ? 1 : 0));

  function note(unit: StockUnit, met: readonly number[]): void {
    // Nothing changes by losing it: most units are spare for the least amounts.
    if (met === metNow) return;
    for (const [demand, { need }] of problem.needs.entries()) {
      const { least } = demands[demand] as Demand; // one demand a need
      if (least > 0 && isLifeSaving(need) && (metNow[demand] ?? 0) >= least && (met[demand] ?? 0) < least)
        points.push({ need, unitId: unit.id });
    }
  }
  function metWithout(row: Row): readonly number[] {
    const group = groups.groupOf.get(row);
    if (group === undefined || (solved.left[group] as number) >= row.pieces) return metNow;
    const key = `${group}:${row.pieces}`;
    const pieces = groups.pieces.with(group, (groups.pieces[group] as number) - row.pieces);
    const answer = known.get(key) ?? leastMet(demands, groups.masks, pieces).met;
    known.set(key, answer);
    return answer;
  }
  function metAfterLosing(lost: StockUnit): readonly number[] {
    const kits = problem.kits.map((kit) => ({ ...kit, units: kit.units.filter((unit) => unit !== lost) }));
    const rest = groupRows(prepare({ ...problem, kits }, catalog).rows, maskCache());
    return leastMet(demands, rest.masks, rest.pieces).met;
  }
}
