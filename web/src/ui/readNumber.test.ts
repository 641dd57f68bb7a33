import { describe, expect, it } from 'vitest';
import { formatNumber, readNumber } from './readNumber.ts';

const limits = { min: 0, max: 720, decimals: 2 };

describe('a typed number', () => {
  it('is read with point or comma, and while its end is still missing', () => {
    for (const [text, value] of [
      ['0.75', 0.75],
      ['0,75', 0.75],
      ['.5', 0.5],
      ['0.', 0],
      [' 12 ', 12],
      ['0.755', 0.76],
    ] as const)
      expect(readNumber(text, limits)).toEqual({ kind: 'number', value });
  });

  it('is nothing when the field is empty', () => {
    expect(readNumber('  ', limits)).toEqual({ kind: 'empty' });
  });

  it('is refused with what would do', () => {
    expect(readNumber('ten', limits)).toEqual({ kind: 'refused', message: 'Write a number, such as 0.5.' });
    expect(readNumber('1e3', limits)).toMatchObject({ kind: 'refused' });
    expect(readNumber('721', limits)).toEqual({ kind: 'refused', message: 'At most 720.' });
    expect(readNumber('-1', limits)).toEqual({ kind: 'refused', message: 'At least 0.' });
    expect(readNumber('1.5', { min: 1, decimals: 0 })).toEqual({ kind: 'refused', message: 'Write a whole number.' });
  });

  it('is written without tails of binary fractions', () => {
    expect(formatNumber(0.1 + 0.2, 2)).toBe('0.3');
    expect(formatNumber(2, 2)).toBe('2');
  });
});
