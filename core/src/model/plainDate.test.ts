import { describe, expect, it } from 'vitest';
import { addDays, compareExpiry, daysBetween, lastDayOfMonth, plainDate, showDate, toPlainDate } from './plainDate.ts';

describe('plain dates', () => {
  it.each([
    '2027-02-30',
    '2027-13-01',
    '2027-00-10',
    '2027-1-1',
    '27-01-01',
    '2026-02-29',
    '2027-04-31',
    ' 2027-04-30',
    '2027-04-30T00:00',
    '',
  ])('refuses %s', (text) => {
    expect(toPlainDate(text)).toBeNull();
  });

  it('takes leap days only in leap years', () => {
    expect(toPlainDate('2028-02-29')).toBe('2028-02-29');
    expect(toPlainDate('2000-02-29')).toBe('2000-02-29');
    expect(toPlainDate('2100-02-29')).toBeNull();
  });

  it('counts over month ends, leap days and years', () => {
    expect(addDays(plainDate('2027-12-31'), 1)).toBe('2028-01-01');
    expect(addDays(plainDate('2028-03-01'), -1)).toBe('2028-02-29');
    expect(daysBetween(plainDate('2026-11-25'), plainDate('2027-11-25'))).toBe(365);
    expect(daysBetween(plainDate('2027-11-25'), plainDate('2026-11-25'))).toBe(-365);
    expect(lastDayOfMonth(2027, 2)).toBe('2027-02-28');
  });

  it('puts what never lapses behind every date', () => {
    const dates = [null, plainDate('2028-01-01'), plainDate('2027-01-01')];
    expect([...dates].sort(compareExpiry)).toEqual(['2027-01-01', '2028-01-01', null]);
  });

  it('shows dates in one form', () => {
    expect(showDate(plainDate('2027-03-14'))).toBe('14 Mar 2027');
  });
});
