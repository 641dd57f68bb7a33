import { create } from 'zustand';

/** Pixels for a millimetre on the ground sheet: everything on it is true to this one scale. */
const STEPS = [0.6, 0.8, 1.05, 1.4, 1.9, 2.6] as const;
const START = 2;

interface SheetScale {
  step: number;
  scale: number;
  zoom: (by: 1 | -1) => void;
}

export const useSheetScale = create<SheetScale>((set, get) => ({
  step: START,
  scale: STEPS[START],
  zoom: (by) => {
    const step = Math.min(STEPS.length - 1, Math.max(0, get().step + by));
    set({ step, scale: STEPS[step] ?? 1 });
  },
}));

export const canZoom = (step: number, by: 1 | -1): boolean => STEPS[step + by] !== undefined;
