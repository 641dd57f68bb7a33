import type { KindCatalog } from '../model/kind.ts';
import type { AskedLine, HeldLine, NeedId, Skill } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import type { Booking, Demand, GradeCode, Serving } from './booking.ts';
import { findSinglePoints, lapseDates, lossAsker, type MetNow, type SinglePoint } from './lapses.ts';
import { type GoodUnit, type Means, meansOf, NAMES, type Prepared, prepare, type Row } from './prepare.ts';
import type { AskedNeed, CoverageProblem, StockKit, StockUnit } from './problem.ts';
import { CODES } from './profiles.ts';
import { LAST_CIRCLE, type Reasons, reasonsOf } from './reasons.ts';
import { type HeldNow, type NeedCoverage, needState, type ServedBy } from './states.ts';
import { Table } from './table.ts';

export interface Coverage extends Reasons {
  needs: NeedCoverage[];
  singlePoints: SinglePoint[];
}

/**
 * Coverage of needs by the units of one or several kits on a date, booked exactly: one piece of what is used up serves one need, a
 * tool every need that it can. Pure; units of kinds that the catalogue does not know are left out.
 */
export const coverage = (problem: CoverageProblem, catalog: KindCatalog): Coverage => coverageOf(problem, prepare(problem, catalog));

/** Coverage, and everything that could serve each need, in time or not. */
export function coverageAndMeans(
  problem: CoverageProblem,
  catalog: KindCatalog,
  good: readonly GoodUnit[],
): { coverage: Coverage; means: Means[] } {
  const prepared = prepare(problem, catalog, good);
  return { coverage: coverageOf(problem, prepared), means: meansOf(problem.needs, prepared.rows) };
}

function coverageOf(problem: CoverageProblem, prepared: Prepared): Coverage {
  const { rows, demands, late } = prepared;
  const table = new Table(demands, rows);
  const booking = table.book();
  const now = metNow(table);
  const ask = lossAsker(prepared, table, now, LAST_CIRCLE);
  const lapses = lapseDates(prepared, table, now);
  const singlePoints = findSinglePoints(problem, prepared, now, ask);
  const singles = new Set(singlePoints.map(({ need }) => need));
  const held = heldNow(problem, prepared, booking);
  const { ifNeedBe, ...reasons } = reasonsOf({ problem, prepared, booking, held, now, ask });
  const needs = held.map(
    (own, index): NeedCoverage => ({
      ...own,
      windowS: problem.needs[index]?.windowS ?? null,
      lapsesOn: lapses[index] ?? null,
      late: late[index] ?? 0,
      singlePoint: singles.has(own.need),
      ifNeedBe: ifNeedBe[index] ?? [],
    }),
  );
  return { needs, singlePoints, ...reasons };
}

function metNow(table: Table): MetNow {
  const met = table.leastMet();
  return { met, spare: table.spare() };
}

/** What each need has now and which units serve it, as in `coverage`, without dates and single points. */
export function coverageNow(problem: CoverageProblem, catalog: KindCatalog, good?: readonly GoodUnit[]): HeldNow[] {
  const prepared = prepare(problem, catalog, good);
  return heldNow(problem, prepared, new Table(prepared.demands, prepared.rows).book());
}

function heldNow(problem: CoverageProblem, { rows, demands }: Prepared, booking: Booking): HeldNow[] {
  const servingsOf = new Map<number, Serving[]>();
  for (const serving of booking.servings) {
    const known = servingsOf.get(serving.demand);
    if (known === undefined) servingsOf.set(serving.demand, [serving]);
    else known.push(serving);
  }
  return problem.needs.map(({ need, elsewhere, lines }, index) => {
    const { least, ideal } = demands[index] as Demand; // one demand a need
    const servings = servingsOf.get(index) ?? [];
    const have = (booking.least[index] ?? 0) + (booking.extra[index] ?? 0);
    const makeshift = servings.reduce((sum, serving) => sum + (serving.grade > 1 ? serving.towardLeast : 0), 0);
    const by = servings
      .map((serving) => servedBy(rows[serving.supplier] as Row, serving))
      .sort((a, b) => NAMES.indexOf(a.grade) - NAMES.indexOf(b.grade) || (a.unitId < b.unitId ? -1 : 1));
    const state = elsewhere === true && ideal === 0 ? 'elsewhere' : needState(least, ideal, have, makeshift);
    return { need, least, ideal, have, state, by, ...(lines === undefined ? {} : { lines: linesHeld(lines, servings, rows, index) }) };
  });
}

const linesHeld = (lines: readonly AskedLine[], servings: readonly Serving[], rows: readonly Row[], demand: number): HeldLine[] =>
  lines.map((line, at) => {
    const isOfLine = ({ supplier }: Serving) =>
      rows[supplier]?.profile.uses.some((use) => use.demand === demand && use.key === at) === true;
    const have = servings.filter(isOfLine).reduce((sum, { towardLeast, towardIdeal }) => sum + towardLeast + towardIdeal, 0);
    return { ...line, have };
  });

export interface Assigned {
  /** Pieces toward each least, those beyond it, and how many of the first are improvised or substitutes; in the order of the needs. */
  least: number[];
  extra: number[];
  improvised: number[];
  substitute: number[];
  /** Of those beyond the least: a substitute counts 1. */
  extraMakeshift: number[];
}

