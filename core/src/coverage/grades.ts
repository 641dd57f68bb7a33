import type { Grade, Kind } from '../model/kind.ts';
import { NEEDS, type NeedId, type Skill } from '../model/need.ts';
import type { School } from '../model/school.ts';
import type { MedicinePurpose } from '../model/traits.ts';

/** What a medicine must be for, to serve a need. */
const PURPOSES: Partial<Record<NeedId, MedicinePurpose>> = {
  'D.sugar': 'sugar',
  'D.allergy': 'allergy',
  'D.chestPain': 'chestPain',
  'D.meds': 'daily',
};

/** Counted by volume where wounds are to be washed. */
export const isByVolume = (kind: Kind): boolean => kind.traits.ml !== undefined && kind.grades['D.flush'] !== undefined;

/**
 * The grade of a part of a kind for a need in a school; null where it does not count. A school grades families, and single kinds
 * where somebody made an exception; it speaks of the part that names the need, else of the first.
 */
export function partGradeOf(kind: Kind, need: NeedId, school: School, part: number): Grade | null {
  const purpose = PURPOSES[need];
  if (purpose !== undefined) {
    const { medicine } = kind.traits;
    // Any substance may be somebody's daily one: whose, the lines of the brief say.
    const isFor = medicine?.purposes.includes(purpose) === true || (need === 'D.meds' && (medicine?.substance ?? '') !== '');
    if (part > 0 || !isFor) return null;
    return kind.grades[need] ?? 'primary';
  }
  const own = (part === 0 ? kind.grades[need] : kind.moreParts[part - 1]?.grades[need]) ?? null;
  const exception = school.exceptions[kind.id]?.[need];
  const set = exception === undefined ? school.grades[kind.family]?.[need] : exception;
  if (set === undefined) return own;
  const isNamed = own !== null || (part === 0 && !kind.moreParts.some(({ grades }) => grades[need] !== undefined));
  return isNamed ? set : null;
}

/** Who is there and what the kit has to pass: what a thing must bring to count at all. */
export interface Allowance {
  /** Skills that are there; absent: all. */
  skills?: readonly Skill[];
  /** The kit has to pass security checks. */
  isChecked?: boolean;
}

/** Taken away at many security checks. */
export const isBarred = ({ barredAtSecurity, traits }: Kind): boolean => barredAtSecurity || (traits.barred ?? []).length > 0;

/** Whether a kind may count for a need once it is in a kit: somebody may use it there, and no check takes it away. */
export function isAllowed(kind: Kind, need: NeedId, { skills, isChecked }: Allowance): boolean {
  const skill = kind.skill ?? NEEDS[need].skill;
  return (skill === null || skills === undefined || skills.includes(skill)) && !(isChecked === true && isBarred(kind));
}

const MEDICINE_NEEDS = Object.keys(PURPOSES) as NeedId[]; // keyed by need ids

/** Needs that a part of a kind may be graded for: by itself, as a medicine, or by the school. */
export function needsNamed(kind: Kind, part: number, school: School): ReadonlySet<NeedId> {
  const own = part === 0 ? kind.grades : kind.moreParts[part - 1]?.grades;
  const named = new Set(Object.keys(own ?? {}) as NeedId[]); // keyed by need ids
  if (part > 0) return named;
  if (kind.traits.medicine !== undefined) for (const need of MEDICINE_NEEDS) named.add(need);
  for (const graded of [school.grades[kind.family], school.exceptions[kind.id]])
    if (graded !== undefined) for (const need of Object.keys(graded) as NeedId[]) named.add(need);
  return named;
}

const BEST_FIRST: readonly Grade[] = ['primary', 'substitute', 'improvised'];

/** The part of a kind that serves a need best, with its grade; null where none does. */
function bestPart(kind: Kind, need: NeedId, school: School): { grade: Grade; pieces: number } | null {
  let best: { grade: Grade; pieces: number } | null = null;
  for (const [part, { pieces }] of [kind, ...kind.moreParts].entries()) {
    const grade = partGradeOf(kind, need, school, part);
    if (grade !== null && (best === null || BEST_FIRST.indexOf(grade) < BEST_FIRST.indexOf(best.grade))) best = { grade, pieces };
  }
  return best;
}

/** The best grade that any part of a kind has for a need in a school; null where it does not count. */
export const gradeOf = (kind: Kind, need: NeedId, school: School): Grade | null => bestPart(kind, need, school)?.grade ?? null;

/** Pieces of a need that one unit of a kind holds: those of the part that serves it, ml for what is counted by volume. */
export function piecesFor(kind: Kind, need: NeedId, school: School): number {
  const pieces = bestPart(kind, need, school)?.pieces ?? kind.pieces;
  return need === 'D.flush' && isByVolume(kind) ? pieces * (kind.traits.ml ?? 1) : pieces;
}
