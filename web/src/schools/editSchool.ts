import type { Grade, NeedId, School } from '@ivrak/core/model';

/** Moves a need one place up or down the order; at the ends nothing changes. */
export function moveNeed(school: School, need: NeedId, by: 1 | -1): School {
  const at = school.order.indexOf(need);
  const other = school.order[at + by];
  return other === undefined ? school : { ...school, order: school.order.with(at, other).with(at + by, need) };
}

/** Puts a need in the place of another one. */
export function placeNeed(school: School, need: NeedId, target: NeedId): School {
  const from = school.order.indexOf(need);
  const to = school.order.indexOf(target);
  if (from === to) return school;
  const rest = school.order.filter((entry) => entry !== need);
  return { ...school, order: [...rest.slice(0, to), need, ...rest.slice(to)] };
}

export function setWhy(school: School, need: NeedId, why: string): School {
  const { [need]: _, ...rest } = school.why;
  return { ...school, why: why === '' ? rest : { ...rest, [need]: why } };
}

/** What a school grades: every thing of a family, or one kind by its id. The same word may name both. */
export interface Graded {
  of: 'grades' | 'exceptions';
  id: string;
}

type Grades = School['exceptions'][string];
const gradesIn = (school: School, { of, id }: Graded): Grades => (school[of] as Record<string, Grades>)[id] ?? {};
const withGrades = (school: School, { of, id }: Graded, grades: Grades | null): School => {
  const { [id]: _, ...others } = school[of] as Record<string, Grades>;
  return { ...school, [of]: grades === null ? others : { ...others, [id]: grades } };
};

/** Grades a family or kind for a need in this school; null: it does not count. */
export const setGrade = (school: School, graded: Graded, need: NeedId, grade: Grade | null): School =>
  withGrades(school, graded, { ...gradesIn(school, graded), [need]: grade });

/** Takes the school's own grade away, so that it counts as it is marked in the catalogue. */
export function dropGrade(school: School, graded: Graded, need: NeedId): School {
  const { [need]: _, ...rest } = gradesIn(school, graded);
  if (Object.keys(rest).length > 0) return withGrades(school, graded, rest);
  const { [graded.id]: __, ...gradeWhy } = school.gradeWhy;
  return { ...withGrades(school, graded, null), gradeWhy };
}

export const setGradeWhy = (school: School, kind: string, why: string): School => ({
  ...school,
  gradeWhy: { ...school.gradeWhy, [kind]: why },
});

type Quantity = NonNullable<School['quantities'][NeedId]>;
export function setQuantity(school: School, need: NeedId, quantity: Quantity | null): School {
  const { [need]: _, ...rest } = school.quantities;
  return { ...school, quantities: quantity === null ? rest : { ...rest, [need]: quantity } };
}
