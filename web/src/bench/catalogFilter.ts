import { NEEDS, type NeedId, type Rung, rungOf } from '@ivrak/core';
import { create } from 'zustand';

interface CatalogFilter {
  search: string;
  rung: Rung | null;
  need: NeedId | null;
  setSearch(search: string): void;
  setRung(rung: Rung | null): void;
  showNeed(need: NeedId): void;
}

export const useCatalogFilter = create<CatalogFilter>((set) => ({
  search: '',
  rung: null,
  need: null,
  setSearch: (search) => set({ search }),
  setRung: (rung) => set({ rung, need: null }),
  showNeed: (need) => set({ need, rung: rungOf(need), search: '' }),
}));

export const filterLabel = (need: NeedId): string => `for ${NEEDS[need].label}`;
