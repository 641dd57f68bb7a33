import { plainDate } from '@ivrak/core/model';
import type { HorizonRow } from '@ivrak/core/upkeep';
import { describe, expect, it } from 'vitest';
import { chartRow, monthsIn, sayOf } from './horizonRows.ts';

const TODAY = plainDate('2026-11-25');
const row = (more: Partial<HorizonRow>): HorizonRow => ({
  id: 'k',
  name: 'Kit',
  of: 'kit',
  kitIds: ['k'],
  gapNow: false,
  holdsUntil: null,
  needs: [],
  inspections: [],
  ...more,
});
const need = (id: HorizonRow['needs'][number]['need'], lapsesOn: string | null, isHeld = true) => ({
  need: id,
  least: 1,
  isHeld,
  lapsesOn: lapsesOn === null ? null : plainDate(lapsesOn),
  orderBy: null,
  bookBy: null,
});

describe('a row of the chart', () => {
  it('breaks the bar of a rung where its first need lapses, and at once where one is missing already', () => {
    const { bars } = chartRow(
      row({ needs: [need('M.limb', null), need('M.pack', '2027-06-01'), need('M.press', '2027-03-01'), need('R.seal', null, false)] }),
      TODAY,
      null,
    );
    expect(bars).toEqual([
      { rung: 'M', gapFrom: '2027-03-01' },
      { rung: 'R', gapFrom: TODAY },
    ]);
  });

  it('shows one rung where one is asked for, with its marks only', () => {
    const shown = chartRow(row({ needs: [need('M.pack', '2027-06-01'), need('H.warm', '2027-01-01')] }), TODAY, 'M');
    expect(shown.bars.map(({ rung }) => rung)).toEqual(['M']);
    expect(shown.lapses).toEqual([{ on: '2027-06-01', rung: 'M' }]);
  });

  it('says how long it holds', () => {
    expect(sayOf(row({ gapNow: true }), TODAY)).toBe('gap now');
    expect(sayOf(row({ holdsUntil: plainDate('2026-12-05') }), TODAY)).toBe('holds 10 days');
    expect(sayOf(row({}), TODAY)).toBe('nothing lapses');
  });
});

describe('months', () => {
  it('begin on the first, within the span', () => {
    expect(monthsIn(TODAY, plainDate('2027-02-01'))).toEqual(['2026-12-01', '2027-01-01', '2027-02-01']);
  });
});
