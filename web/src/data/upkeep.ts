import { useQuery } from '@tanstack/react-query';
import { type Answer, api } from './client.ts';

export type PlaceHeat = Answer<'get', '/api/heat'>['places'][number];

export type StoredMove = RotationAnswer['moves'][number];
export type RotationAnswer = Answer<'get', '/api/rotation'>;
export type AppliedMove = Answer<'post', '/api/rotation'>['undo'][number];
export type NoticeHit = Answer<'get', '/api/notices'>['hits'][number];

export const useHorizon = () => useQuery({ queryKey: ['horizon'], queryFn: () => api.get('/api/horizon') });
export const useHeat = () => useQuery({ queryKey: ['heat'], queryFn: () => api.get('/api/heat') });
export const useRotation = () => useQuery({ queryKey: ['rotation'], queryFn: () => api.get('/api/rotation') });
export const useNotices = () => useQuery({ queryKey: ['notices'], queryFn: () => api.get('/api/notices') });
export const useInspections = (kitId: string) =>
  useQuery({
    queryKey: ['inspections', kitId],
    queryFn: () => api.get('/api/kits/:id/inspections', { params: { id: kitId } }),
  });
