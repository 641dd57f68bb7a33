import type { AnswerOf, listPatterns, listSets } from '@ivrak/contract';
import { defaultLapsePolicy, type KitView, type LapsePolicy } from '@ivrak/core/model';
import { QueryClient, queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { setCurrency, setMeasures } from '../drawing/figures.ts';
import { takeShipped, useCatalog } from './catalog.ts';
import { ApiError, api, whoAmI } from './client.ts';

/** A refusal stays one however often it is asked; a server that does not answer may have been starting. */
const mayRetry = (failures: number, error: unknown): boolean => failures < 1 && !(error instanceof ApiError && error.status < 500);

export const queryClient = new QueryClient({
  defaultOptions: { queries: { staleTime: 2000, retry: mayRetry, refetchOnWindowFocus: true } },
});

/** A kit as Muster lists it: its packing in figures only, and of its set what it is called. */
export type MusteredKit = Omit<KitView, 'packing' | 'inSet'> & { inSet: { id: string; name: string } | null };

export const settingsQuery = queryOptions({
  queryKey: ['settings'],
  queryFn: async () => {
    const told = await api.get('/api/settings');
    setCurrency(told.currency);
    setMeasures(told.measures);
    return told;
  },
});
export const useSettings = () => useQuery(settingsQuery);
/** What a lapsed course does here. */
export const useLapsePolicy = (): LapsePolicy => useSettings().data?.lapsedCourses ?? defaultLapsePolicy();
/** What the server knows of kinds and schools goes into the catalogue, from which every screen reads. */
export const catalogQuery = queryOptions({
  queryKey: ['catalog'],
  staleTime: 60_000,
  queryFn: async ({ signal }) => {
    const told = await api.get('/api/catalog').catch(async (error: unknown) => {
      await takeShipped();
      throw error;
    });
    // An answer that was asked for before a change may come after the one that knows of it.
    if (!signal.aborted) useCatalog.getState().take(told);
    return told.own;
  },
});
export const useCatalogQuery = () => useQuery(catalogQuery);
export const kitQuery = (id: string) =>
  queryOptions({ queryKey: ['kit', id], queryFn: () => api.get('/api/kits/:id', { params: { id } }) });

/** Asks for what the screen at an address will need, while the screen itself is still being fetched. */
export function askAhead(path: string): void {
  void queryClient.prefetchQuery(settingsQuery);
  void queryClient.prefetchQuery(catalogQuery);
  const [, kitId] = /^\/(?:use|kits|took)\/([^/]+)/.exec(path) ?? [];
  if (kitId !== undefined) void queryClient.prefetchQuery(kitQuery(decodeURIComponent(kitId)));
}
export const useLists = () => useQuery({ queryKey: ['lists'], queryFn: () => api.get('/api/lists') });
export const useKits = () => useQuery({ queryKey: ['kits'], queryFn: () => api.get('/api/kits') });
export const peopleQuery = queryOptions({ queryKey: ['people'], queryFn: () => api.get('/api/people'), staleTime: 60_000 });
export type StoredSet = AnswerOf<typeof listSets>['sets'][number];
export const useSets = () => useQuery({ queryKey: ['sets'], queryFn: () => api.get('/api/sets') });
export type StoredPattern = AnswerOf<typeof listPatterns>['patterns'][number];
export const usePatterns = () => useQuery({ queryKey: ['patterns'], queryFn: () => api.get('/api/patterns') });
export const usePeople = () => useQuery(peopleQuery);
/** What whoever acts here is called in the crew; null: nobody of it. */
export const useMyName = (): string | null => usePeople().data?.people.find(({ id }) => id === whoAmI())?.name ?? null;
export const useStores = () =>
  useQuery({
    queryKey: ['stores'],
    queryFn: () => api.get('/api/stores'),
  });
export const useUpkeep = () => useQuery({ queryKey: ['upkeep'], queryFn: () => api.get('/api/upkeep') });
export const useDiscrepancies = () => useQuery({ queryKey: ['discrepancies'], queryFn: () => api.get('/api/discrepancies') });
export const useRestock = () => useQuery({ queryKey: ['restock'], queryFn: () => api.get('/api/restock') });

const DERIVED = [
  'kits',
  'sets',
  'patterns',
  'lists',
  'trips',
  'stores',
  'upkeep',
  'horizon',
  'rotation',
  'carry',
  'people',
  'places',
  'restock',
  'discrepancies',
  'drills',
  'catalog',
];

/** After a change everything derived from stock may differ, so all of it is asked again. */
export async function refreshAll(client: QueryClient = queryClient): Promise<void> {
  await Promise.all(DERIVED.map((key) => client.invalidateQueries({ queryKey: [key] })));
}
export function useRefresh(): () => Promise<void> {
  const client = useQueryClient();
  return () => refreshAll(client);
}
