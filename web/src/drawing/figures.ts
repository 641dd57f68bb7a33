import type { NeedState } from '@ivrak/core/coverage';
import { inMeasures, type Measures, NEEDS, type NeedId, showLength, showMass, showSize, showVolume } from '@ivrak/core/model';

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
/** What lengths and masses are shown in; told by the settings. */
let measures: Measures = 'metric';
export const measuresNow = (): Measures => measures;
export function setMeasures(next: Measures): void {
  measures = next;
}
export const grams = (value: number): string => showMass(value, measures);
export const mm = (value: number): string => showLength(value, measures);
/** "120 × 80 × 36 mm" */
export const size = (...values: number[]): string => showSize(values, measures);
/** The same under a heading that names the unit. */
export const sizeFigures = (...values: number[]): string => showSize(values, measures, false);
export const massFigure = (value: number): string => grams(value).replace(/ \D+$/, '');
export const volume = (cm3: number): string => showVolume(cm3, measures);
/** A sentence of the engines, with its figures in what is shown here. */
export const told = (text: string): string => inMeasures(text, measures);

/** "2 seals", "1 glove pair" */
export const pieces = (need: NeedId, count: number): string => `${count} ${count === 1 ? NEEDS[need].one : NEEDS[need].many}`;
