import type { Family } from '../model/family.ts';
import type { Grade, Kind, KindCatalog, Part } from '../model/kind.ts';
import { type AskedLine, circleOf, NEEDS, type NeedId, SKILLS, type Skill } from '../model/need.ts';
import { compareExpiry, type PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { type Condition, isGoodOn, piecesLeft } from '../model/unit.ts';
import type { Demand, GradeCode, Profile, Supplier, Use } from './booking.ts';
import { isBarred, isByVolume, needsNamed, partGradeOf } from './grades.ts';
import { sortOf } from './sorts.ts';

export interface AskedNeed {
  need: NeedId;
  least: number;
  ideal: number;
  windowS?: number | null;
  /** It is asked line by line, and each line by itself. */
  lines?: readonly AskedLine[];
  /** What is made for it elsewhere and only stands in here: foil where it is cold or wet. */
  secondBest?: Family[];
  /** Asked of another kit, or outside of what this one is for. */
  elsewhere?: boolean;
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
  /** The kit has to pass security checks: what is barred there does not count. */
  isChecked?: boolean;
}

export const CODES: Record<Grade, GradeCode> = { primary: 1, substitute: 2, improvised: 3 };
export const NAMES: readonly Grade[] = ['primary', 'substitute', 'improvised'];

/** Whether a condition lets a thing count at all. Opened sterile things do not. */
export function conditionCounts(condition: Condition, kind: Kind): boolean {
  if (condition === 'opened') return !kind.sterile;
  return condition === 'ready' || condition === 'notStaged';
}

/** A part of a unit as the booking sees it. */
export interface Row extends Supplier {
  unit: StockUnit;
  kind: Kind;
  /** 0: the first part; the others as `moreParts` stand, from 1. */
  part: number;
  expiresOn: PlainDate | null;
  /** What it could do if it were in hand at once. */
  anyTime: Profile;
  /** Pieces of a need in one piece of the thing: ml for what is counted by volume, else 1. */
  scale: number;
}

export interface Prepared {
  /** What serves a need, or is needed beside something that does. Soonest to lapse first. */
  rows: Row[];
  /** All that counts, needed or not. */
  good: readonly GoodUnit[];
  demands: Demand[];
  late: number[];
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
export function goodUnits(problem: Pick<CoverageProblem, 'kits' | 'on' | 'isChecked'>, catalog: KindCatalog): GoodUnit[] {
  const good: GoodUnit[] = [];
  for (const kit of problem.kits) {
    for (const unit of kit.units) {
      const kind = catalog.get(unit.kind);
      const expiresOn = unit.expiresOn ?? null;
      if (
        kind === undefined ||
        (problem.isChecked === true && isBarred(kind)) ||
        !conditionCounts(unit.condition, kind) ||
        !isGoodOn(expiresOn, problem.on)
      )
        continue;
      const pieces = piecesLeft({ count: unit.count, piecesUsed: unit.piecesUsed ?? 0 }, kind.pieces);
      if (pieces > 0) good.push({ unit, kind, pieces, expiresOn, reachS: unit.reachS ?? kit.reachS ?? null });
    }
  }
  return good.sort(
    (a, b) => (a.expiresOn === b.expiresOn ? 0 : compareExpiry(a.expiresOn, b.expiresOn)) || (a.unit.id < b.unit.id ? 1 : -1),
  );
}

/** The sorts that a need tells apart, by number: lines where it is asked line by line, else whatever is on the table. */
interface Sorts {
  byName: Map<string, number>;
  lines: readonly AskedLine[] | null;
}

const COMPANION_NUMBERS = new Map<string, number>();
/** Companions by number; the same name has the same number always. */
function companionNumber(name: string): number {
  const known = COMPANION_NUMBERS.get(name) ?? COMPANION_NUMBERS.size;
  COMPANION_NUMBERS.set(name, known);
  return known;
}

/** `good` may be given where it is known already: of the same stock on the same day. */
export function prepare(problem: CoverageProblem, catalog: KindCatalog, good: readonly GoodUnit[] = goodUnits(problem, catalog)): Prepared {
  const skills = new Set(problem.skills ?? SKILLS);
  const positions = new Map(problem.needs.map(({ need }, index) => [need, index]));
  const sorts = problem.needs.map(({ need, lines }): Sorts | null => {
    if (lines !== undefined) return { byName: new Map(lines.map(({ sort }, index) => [sort, index])), lines };
    return NEEDS[need].countsSorts ? { byName: new Map(), lines: null } : null;
  });
  const late: number[] = problem.needs.map(() => 0);
  const profiles = new Map<Kind, PartProfile[]>();
  const inTime = new Map<Profile, Map<string, Profile>>();
  const rows: Row[] = [];
  for (const { unit, kind, pieces, expiresOn, reachS } of good)
    for (const { part, profile, piecesPerUnit, scale } of profilesOf(kind)) {
      const own = part === 0 ? pieces : Math.floor(pieces / kind.pieces) * piecesPerUnit;
      if (own === 0) continue;
      const amount = own * scale;
      const inHand = reachS === null ? profile : withinReach(profile, reachS, amount);
      rows.push({ unit, kind, part, pieces: amount, expiresOn, anyTime: profile, profile: inHand, scale });
    }
  const demands = problem.needs.map(({ need, least, ideal, lines }, index): Demand => {
    const own = sorts[index] ?? null;
    const caps =
      own === null ? null : lines === undefined ? Array.from({ length: own.byName.size }, () => 1) : lines.map((line) => line.least);
    return { least, ideal: Math.max(least, ideal), circle: circleOf(need), caps };
  });
  return { rows, good, demands, late };

  /** What each part of a kind may do is the same for all its units, so it is worked out once. */
  function profilesOf(kind: Kind): PartProfile[] {
    const known = profiles.get(kind);
    if (known !== undefined) return known;
    const parts: Pick<Part, 'pieces' | 'grades'>[] = [kind, ...kind.moreParts];
    const byVolume = isByVolume(kind) && positions.has('D.flush');
    const found = parts.flatMap(({ pieces }, part): PartProfile[] => {
      const uses: Use[] = [];
      for (const need of needsNamed(kind, part, problem.school)) {
        const demand = positions.get(need);
        const asked = demand === undefined ? undefined : problem.needs[demand];
        if (demand === undefined || asked === undefined || (byVolume && need !== 'D.flush')) continue;
        const use = useOf(kind, part, asked, demand);
        if (use !== null) uses.push(use);
      }
      uses.sort((one, other) => one.demand - other.demand);
      const provides = part === 0 ? kind.provides.map(companionNumber) : [];
      if (uses.length === 0 && provides.length === 0) return [];
      return [{ part, piecesPerUnit: pieces, scale: byVolume ? (kind.traits.ml ?? 1) : 1, profile: { uses, provides, isTool: kind.tool } }];
    });
    profiles.set(kind, found);
    return found;
  }

  function useOf(kind: Kind, part: number, asked: AskedNeed, demand: number): Use | null {
    const { need } = asked;
    const grade = partGradeOf(kind, need, problem.school, part);
    if (grade === null) return null;
    const skill = kind.skill ?? NEEDS[need].skill;
    if (skill !== null && !skills.has(skill)) return null;
    const key = keyOf(kind, need, demand);
    if (key === null) return null;
    const thing = kind.requires[need];
    const code = grade === 'primary' && asked.secondBest?.includes(kind.family) === true ? CODES.substitute : CODES[grade];
    return { demand, grade: code, key, companion: thing === undefined ? -1 : companionNumber(thing) };
  }

  /** -1: the need does not tell sorts apart; null: it asks for none of this sort. */
  function keyOf(kind: Kind, need: NeedId, demand: number): number | null {
    const own = sorts[demand] ?? null;
    if (own === null) return -1;
    const sort = sortOf(kind, need);
    if (own.lines !== null) return own.byName.get(sort) ?? own.byName.get('') ?? null;
    const known = own.byName.get(sort) ?? own.byName.size;
    own.byName.set(sort, known);
    return known;
  }

  /** Units of a kind that are late for the same needs share their profile, as units of a kind do: the solver takes them together. */
  function withinReach(profile: Profile, reachS: number, pieces: number): Profile {
    const isLate = ({ demand }: Use): boolean => {
      const windowS = problem.needs[demand]?.windowS ?? null;
      return windowS !== null && reachS > windowS;
    };
    const lateFor = profile.uses.filter(isLate);
    if (lateFor.length === 0) return profile;
    for (const { demand } of lateFor) late[demand] = (late[demand] as number) + pieces;
    const key = lateFor.map(({ demand }) => demand).join();
    const known = inTime.get(profile) ?? new Map<string, Profile>();
    inTime.set(profile, known);
    const left = known.get(key) ?? { ...profile, uses: profile.uses.filter((use) => !isLate(use)) };
    known.set(key, left);
    return left;
  }
}

interface PartProfile {
  part: number;
  profile: Profile;
  piecesPerUnit: number;
  scale: number;
}

export interface Means {
  need: NeedId;
  unitId: string;
  grade: Grade;
}

/** Everything that could serve each need, in time or not: what a booking would choose from if nothing were late. What is improvised closes no need of the first circle. */
export function meansOf(needs: readonly AskedNeed[], rows: readonly Row[]): Means[] {
  const means: Means[] = [];
  for (const { unit, anyTime } of rows)
    for (const { demand, grade: code } of anyTime.uses) {
      const grade = NAMES[code - 1];
      const asked = needs[demand];
      if (grade !== undefined && asked !== undefined && (grade !== 'improvised' || circleOf(asked.need) > 0))
        means.push({ need: asked.need, unitId: unit.id, grade });
    }
  return means;
}
