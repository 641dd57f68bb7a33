import { create } from 'zustand';

const KEY = 'ivrak.lamp';
const paint = (isRed: boolean): void => {
  if (isRed) document.documentElement.dataset.lamp = 'red';
  else delete document.documentElement.dataset.lamp;
};

/** Red lamp: one red scale on black, so that eyes stay used to the dark. It lies over day and dusk alike. */
export const useLamp = create<{ isRed: boolean; set: (isRed: boolean) => void }>()((set) => {
  const isRed = localStorage.getItem(KEY) === 'red';
  paint(isRed);
  return {
    isRed,
    set: (next) => {
      if (next) localStorage.setItem(KEY, 'red');
      else localStorage.removeItem(KEY);
      paint(next);
      set({ isRed: next });
    },
  };
});
