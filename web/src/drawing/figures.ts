import type { NeedState } from '@ivrak/core/coverage';
import { NEEDS, type NeedId } from '@ivrak/core/model';

export const STATE_WORDS: Record<NeedState, string> = {
  off: 'not needed',
  elsewhere: 'elsewhere',
  gap: 'gap',
  thin: 'thin',
  held: 'held',
  full: 'full',
};

/** Stands behind every amount; told by the settings. */
let currency = '€';
export const currencyNow = (): string => currency;
export function setCurrency(next: string): void {
  currency = next;
}

/** "28.00 €"; on one line. */
export const price = (minor: number): string => `${(minor / 100).toFixed(2)}\u00a0${currency}`;
export const grams = (value: number): string => `${Math.round(value)} g`;
export const mm = (value: number): string => `${Math.round(value * 10) / 10} mm`;

/** "2 seals", "1 glove pair" */
export const pieces = (need: NeedId, count: number): string => `${count} ${count === 1 ? NEEDS[need].one : NEEDS[need].many}`;
