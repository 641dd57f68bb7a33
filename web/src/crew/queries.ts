import type { Person } from '@ivrak/core/model';
import { useQuery } from '@tanstack/react-query';
import { type Answer, api } from '../data/client.ts';

export type StoredPerson = Person & { version: number };

export type StoredPlaces = Answer<'get', '/api/places'>;
export const usePlaces = () => useQuery({ queryKey: ['places'], queryFn: () => api.get('/api/places') });
