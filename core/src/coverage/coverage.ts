import type { Grade, KindCatalog } from '../model/kind.ts';
import type { NeedId, Skill } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { assignPieces, type Demand, type GradeCode, leastMet, type Serving } from './assign.ts';
import { findSinglePoints, groupRows, lapseDates, maskCache, type SinglePoint } from './lapses.ts';
import {
  type AskedNeed,
  CODES,
  type CoverageProblem,
  type GoodUnit,
  type Means,
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
