import { useQuery } from '@tanstack/react-query';
import { type Answer, api } from '../data/client.ts';
import { useUseLog } from './useLog.ts';

export type DebriefedLog = Answer<'get', '/api/use-logs/:id'>;

export const useStoredLog = (id: string) =>
  useQuery({ queryKey: ['use-log', id], queryFn: () => api.get('/api/use-logs/:id', { params: { id } }) });

/** The log to show: what this browser is writing goes before what the server has of it, which may be away. */
export function useLogToShow(id: string) {
  const kept = useUseLog((state) => state.log);
  const stored = useStoredLog(id);
  const mine = kept?.id === id ? kept : null;
  return { log: mine ?? stored.data ?? null, error: mine === null ? stored.error : null, stored };
}

export const useOpenLogs = () =>
  useQuery({
    queryKey: ['use-logs'],
    queryFn: () => api.get('/api/use-logs'),
  });
