import type { Grade, KindCatalog } from '../model/kind.ts';
import { isLifeSaving, type NeedId, type Skill } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { assignPieces, type Demand, type GradeCode, leastMet, type Serving } from './assign.ts';
import { type Bits, isNone } from './bits.ts';
import {
  type AskedNeed,
  CODES,
  type CoverageProblem,
  type GoodUnit,
  isEnabled,
  type Means,
  maskOf,
  meansOf,
  NAMES,
  type Prepared,
  prepare,
  type Row,
  type StockUnit,
} from './prepare.ts';

export type NeedState = 'off' | 'gap' | 'thin' | 'held' | 'full';
export interface ServedBy {
  unitId: string;
  kind: string;
  grade: Grade;
  /** Pieces. */
  count: number;
}
export interface NeedCoverage {
  need: NeedId;
  least: number;
  ideal: number;
  /** Within how many seconds it is to be in hand; null: no window. */
  windowS: number | null;
  /** Pieces that serve it, at most `ideal`. */
  have: number;
  state: NeedState;
  /** First day on which it becomes a gap if nothing is done; null: never, or a gap already. */
  lapsesOn: PlainDate | null;
  /** Pieces that are there but outside the window. */
  late: number;
  /** A single unit whose loss would open a gap here. */
  singlePoint: boolean;
  by: ServedBy[];
}
export interface SinglePoint {
  need: NeedId;
  unitId: string;
}
export interface Coverage {
  needs: NeedCoverage[];
  singlePoints: SinglePoint[];
}

/** The state of a need from figures alone; the one place where states are defined. */
export function needState(least: number, ideal: number, have: number, makeshift: number): NeedState {
  if (ideal === 0 && least === 0) return 'off';
  if (have < least) return 'gap';
  if (makeshift > 0) return 'thin';
  return have >= ideal ? 'full' : 'held';
}

/**
 * Coverage of needs by the units of one or several kits on a date, solved exactly: one piece serves one need.
 * Pure; units of kinds that the catalogue does not know are left out. Source: the assignment is a transversal matroid
 * for the least amounts and a flow problem for the rest.
 */
export const coverage = (problem: CoverageProblem, catalog: KindCatalog): Coverage =>
  coverageOf(problem, catalog, prepare(problem, catalog));

/** Coverage, and everything that could serve each need, in time or not. */
export function coverageAndMeans(
  problem: CoverageProblem,
  catalog: KindCatalog,
  good: readonly GoodUnit[],
): { coverage: Coverage; means: Means[] } {
  const prepared = prepare(problem, catalog, good);
  return { coverage: coverageOf(problem, catalog, prepared), means: meansOf(problem.needs, prepared.rows) };
}

function coverageOf(problem: CoverageProblem, catalog: KindCatalog, prepared: Prepared): Coverage {
  const { rows, demands, late } = prepared;
  const assignment = assignPieces(demands, rows);
  const start = groupRows(rows, maskCache());
  const lapses = lapseDates(problem, catalog, prepared, start, assignment.least);
  const singlePoints = findSinglePoints(problem, catalog, prepared, start, assignment.least);
  const singles = new Set(singlePoints.map(({ need }) => need));
  const needs = heldNow(problem, prepared, assignment).map(
    (held, index): NeedCoverage => ({
      ...held,
      windowS: problem.needs[index]?.windowS ?? null,
      lapsesOn: lapses[index] ?? null,
      late: late[index] ?? 0,
      singlePoint: singles.has(held.need),
    }),
  );
  return { needs, singlePoints };
}

export type HeldNow = Pick<NeedCoverage, 'need' | 'least' | 'ideal' | 'have' | 'state' | 'by'>;

/** What each need has now and which units serve it, as in `coverage`, without dates and single points. */
export function coverageNow(problem: CoverageProblem, catalog: KindCatalog, good?: readonly GoodUnit[]): HeldNow[] {
  const prepared = prepare(problem, catalog, good);
  return heldNow(problem, prepared, assignPieces(prepared.demands, prepared.rows));
}

function heldNow(problem: CoverageProblem, { rows, demands }: Prepared, assignment: ReturnType<typeof assignPieces>): HeldNow[] {
  const servingsOf = new Map<number, Serving[]>();
  for (const serving of assignment.servings) {
    const known = servingsOf.get(serving.demand);
    if (known === undefined) servingsOf.set(serving.demand, [serving]);
    else known.push(serving);
  }
  return problem.needs.map(({ need }, index) => {
    const { least, ideal } = demands[index] as Demand; // one demand a need
    const servings = servingsOf.get(index) ?? [];
    const have = (assignment.least[index] ?? 0) + (assignment.extra[index] ?? 0);
    const makeshift = servings.reduce((sum, serving) => sum + (serving.grade > 1 ? serving.towardLeast : 0), 0);
    const by = servings
      .map((serving) => servedBy(rows[serving.supplier] as Row, serving))
      .sort((a, b) => NAMES.indexOf(a.grade) - NAMES.indexOf(b.grade) || (a.unitId < b.unitId ? -1 : 1));
    return { need, least, ideal, have, state: needState(least, ideal, have, makeshift), by };
  });
}

