import { CONTAINERS, KINDS, kindCatalog, POSITIONS, SCHOOLS } from '@ivrak/core/catalog';
import type { Container, Kind, KindCatalog, KitDraft, Position, School } from '@ivrak/core/model';
import { create } from 'zustand';

/** Kinds, schools, containers and carry positions as this installation knows them: what is shipped, until the server has told what is its own. */
interface CatalogStore {
  kinds: readonly Kind[];
  catalog: KindCatalog;
  schools: readonly School[];
  containers: readonly Container[];
  positions: readonly Position[];
  /** Ids of what was added or changed here, with the version for the next write. */
  own: Record<'kinds' | 'schools' | 'containers' | 'positions', Record<string, number>>;
  take(told: CatalogAnswer): void;
}
export type CatalogAnswer = Omit<CatalogStore, 'catalog' | 'take'>;

export const useCatalog = create<CatalogStore>((set) => ({
  kinds: KINDS,
  catalog: kindCatalog(),
  schools: SCHOOLS,
  containers: CONTAINERS,
  positions: POSITIONS,
  own: { kinds: {}, schools: {}, containers: {}, positions: {} },
  take: (told) => set({ ...told, catalog: kindCatalog(told.kinds) }),
}));

/** For code that runs once, outside of a component; components take it from `useCatalog`, so that they follow a change. */
export const catalogNow = (): KindCatalog => useCatalog.getState().catalog;
export const kindName = (id: string): string => catalogNow().get(id)?.name ?? id;

export const containerOf = (id: string) => useCatalog.getState().containers.find((container) => container.id === id);
export const positionOf = (id: string) => useCatalog.getState().positions.find((position) => position.id === id);

/** The server refuses kits that name a school it does not have. */
export function schoolOf(draft: Pick<KitDraft, 'schoolId'>): School {
  const { schools } = useCatalog.getState();
  const school = schools.find(({ id }) => id === draft.schoolId) ?? schools[0];
  if (school === undefined) throw new Error('no schools are shipped');
  return school;
}
