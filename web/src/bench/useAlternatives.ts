import type { NeedId, UnitId } from '@ivrak/core/model';
import { create } from 'zustand';

interface AlternativesStore {
  /** The need whose kinds are laid side by side; null: closed. */
  need: NeedId | null;
  /** The thing that would be swapped; null: one is added. */
  unitId: UnitId | null;
  show: (need: NeedId, unitId: UnitId | null) => void;
  close: () => void;
}

export const useAlternatives = create<AlternativesStore>((set) => ({
  need: null,
  unitId: null,
  show: (need, unitId) => set({ need, unitId }),
  close: () => set({ need: null, unitId: null }),
}));
