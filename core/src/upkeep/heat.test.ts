import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import { type HeatSample, HeatSampleSchema } from '../model/upkeep.ts';
import { ageingFactor, heatedInterval, heatOf } from './heat.ts';

const hourly = (values: readonly number[]): HeatSample[] =>
  values.map((celsius, hour) => ({ at: new Date(Date.UTC(2026, 6, 1, hour)).toISOString(), celsius }));
const mkt = (values: readonly number[]) => heatOf(hourly(values))?.mktCelsius ?? Number.NaN;

describe('mean kinetic temperature (formula of ICH Q1A(R2) and USP <1079>; figures worked out independently from it)', () => {
  it.each([
    [[20, 30], 26.26],
    [[25, 25, 25], 25],
    [[5, 15, 25, 35, 45], 33.454],
    [[...Array<number>(23).fill(18), 62], 31.823],
  ])('of %j is %f', (values, expected) => {
    expect(mkt(values)).toBeCloseTo(expected, 3);
  });

  it('is never under the arithmetic mean and never over the highest, on random logs', () => {
    const random = new Random(seeded(5));
    for (let round = 0; round < rounds(500); round += 1) {
      const values = Array.from({ length: 1 + random.below(50) }, () => -20 + 90 * random.next());
      const heat = heatOf(hourly(values));
      if (heat === null) throw new Error('no heat');
      expect(heat.mktCelsius).toBeGreaterThanOrEqual(values.reduce((a, b) => a + b) / values.length - 1e-9);
      expect(heat.mktCelsius).toBeLessThanOrEqual(Math.max(...values) + 1e-9);
      expect(heat.maxCelsius).toBe(Math.max(...values));
    }
  });

  it('does not depend on the order of the samples, and weighs each by the time until the next', () => {
    const samples = hourly([10, 20, 40]);
    expect(heatOf(samples.toReversed())).toEqual(heatOf(samples));
    const at = (hour: number) => new Date(Date.UTC(2026, 6, 1, hour)).toISOString();
    const uneven = [0, 2, 3, 4, 5].map((hour, index) => ({ at: at(hour), celsius: index === 0 ? 30 : 20 }));
    // 30 degrees for two hours of six.
    expect(heatOf(uneven)?.mktCelsius).toBeCloseTo(mkt([30, 30, 20, 20, 20, 20]), 6);
  });

  it('does not let one sample speak for a month in which the logger was off', () => {
    const before = hourly([20, 20, 20, 60]);
    const after = { at: new Date(Date.UTC(2026, 7, 1)).toISOString(), celsius: 20 };
    expect(heatOf([...before, after])?.mktCelsius).toBeLessThan(56);
  });

  it('of nothing is nothing', () => {
    expect(heatOf([])).toBeNull();
  });
});

describe('ageing factor (ASTM F1980, Q10 = 2, reference 25 C)', () => {
  it.each([
    [25, 1],
    [40, 2.828],
    [55, 8],
    [15, 0.5],
  ])('at %d C is %f', (celsius, factor) => {
    expect(ageingFactor(celsius)).toBeCloseTo(factor, 3);
  });

  it('makes a year at 25 C of 45.6 days at 55 C', () => {
    expect(365 / ageingFactor(55)).toBeCloseTo(45.6, 1);
  });
});

describe('the interval of inspections', () => {
  it('is divided by the factor, never under 30 days and never lengthened', () => {
    expect(heatedInterval(90, 2)).toBe(45);
    expect(heatedInterval(90, 3.1)).toBe(30);
    expect(heatedInterval(180, 0.5)).toBe(180);
    expect(heatedInterval(90, 1)).toBe(90);
    expect(heatedInterval(20, 4)).toBe(20);
  });
});

describe('a sample', () => {
  it('needs a time with its zone and a temperature that can be', () => {
    expect(HeatSampleSchema.safeParse({ at: '2026-07-14T12:00:00Z', celsius: 61.5 }).success).toBe(true);
    expect(HeatSampleSchema.safeParse({ at: '2026-07-14 12:00', celsius: 20 }).success).toBe(false);
    expect(HeatSampleSchema.safeParse({ at: '2026-07-14T12:00:00Z', celsius: 400 }).success).toBe(false);
  });
});
