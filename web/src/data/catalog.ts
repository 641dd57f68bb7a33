import { type Container, type Kind, type KindCatalog, type KitDraft, type Position, type School, searchText } from '@ivrak/core/model';
import { create } from 'zustand';

/** Kinds, schools, containers and carry positions as this installation knows them; nothing is drawn before they are there. */
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
  kinds: [],
  catalog: new Map(),
  schools: [],
  containers: [],
  positions: [],
  own: { kinds: {}, schools: {}, containers: {}, positions: {} },
  take: (told) => set({ ...told, catalog: new Map(told.kinds.map((kind) => [kind.id, kind])) }),
}));

/** What is shipped, for a page that the server does not answer; not part of the first page, since the server tells all of it. */
export async function takeShipped(): Promise<void> {
  if (useCatalog.getState().kinds.length > 0) return;
  const { CONTAINERS, KINDS, POSITIONS, SCHOOLS } = await import('@ivrak/core/catalog');
  const own = { kinds: {}, schools: {}, containers: {}, positions: {} };
  useCatalog.getState().take({ kinds: KINDS, schools: SCHOOLS, containers: CONTAINERS, positions: POSITIONS, own });
}

/** For code that runs once, outside of a component; components take it from `useCatalog`, so that they follow a change. */
export const catalogNow = (): KindCatalog => useCatalog.getState().catalog;
export const kindName = (id: string): string => catalogNow().get(id)?.name ?? id;

/** What a kind is found by: its name and the other words for it. */
export const kindWords = (id: string): string => searchText(catalogNow().get(id) ?? { name: id, alsoCalled: [] });

export const containerOf = (id: string) => useCatalog.getState().containers.find((container) => container.id === id);
export const positionOf = (id: string) => useCatalog.getState().positions.find((position) => position.id === id);

/** The server refuses kits that name a school it does not have. */
export function schoolOf(draft: Pick<KitDraft, 'schoolId'>): School {
  const { schools } = useCatalog.getState();
  const school = schools.find(({ id }) => id === draft.schoolId) ?? schools[0];
  if (school === undefined) throw new Error('no schools are shipped');
  return school;
}
