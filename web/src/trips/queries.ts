import type { AnswerOf, listTrips } from '@ivrak/contract';
import type { Trip } from '@ivrak/core/model';
import { useQuery } from '@tanstack/react-query';
import { api } from '../data/client.ts';

export type StoredTrip = AnswerOf<typeof listTrips>['trips'][number];
export const useTrips = () => useQuery({ queryKey: ['trips'], queryFn: () => api.get('/api/trips') });

export const saveTrip = (data: Trip, version: number | null) =>
  api.put('/api/trips/:id', { params: { id: data.id }, body: { version, data } });
