import type { Inspection, Notice, PlainDate } from '@ivrak/core/model';
import type { HorizonRow } from '@ivrak/core/upkeep';
import { useQuery } from '@tanstack/react-query';
import { api } from './client.ts';

export interface PlaceHeat {
  positionId: string;
  name: string;
  heatClass: 'cool' | 'room' | 'warm' | 'hot';
  assumedCelsius: number;
  ageingFactor: number;
  isAssumed: boolean;
  log: {
    mktCelsius: number;
    meanCelsius: number;
    maxCelsius: number;
    from: string;
    to: string;
    count: number;
    sources: string[];
    days: { on: PlainDate; highCelsius: number; lowCelsius: number }[];
  } | null;
}

export interface StoredMove {
  unitId: string;
  kind: string;
  count: number;
  expiresOn: PlainDate | null;
  lot: string | null;
  from: string | null;
  to: string | null;
  version: number;
}
export interface RotationAnswer {
  moves: StoredMove[];
  gains: { kitId: string; kitName: string; before: PlainDate | null; after: PlainDate | null }[];
  toPractice: StoredMove[];
  practiceWithinDays: number;
}
export interface AppliedMove {
  unitId: string;
  version: number;
  count: number;
  to: string | null;
}
export interface NoticeHit {
  notice: Notice;
  units: { unitId: string; kind: string; count: number; place: string; kitId: string | null; kitName: string | null }[];
}

export const useHorizon = () =>
  useQuery({ queryKey: ['horizon'], queryFn: () => api.get<{ from: PlainDate; to: PlainDate; rows: HorizonRow[] }>('/api/horizon') });
export const useHeat = () =>
  useQuery({ queryKey: ['heat'], queryFn: () => api.get<{ refCelsius: number; places: PlaceHeat[] }>('/api/heat') });
export const useRotation = () => useQuery({ queryKey: ['rotation'], queryFn: () => api.get<RotationAnswer>('/api/rotation') });
export const useNotices = () => useQuery({ queryKey: ['notices'], queryFn: () => api.get<{ hits: NoticeHit[] }>('/api/notices') });
export const useInspections = (kitId: string) =>
  useQuery({
    queryKey: ['inspections', kitId],
    queryFn: () => api.get<{ open: Inspection | null; finished: Inspection[] }>(`/api/kits/${kitId}/inspections`),
  });
