import { expect, it } from 'vitest';
import { plainDate } from '../model/plainDate.ts';
import { offeredPrices } from './offers.ts';

it('a unit comes to its best offer, packs shared out, the discount of the day taken off, and authorised where the seller matters', () => {
  const offer = (kind: string, price: number, perPack: number, supplier: string, authorised: boolean | null = null) => ({
    id: `${kind}-${supplier}-${perPack}`,
    kind,
    price,
    perPack,
    supplier,
    authorised,
  });
  const book = {
    offers: [
      offer('gloves', 40, 1, 'near'),
      offer('gloves', 1001, 50, 'far'),
      offer('strap', 1900, 1, 'far', false),
      offer('strap', 2800, 1, 'near', true),
    ],
    suppliers: [
      { id: 'near', shipping: 400, discount: { percent: 10, code: '', until: plainDate('2026-12-31') } },
      { id: 'far', shipping: 900 },
    ],
  };
  const matters = (kind: string) => kind === 'strap';
  expect([...offeredPrices(book, matters, plainDate('2026-12-01'))]).toEqual([
    ['gloves', 21],
    ['strap', 2520],
  ]);
  expect(offeredPrices(book, matters, plainDate('2027-01-01')).get('strap')).toBe(2800);
});
