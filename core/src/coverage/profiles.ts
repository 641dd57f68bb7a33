import type { Grade, Kind, Part } from '../model/kind.ts';
import { type AskedLine, NEEDS, type NeedId, SKILLS, type Skill } from '../model/need.ts';
import { EVERY, type GradeCode, type Profile, type Use } from './booking.ts';
import { isByVolume, needsNamed, partGradeOf } from './grades.ts';
import type { AskedNeed, CoverageProblem } from './problem.ts';
import { lineOf, sortOf } from './sorts.ts';

export const CODES: Record<Grade, GradeCode> = { primary: 1, substitute: 2, improvised: 3 };

/** What a part of a kind may do, `scale` as in a row. */
export interface PartProfile {
  /** 0: the first part; the others as `moreParts` stand, from 1. */
  part: number;
  profile: Profile;
  piecesPerUnit: number;
  scale: number;
}

/** The sorts that a need tells apart, by number: lines where it is asked line by line, else whatever is on the table. */
interface Sorts {
  byName: Map<string, number>;
  lines: readonly AskedLine[] | null;
}

/** What kinds may do for the needs that are asked. It is the same for all units of a kind, so it is worked out once. */
export class Profiles {
  /** By need: pieces that would serve it, were they in hand in time. */
  readonly late: number[];
  private readonly needs: readonly AskedNeed[];
  private readonly positions: ReadonlyMap<NeedId, number>;
  private readonly skills: ReadonlySet<Skill>;
  private readonly sorts: readonly (Sorts | null)[];
  private readonly known = new Map<Kind, PartProfile[]>();
  private readonly inTime = new Map<Profile, Map<string, Profile>>();
  private readonly companions = new Map<string, number>();

  constructor(private readonly problem: Pick<CoverageProblem, 'needs' | 'skills' | 'school'>) {
    this.needs = problem.needs;
    this.late = this.needs.map(() => 0);
    this.positions = new Map(this.needs.map(({ need }, index) => [need, index]));
    this.skills = new Set(problem.skills ?? SKILLS);
    this.sorts = this.needs.map(({ need, lines }): Sorts | null => {
      if (lines !== undefined) return { byName: new Map(), lines };
      return NEEDS[need].countsSorts ? { byName: new Map(), lines: null } : null;
    });
  }

  of(kind: Kind): readonly PartProfile[] {
    const known = this.known.get(kind) ?? this.partsOf(kind);
    this.known.set(kind, known);
    return known;
  }

  private partsOf(kind: Kind): PartProfile[] {
    const parts: Pick<Part, 'pieces' | 'grades'>[] = [kind, ...kind.moreParts];
    const byVolume = isByVolume(kind) && this.positions.has('D.flush');
    return parts.flatMap(({ pieces }, part): PartProfile[] => {
      const uses: Use[] = [];
      for (const need of needsNamed(kind, part, this.problem.school)) {
        const use = byVolume && need !== 'D.flush' ? null : this.useOf(kind, part, need);
        if (use !== null) uses.push(use);
      }
      uses.sort((one, other) => one.demand - other.demand);
      const provides = part === 0 ? kind.provides.map((name) => this.companionNumber(name)) : [];
      if (uses.length === 0 && provides.length === 0) return [];
      return [{ part, piecesPerUnit: pieces, scale: byVolume ? (kind.traits.ml ?? 1) : 1, profile: { uses, provides, isTool: kind.tool } }];
    });
  }

  private useOf(kind: Kind, part: number, need: NeedId): Use | null {
    const demand = this.positions.get(need);
    const asked = demand === undefined ? undefined : this.needs[demand];
    const grade = asked === undefined ? null : partGradeOf(kind, need, this.problem.school, part);
    if (demand === undefined || asked === undefined || grade === null) return null;
    // Asked without saying of what, only what is meant for every day is a daily medicine.
    if (need === 'D.meds' && asked.lines === undefined && kind.traits.medicine?.purposes.includes('daily') !== true) return null;
    const skill = kind.skill ?? NEEDS[need].skill;
    if (skill !== null && !this.skills.has(skill)) return null;
    const key = this.keyOf(kind, need, demand);
    if (key === null) return null;
    const thing = kind.requires[need];
    return { demand, grade: this.codeOf(grade, kind, asked), key, companion: thing === undefined ? -1 : this.companionNumber(thing) };
  }

  private codeOf(grade: Grade, { family }: Kind, { lines, secondBest }: AskedNeed): GradeCode {
    // What a line asks for is that or is not: of one substance no box stands in for another.
    if (lines !== undefined) return CODES.primary;
    return grade === 'primary' && secondBest?.includes(family) === true ? CODES.substitute : CODES[grade];
  }

  /** -1: the need does not tell sorts apart; null: it asks for none of this sort. */
  private keyOf(kind: Kind, need: NeedId, demand: number): number | null {
    const own = this.sorts[demand] ?? null;
    if (own === null) return -1;
    if (own.lines !== null) return lineOf(kind, own.lines);
    const sort = sortOf(kind, need);
    const known = own.byName.get(sort) ?? own.byName.size;
    own.byName.set(sort, known);
    return known;
  }

  private companionNumber(name: string): number {
    const known = this.companions.get(name) ?? this.companions.size;
    this.companions.set(name, known);
    return known;
  }

  /** Most pieces that count of each sort seen so far; null: the need does not tell sorts apart. */
  capsOf(demand: number): readonly number[] | null {
    const own = this.sorts[demand] ?? null;
    if (own === null) return null;
    return own.lines?.map(({ least }) => Math.min(EVERY, least)) ?? Array.from({ length: own.byName.size }, () => 1);
  }

  /** Units of a kind that are late for the same needs share their profile, as units of a kind do: the solver takes them together. */
  withinReach(profile: Profile, reachS: number, pieces: number): Profile {
    const isLate = ({ demand }: Use): boolean => {
      const windowS = this.needs[demand]?.windowS ?? null;
      return windowS !== null && reachS > windowS;
    };
    const lateFor = profile.uses.filter(isLate);
    if (lateFor.length === 0) return profile;
    for (const { demand } of lateFor) this.late[demand] = (this.late[demand] as number) + pieces;
    const key = lateFor.map(({ demand }) => demand).join();
    const known = this.inTime.get(profile) ?? new Map<string, Profile>();
    this.inTime.set(profile, known);
    const left = known.get(key) ?? { ...profile, uses: profile.uses.filter((use) => !isLate(use)) };
    known.set(key, left);
    return left;
  }
}