export interface Assigned {
  /** Pieces toward each least, those beyond it, and how many of the first are improvised or substitutes; in the order of the needs. */
  least: number[];
  extra: number[];
  improvised: number[];
  substitute: number[];
  /** Of those beyond the least: an improvised piece counts 2, a substitute 1. */
  extraMakeshift: number[];
}

/** Only the assignment, without dates and single points: for asking the same question of many kinds. */
export const assignOnly = (problem: CoverageProblem, catalog: KindCatalog): Assigned => figuresOf(prepare(problem, catalog));

function figuresOf({ rows, demands }: Prepared): Assigned {
  const { least, extra, servings } = assignPieces(demands, rows);
  const graded = (code: GradeCode): number[] => {
    const counts = demands.map(() => 0);
    for (const { demand, grade, towardLeast } of servings) if (grade === code) counts[demand] = (counts[demand] ?? 0) + towardLeast;
    return counts;
  };
  const extraMakeshift = demands.map(() => 0);
  for (const { demand, grade, towardIdeal } of servings) extraMakeshift[demand] = (extraMakeshift[demand] ?? 0) + (grade - 1) * towardIdeal;
  return { least, extra, improvised: graded(CODES.improvised), substitute: graded(CODES.substitute), extraMakeshift };
}

/** Only how much of each least is met, in the order of the needs. */
export function leastMetNow(problem: CoverageProblem, catalog: KindCatalog, good?: readonly GoodUnit[]): readonly number[] {
  const { rows, demands } = prepare(problem, catalog, good);
  const { masks, pieces } = groupRows(rows, maskCache());
  return leastMet(demands, masks, pieces).met;
}

/** Needs of life-saving rungs that hang on a single thing, and the assignment, without dates: for asking of many sets of things. */
export function assignedWithSingles(problem: CoverageProblem, catalog: KindCatalog): Assigned & { singleNeeds: Set<NeedId> } {
  const prepared = prepare(problem, catalog);
  const assigned = figuresOf(prepared);
  const singles = findSinglePoints(problem, catalog, prepared, groupRows(prepared.rows, maskCache()), assigned.least);
  return { ...assigned, singleNeeds: new Set(singles.map(({ need }) => need)) };
}

const servedBy = (row: Row, serving: Serving): ServedBy => ({
  unitId: row.unit.id,
  kind: row.unit.kind,
  grade: NAMES[serving.grade - 1] ?? 'improvised',
  count: serving.towardLeast + serving.towardIdeal,
});

/** Units that serve the same needs are one group for the question of how much of each least is met. */
interface Groups {
  masks: Bits[];
  pieces: number[];
  groupOf: Map<Row, number>;
}

function groupRows(rows: readonly Row[], maskOfRow: (row: Row) => Bits): Groups {
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
function maskCache(): (row: Row) => Bits {
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
function lapseDates(
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
function findSinglePoints(
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

/** A kit with what is asked of it and what lies in it. */
export interface AskedKit {
  id: string;
  name: string;
  needs: readonly AskedNeed[];
  school: School;
  skills: readonly Skill[];
  units: readonly StockUnit[];
}

export interface NeedHeld {
  need: NeedId;
  least: number;
  /** Whether the least is met on the day asked for. */
  isHeld: boolean;
  /** First day on which it becomes a gap if nothing is done; null: never, or a gap already. */
  lapsesOn: PlainDate | null;
}

/** Which needs are held and until when, and nothing else: for looking along the dates of many kits at once. */
export function needsHeld(problem: CoverageProblem, catalog: KindCatalog): NeedHeld[] {
  const prepared = prepare(problem, catalog);
  const start = groupRows(prepared.rows, maskCache());
  const { met } = leastMet(prepared.demands, start.masks, start.pieces);
  const lapses = lapseDates(problem, catalog, prepared, start, met);
  return problem.needs.map(({ need }, index) => {
    const { least } = prepared.demands[index] as Demand; // one demand a need
    return { need, least, isHeld: (met[index] ?? 0) >= least, lapsesOn: lapses[index] ?? null };
  });
}
