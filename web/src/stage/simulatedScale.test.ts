import { describe, expect, it } from 'vitest';
import { simulatedScale } from './simulatedScale.ts';

const LINES = [
  { id: 'strap', count: 1, massG: 80 },
  { id: 'gloves', count: 3, massG: 12 },
  { id: 'seals', count: 1, massG: 35 },
];

describe('the simulated scale', () => {
  it('says what is in it and the container, within one in a hundred, in its own steps', () => {
    const reading = simulatedScale(LINES, 100, '', 2);
    expect(Math.abs(reading - 251)).toBeLessThanOrEqual(0.01 * 151 + 1);
    expect(reading % 2).toBe(0);
    expect(simulatedScale(LINES, 100, '', 2)).toBe(reading);
  });

  it('leaves out one of what is named, not all of it', () => {
    const whole = simulatedScale(LINES, 0, '', 0.1);
    expect(whole - simulatedScale(LINES, 0, 'gloves', 0.1)).toBeCloseTo(12, 0);
    expect(whole - simulatedScale(LINES, 0, 'seals', 0.1)).toBeCloseTo(35, 0);
  });
});
