import type { Person, PlacesPlan } from '@ivrak/core/model';
import { useQuery } from '@tanstack/react-query';
import { api } from '../data/client.ts';

export type StoredPerson = Person & { version: number };

export const useCrew = () =>
  useQuery({ queryKey: ['people'], queryFn: () => api.get<{ people: StoredPerson[] }>('/api/people'), staleTime: 60_000 });
export interface StoredPlaces {
  data: PlacesPlan;
  version: number | null;
}
export const usePlaces = () => useQuery({ queryKey: ['places'], queryFn: () => api.get<StoredPlaces>('/api/places') });
