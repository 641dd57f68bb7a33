import { CONTAINERS, type KitDraft, kindCatalog, POSITIONS, SCHOOLS, type School } from '@ivrak/core';

export const CATALOG = kindCatalog();
export const containerOf = (id: string) => CONTAINERS.find((container) => container.id === id);
export const positionOf = (id: string) => POSITIONS.find((position) => position.id === id);

/** Schools are shipped with the program; the server refuses kits that name another. */
export function schoolOf(draft: Pick<KitDraft, 'schoolId'>): School {
  const school = SCHOOLS.find(({ id }) => id === draft.schoolId) ?? SCHOOLS[0];
  if (school === undefined) throw new Error('no schools are shipped');
  return school;
}
