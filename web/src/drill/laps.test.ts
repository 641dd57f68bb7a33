import { expect, it } from 'vitest';
import { type Laps, nextWords, press, stop } from './laps.ts';

const after = (...atMs: number[]): Laps => atMs.reduce(press, { is: 'ready' } as Laps);

it('takes a part with each press, and says what the next one ends', () => {
  expect(nextWords(after())).toBe('Start');
  expect(nextWords(after(1000))).toBe('In my hand');
  expect(nextWords(after(1000, 4210))).toBe('Open');
  expect(nextWords(after(1000, 4210, 9000))).toBe('It sits');
  expect(after(1000, 4210, 9000, 21_000)).toEqual({ is: 'stopped', taken: [3.2, 8, 20] });
  // Stopped, it waits until it is kept or set back.
  expect(after(1000, 4210, 9000, 21_000, 30_000)).toEqual({ is: 'stopped', taken: [3.2, 8, 20] });
});

it('may end with the thing in the hand, and with nothing is set back', () => {
  expect(stop(after(1000, 4210))).toEqual({ is: 'stopped', taken: [3.2] });
  expect(stop(after(1000))).toEqual({ is: 'ready' });
});