/** Only the booking, without dates and single points: for asking the same question of many kinds. */
export function assignOnly(problem: CoverageProblem, catalog: KindCatalog): Assigned {
  const prepared = prepare(problem, catalog);
  return figuresOf(prepared, new Table(prepared.demands, prepared.rows));
}

function figuresOf({ demands }: Prepared, table: Table): Assigned {
  const { least, extra, servings } = table.book();
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
  return new Table(demands, rows).leastMet();
}

/**
 * What is left of a stock for whoever comes second with the same needs: the first takes what is booked for them and what goes beside it,
 * and of a bottle that was opened all. Tools are not used up. How much of each least that meets, and by what it could be.
 */
export function leftForSecond(
  problem: CoverageProblem,
  catalog: KindCatalog,
  good?: readonly GoodUnit[],
): { met: readonly number[]; means: Means[] } {
  const { rows, demands } = prepare(problem, catalog, good);
  const { servings, companions } = new Table(demands, rows).book();
  const taken = [...companions];
  for (const { supplier, towardLeast, towardIdeal } of servings) taken[supplier] = (taken[supplier] ?? 0) + towardLeast + towardIdeal;
  const left = rows.flatMap((row, index) => {
    const begun = row.profile.isTool ? 0 : Math.ceil((taken[index] ?? 0) / row.scale) * row.scale;
    return begun >= row.pieces ? [] : [{ ...row, pieces: row.pieces - begun }];
  });
  return { met: new Table(demands, left).leastMet(), means: meansOf(problem.needs, left) };
}

/** What a booking takes: pieces of a part of a unit for a need, or beside something that serves one. */
export interface Taking {
  unitId: string;
  kind: string;
  /** Null: it goes beside something else. */
  need: NeedId | null;
  /** Whole units of which it takes something, where nothing else had begun them. */
  units: number;
}

/** What the best booking takes out of a stock, need by need as they are asked; what goes beside something comes last. */
export function takings(problem: CoverageProblem, catalog: KindCatalog): Taking[] {
  const { rows, demands } = prepare(problem, catalog);
  const { servings, companions } = new Table(demands, rows).book();
  const taken = servings.map(({ demand, supplier, towardLeast, towardIdeal }) => ({ demand, supplier, pieces: towardLeast + towardIdeal }));
  const beside = companions.flatMap((pieces, supplier) => (pieces > 0 ? [{ demand: demands.length, supplier, pieces }] : []));
  const ofPart = new Map<number, number>();
  const begun = new Map<string, number>();
  return [...taken.toSorted((a, b) => a.demand - b.demand), ...beside].map(({ demand, supplier, pieces }): Taking => {
    const row = rows[supplier] as Row; // a serving is of one of them
    const { unit, kind, part, scale } = row;
    const all = (ofPart.get(supplier) ?? 0) + pieces;
    ofPart.set(supplier, all);
    const perUnit = (part === 0 ? kind.pieces : (kind.moreParts[part - 1]?.pieces ?? 1)) * scale;
    const before = begun.get(unit.id) ?? 0;
    const after = Math.max(before, row.profile.isTool ? 1 : Math.ceil(all / perUnit));
    begun.set(unit.id, after);
    return { unitId: unit.id, kind: unit.kind, need: problem.needs[demand]?.need ?? null, units: after - before };
  });
}

/** Needs of life-saving rungs that hang on a single thing, and the booking, without dates: for asking of many sets of things. */
export function assignedWithSingles(problem: CoverageProblem, catalog: KindCatalog): Assigned & { singleNeeds: Set<NeedId> } {
  const prepared = prepare(problem, catalog);
  const table = new Table(prepared.demands, prepared.rows);
  const assigned = figuresOf(prepared, table);
  const now = metNow(table);
  const singles = findSinglePoints(problem, prepared, now, lossAsker(prepared, table, now));
  return { ...assigned, singleNeeds: new Set(singles.map(({ need }) => need)) };
}

const servedBy = (row: Row, serving: Serving): ServedBy => ({
  unitId: row.unit.id,
  kind: row.unit.kind,
  grade: NAMES[serving.grade - 1] ?? 'improvised',
  count: serving.towardLeast + serving.towardIdeal,
  ...(row.part === 0 ? {} : { part: row.kind.moreParts[row.part - 1]?.name ?? '' }),
});

/** A kit with what is asked of it and what lies in it. */
export interface AskedKit {
  id: string;
  name: string;
  needs: readonly AskedNeed[];
  school: School;
  skills: readonly Skill[];
  /** It has to pass security checks. */
  isChecked: boolean;
  units: readonly StockUnit[];
  /** Kits and things that are carried as one with it: what is asked is asked of all together. */
  beside?: readonly StockKit[] | undefined;
}

/** What is asked of a kit on a day, of what lies in it or of other things in their place. */
export const problemOf = (
  { id, needs, school, skills, isChecked, units: own, beside = [] }: Omit<AskedKit, 'name'>,
  on: PlainDate,
  units: readonly StockUnit[] = own,
): CoverageProblem => ({ needs, school, skills, isChecked, on, kits: [{ id, units }, ...beside] });

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
  const table = new Table(prepared.demands, prepared.rows);
  const now = metNow(table);
  const { met } = now;
  const lapses = lapseDates(prepared, table, now);
  return problem.needs.map(({ need }, index) => {
    const { least } = prepared.demands[index] as Demand; // one demand a need
    return { need, least, isHeld: (met[index] ?? 0) >= least, lapsesOn: lapses[index] ?? null };
  });
}
