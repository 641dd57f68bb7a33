import type { BuyingPlan, BuyingProblem, OfferBook, Order, StoresMinimums } from '@ivrak/core/buying';
import { useQuery } from '@tanstack/react-query';
import { api } from '../data/client.ts';

export interface StoredBook {
  data: OfferBook;
  version: number | null;
}
export const useOffers = () => useQuery({ queryKey: ['offers'], queryFn: () => api.get<StoredBook>('/api/offers') });

/** Worked out on the server, where the solver is; the same question is not asked twice. */
export const usePlan = (problem: BuyingProblem) =>
  useQuery({
    queryKey: ['buying', problem],
    enabled: problem.need.length > 0 && problem.offers.length > 0,
    staleTime: 60_000,
    queryFn: () => api.post<BuyingPlan>('/api/compute/buying', problem),
  });

export interface StoredOrder {
  data: Order;
  version: number;
}
export const useOrders = () => useQuery({ queryKey: ['orders'], queryFn: () => api.get<{ orders: StoredOrder[] }>('/api/orders') });

export interface StoredMinimums {
  data: StoresMinimums;
  version: number | null;
}
export const useMinimums = () => useQuery({ queryKey: ['minimums'], queryFn: () => api.get<StoredMinimums>('/api/minimums') });
