import { CONTAINERS, KINDS, type Kind, type KindCatalog, type KitDraft, kindCatalog, POSITIONS, SCHOOLS, type School } from '@ivrak/core';
import { create } from 'zustand';

/** Kinds and schools as this installation knows them: what is shipped, until the server has told what is its own. */
interface CatalogStore {
  kinds: readonly Kind[];
  catalog: KindCatalog;
  schools: readonly School[];
  /** Ids of what was added or changed here, with the version for the next write. */
  own: { kinds: Record<string, number>; schools: Record<string, number> };
  take(told: Pick<CatalogStore, 'kinds' | 'schools' | 'own'>): void;
}

export const useCatalog = create<CatalogStore>((set) => ({
  kinds: KINDS,
  catalog: kindCatalog(),
  schools: SCHOOLS,
  own: { kinds: {}, schools: {} },
  take: ({ kinds, schools, own }) => set({ kinds, schools, own, catalog: kindCatalog(kinds) }),
}));

/** For code that runs once, outside of a component; components take it from `useCatalog`, so that they follow a change. */
export const catalogNow = (): KindCatalog => useCatalog.getState().catalog;
export const kindName = (id: string): string => catalogNow().get(id)?.name ?? id;

export const containerOf = (id: string) => CONTAINERS.find((container) => container.id === id);
export const positionOf = (id: string) => POSITIONS.find((position) => position.id === id);

/** The server refuses kits that name a school it does not have. */
export function schoolOf(draft: Pick<KitDraft, 'schoolId'>): School {
  const { schools } = useCatalog.getState();
  const school = schools.find(({ id }) => id === draft.schoolId) ?? schools[0];
  if (school === undefined) throw new Error('no schools are shipped');
  return school;
}
