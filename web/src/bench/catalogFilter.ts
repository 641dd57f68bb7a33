import { NEEDS, type NeedId, type Rung, rungOf } from '@ivrak/core/model';
import { create } from 'zustand';
import type { Sort } from './catalogOrder.ts';

interface CatalogFilter {
  search: string;
  rung: Rung | null;
  need: NeedId | null;
  sort: Sort;
  setSearch(search: string): void;
  setRung(rung: Rung | null): void;
  showNeed(need: NeedId): void;
  setSort(sort: Sort): void;
}

export const useCatalogFilter = create<CatalogFilter>((set) => ({
  search: '',
  rung: null,
  need: null,
  sort: 'helps',
  setSearch: (search) => set({ search }),
  setRung: (rung) => set({ rung, need: null }),
  showNeed: (need) => set({ need, rung: rungOf(need), search: '' }),
  setSort: (sort) => set({ sort }),
}));

export const filterLabel = (need: NeedId): string => `for ${NEEDS[need].label}`;
