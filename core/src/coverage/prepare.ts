import type { Grade, Kind, KindCatalog } from '../model/kind.ts';
import { NEEDS, type NeedId, SKILLS, type Skill } from '../model/need.ts';
import { compareExpiry, type PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { type Condition, isGoodOn, piecesLeft } from '../model/unit.ts';
import type { Demand, GradeCode, Supplier } from './assign.ts';
import { type Bits, bitsOf, hasBit, isNone } from './bits.ts';

export interface AskedNeed {
  need: NeedId;
  least: number;
  ideal: number;
  windowS?: number | null;
}
export interface StockUnit {
  id: string;
  kind: string;
  count: number;
  piecesUsed?: number;
  expiresOn?: PlainDate | null;
  condition: Condition;
  /** Seconds until this thing is in the hand, where it differs from its kit's. */
  reachS?: number;
}
export interface StockKit {
  id: string;
  /** Seconds until a thing of this kit is in the hand; null or absent: not judged against windows. */
  reachS?: number | null;
  units: readonly StockUnit[];
}
export interface CoverageProblem {
  /** In the school's order. */
  needs: readonly AskedNeed[];
  school: School;
  on: PlainDate;
  kits: readonly StockKit[];
  /** Skills that are there; absent: all. */
  skills?: readonly Skill[];
}

export const CODES: Record<Grade, GradeCode> = { primary: 1, substitute: 2, improvised: 3 };
export const NAMES: readonly Grade[] = ['primary', 'substitute', 'improvised'];

/** The grade of a kind for a need in a school; null where it does not count. */
export function gradeOf(kind: Kind, need: NeedId, school: School): Grade | null {
  const own = school.grades[kind.id]?.[need];
  return own === undefined ? (kind.grades[need] ?? null) : own;
}

/** Whether a condition lets a thing count at all. Opened sterile things do not. */
export function conditionCounts(condition: Condition, kind: Kind): boolean {
  if (condition === 'opened') return !kind.sterile;
  return condition === 'ready' || condition === 'notStaged';
}

export interface Row extends Supplier {
  unit: StockUnit;
  expiresOn: PlainDate | null;
  grades: GradeCode[];
  /** Its grades if it were in hand at once. */
  anyTime: GradeCode[];
}

export interface Prepared {
  /** What serves a need. */
  rows: Row[];
  /** All that counts, needed or not. */
  good: readonly GoodUnit[];
  demands: Demand[];
  late: number[];
  /** The day after which nothing here provides the thing any more; null: never runs out. */
  provided: Map<string, PlainDate | null>;
}

export interface GoodUnit {
  unit: StockUnit;
  kind: Kind;
  pieces: number;
  expiresOn: PlainDate | null;
  reachS: number | null;
}

/**
 * Units that count at all on the date: known, in a condition that counts, in date, with pieces left. Soonest to lapse first, so
 * that it is used last and stays spare; then by id, last id first.
 */
export function goodUnits(problem: Pick<CoverageProblem, 'kits' | 'on'>, catalog: KindCatalog): GoodUnit[] {
  const good: GoodUnit[] = [];
  for (const kit of problem.kits) {
    for (const unit of kit.units) {
      const kind = catalog.get(unit.kind);
      const expiresOn = unit.expiresOn ?? null;
      if (kind === undefined || !conditionCounts(unit.condition, kind) || !isGoodOn(expiresOn, problem.on)) continue;
      const pieces = piecesLeft({ count: unit.count, piecesUsed: unit.piecesUsed ?? 0 }, kind.pieces);
      if (pieces > 0) good.push({ unit, kind, pieces, expiresOn, reachS: unit.reachS ?? kit.reachS ?? null });
    }
  }
  return good.sort(
    (a, b) => (a.expiresOn === b.expiresOn ? 0 : compareExpiry(a.expiresOn, b.expiresOn)) || (a.unit.id < b.unit.id ? 1 : -1),
  );
}

/** `good` may be given where it is known already: of the same stock on the same day. */
export function prepare(problem: CoverageProblem, catalog: KindCatalog, good: readonly GoodUnit[] = goodUnits(problem, catalog)): Prepared {
  const skills = problem.skills ?? SKILLS;
  const demands = problem.needs.map(({ least, ideal }) => ({ least, ideal: Math.max(least, ideal) }));
  const positions = new Map(problem.needs.map(({ need }, index) => [need, index]));
  const late: number[] = problem.needs.map(() => 0);
  const provided = providedUntil(good);
  const codes = new Map<Kind, GradeCode[] | null>();
  const inTime = new Map<GradeCode[], Map<Bits, GradeCode[]>>();
  const rows: Row[] = [];
  for (const { unit, kind, pieces, expiresOn, reachS } of good) {
    const grades = codesOf(kind);
    if (grades !== null)
      rows.push({ unit, pieces, expiresOn, anyTime: grades, grades: reachS === null ? grades : withinReach(grades, reachS, pieces) });
  }
  return { rows, good, demands, late, provided };

  /** Grades of a kind are the same for all its units, so they are worked out once; null where it serves nothing. */
  function codesOf(kind: Kind): GradeCode[] | null {
    const known = codes.get(kind);
    if (known !== undefined) return known;
    let grades: GradeCode[] | null = null;
    for (const need of needsNamed(kind, problem.school)) {
      const position = positions.get(need);
      const grade = gradeOf(kind, need, problem.school);
      const skill = kind.skill ?? NEEDS[need].skill;
      if (
        position === undefined ||
        grade === null ||
        (skill !== null && !skills.includes(skill)) ||
        !isEnabled(kind, need, problem.on, provided)
      )
        continue;
      grades ??= new Array<GradeCode>(demands.length).fill(0);
      grades[position] = CODES[grade];
    }
    codes.set(kind, grades);
    return grades;
  }

  /** Units of a kind that are late for the same needs share their grades, as units of a kind do: the solver takes them together. */
  function withinReach(grades: GradeCode[], reachS: number, pieces: number): GradeCode[] {
    const lateFor = bitsOf(grades.length, (index) => (grades[index] as number) > 0 && isLate(index, reachS));
    if (isNone(lateFor)) return grades;
    for (let index = 0; index < grades.length; index += 1) if (hasBit(lateFor, index)) late[index] = (late[index] as number) + pieces;
    const known = inTime.get(grades) ?? new Map<Bits, GradeCode[]>();
    inTime.set(grades, known);
    const left = known.get(lateFor) ?? grades.map((grade, index) => (hasBit(lateFor, index) ? 0 : grade));
    known.set(lateFor, left);
    return left;
  }
  function isLate(index: number, reachS: number): boolean {
    const windowS = problem.needs[index]?.windowS ?? null;
    return windowS !== null && reachS > windowS;
  }
}

/** The needs that are served, in the order in which they were asked. */
export const maskOf = (grades: readonly GradeCode[]): Bits => bitsOf(grades.length, (demand) => (grades[demand] as number) > 0);

/** Needs that the kind or the school grades it for; the school may name one that the kind does not. */
function needsNamed(kind: Kind, school: School): NeedId[] {
  const own = Object.keys(kind.grades) as NeedId[]; // both records are keyed by need ids
  const overrides = school.grades[kind.id];
  return overrides === undefined ? own : [...new Set([...own, ...(Object.keys(overrides) as NeedId[])])];
}

/** Until when things such as tape are at hand; an enabling thing is not used up by enabling. */
function providedUntil(good: readonly GoodUnit[]): Map<string, PlainDate | null> {
  const until = new Map<string, PlainDate | null>();
  for (const { kind, expiresOn } of good) {
    for (const thing of kind.provides) {
      const known = until.get(thing);
      if (known === undefined || compareExpiry(known, expiresOn) < 0) until.set(thing, expiresOn);
    }
  }
  return until;
}

export function isEnabled(kind: Kind, need: NeedId, on: PlainDate, provided: Prepared['provided']): boolean {
  const thing = kind.requires[need];
  if (thing === undefined) return true;
  const until = provided.get(thing);
  return until !== undefined && isGoodOn(until, on);
}

export interface Means {
  need: NeedId;
  unitId: string;
  grade: Grade;
}

/** Everything that could serve each need, in time or not: what an assignment would choose from if nothing were late. */
export function meansOf(needs: readonly AskedNeed[], rows: readonly Row[]): Means[] {
  const means: Means[] = [];
  for (const { unit, anyTime } of rows)
    for (let index = 0; index < anyTime.length; index += 1) {
      const grade = NAMES[(anyTime[index] as number) - 1];
      const asked = needs[index];
      if (grade !== undefined && asked !== undefined) means.push({ need: asked.need, unitId: unit.id, grade });
    }
  return means;
}
