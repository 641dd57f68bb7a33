import type { BuyingPlan } from '@ivrak/core/buying';
import { describe, expect, it } from 'vitest';
import { shoppingRows } from './shoppingRows.ts';

const PLAN: BuyingPlan = {
  orders: [
    {
      supplier: 'A',
      lines: [
        { offer: 'g5', kind: 'gauze', packs: 2, units: 10, priceMinor: 1100 },
        { offer: 'g1', kind: 'gauze', packs: 1, units: 1, priceMinor: 140 },
      ],
      goodsMinor: 1240,
      shippingMinor: 490,
      discount: { percent: 10, code: 'TIDE', until: null, savedMinor: 138 },
    },
  ],
  total: 1730,
  leftover: [{ kind: 'gauze', count: 4 }],
  perUnit: [],
  servedBy: [],
  unmet: [{ kind: 'seals', count: 2, why: 'nobody offers it' }],
  proven: true,
  comparedMinor: 1730,
  boundMinor: 1730,
};

describe('a shopping list as a table', () => {
  const rows = shoppingRows(PLAN, (kind) => kind.toUpperCase(), '€');

  it('has a row for each line, one for sending, and what nobody sells', () => {
    expect(rows.map(({ supplier, thing, packs, perPack, units, sum }) => [supplier, thing, packs, perPack, units, sum])).toEqual([
      ['A', 'GAUZE', 2, 5, 10, '11.00'],
      ['A', 'GAUZE', 1, 1, 1, '1.40'],
      ['A', 'Shipping', '', '', 1, '4.90'],
      ['', 'SEALS', '', '', 2, ''],
    ]);
    expect(rows.at(-1)?.note).toBe('nobody offers it');
    expect(rows[2]?.note).toBe('10 % off by the code TIDE, taken off above');
  });

  it('adds up to the plan, in money and in what lies over', () => {
    expect(rows.reduce((sum, row) => sum + Math.round(Number(row.sum) * 100), 0)).toBe(PLAN.total);
    expect(rows.reduce((sum, { leftOver }) => sum + leftOver, 0)).toBe(4);
  });
});
