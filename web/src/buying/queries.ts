import type { BuyingProblem } from '@ivrak/core/buying';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { type Answer, api } from '../data/client.ts';

export type StoredBook = Answer<'get', '/api/offers'>;
export const useOffers = () => useQuery({ queryKey: ['offers'], queryFn: () => api.get('/api/offers') });

/** Worked out on the server, where the solver is; the same question is not asked twice. */
export const usePlan = (problem: BuyingProblem) =>
  useQuery({
    queryKey: ['buying', problem],
    enabled: problem.need.length > 0 && problem.offers.length > 0,
    staleTime: 60_000,
    queryFn: () => api.post('/api/compute/buying', { body: problem }),
  });

export type StoredOrder = Answer<'get', '/api/orders'>['orders'][number];
export const useOrders = () => useQuery({ queryKey: ['orders'], queryFn: () => api.get('/api/orders') });

export type StoredMinimums = Answer<'get', '/api/minimums'>;
export const minimumsQuery = queryOptions({ queryKey: ['minimums'], queryFn: () => api.get('/api/minimums') });
export const useMinimums = () => useQuery(minimumsQuery);
