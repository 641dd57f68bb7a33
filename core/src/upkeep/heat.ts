import type { Position } from '../model/container.ts';
import type { HeatSample } from '../model/upkeep.ts';

export interface Heat {
  mktCelsius: number;
  /** How many times as fast as at the reference temperature; under 1 where it is cooler. */
  ageingFactor: number;
  maxCelsius: number;
  meanCelsius: number;
}

/** Activation energy in kJ/mol, gas constant in J/(mol K). Source: ICH Q1A(R2), USP <1079>. */
const DELTA_H = 83.144;
const GAS_CONSTANT = 8.314462618;
const ZERO_CELSIUS_K = 273.15;
/** Source: ASTM F1980. */
const Q10 = 2;
export const REFERENCE_CELSIUS = 25;
/** Planning value: a sample speaks for at most so many times the usual interval, so that a logger that was off tells nothing. */
const MOST_INTERVALS = 6;

/** How many times as fast things age at a temperature as at the reference. Source: ASTM F1980, Q10 = 2. */
export const ageingFactor = (celsius: number, refCelsius = REFERENCE_CELSIUS): number => Q10 ** ((celsius - refCelsius) / 10);

/**
 * Mean kinetic temperature and ageing factor of a temperature log; each sample counts for the time until the next. Samples may
 * come in any order. Null where there are none. Source: ICH Q1A(R2), USP <1079>; ASTM F1980.
 */
export function heatOf(samples: readonly HeatSample[], refCelsius = REFERENCE_CELSIUS): Heat | null {
  const rows = samples.map(({ at, celsius }) => ({ atMs: Date.parse(at), celsius })).sort((a, b) => a.atMs - b.atMs);
  if (rows.length === 0) return null;
  const gaps = rows.slice(1).map(({ atMs }, index) => atMs - (rows[index]?.atMs ?? atMs));
  const usual = gaps.toSorted((a, b) => a - b)[Math.floor(gaps.length / 2)] || 1;
  const weights = rows.map((_, index) => Math.min(gaps[index] ?? usual, MOST_INTERVALS * usual));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  // The last sample always counts for something, so there is a sum to divide by.
  const share = (index: number) => (weights[index] as number) / total;
  const energy = (DELTA_H * 1000) / GAS_CONSTANT;
  const mean = rows.reduce((sum, { celsius }, index) => sum + share(index) * celsius, 0);
  const boltzmann = rows.reduce((sum, { celsius }, index) => sum + share(index) * Math.exp(-energy / (celsius + ZERO_CELSIUS_K)), 0);
  const mktCelsius = energy / -Math.log(boltzmann) - ZERO_CELSIUS_K;
  const maxCelsius = rows.reduce((most, { celsius }) => Math.max(most, celsius), Number.NEGATIVE_INFINITY);
  return { mktCelsius, ageingFactor: ageingFactor(mktCelsius, refCelsius), maxCelsius, meanCelsius: mean };
}

/** Planning values: what stands in for a log where there is none. */
export const ASSUMED_CELSIUS: Record<Position['heat'], number> = { cool: 12, room: 22, warm: 30, hot: 40 };

/** Never under so many days, and never longer than the interval without heat. Planning value. */
export const LEAST_INTERVAL_DAYS = 30;

/** Days between inspections, brought forward by heat; never lengthened. */
export function heatedInterval(baseDays: number, factor: number): number {
  return Math.min(baseDays, Math.max(LEAST_INTERVAL_DAYS, Math.floor(baseDays / factor)));
}
