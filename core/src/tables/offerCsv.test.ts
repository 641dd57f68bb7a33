import { describe, expect, it } from 'vitest';
import { emptyBook } from '../buying/offers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { guessOfferMapping, readOfferRows, withOffers } from './offerCsv.ts';

const CATALOG = kindCatalog();
const read = (rows: Record<string, string>[]) => readOfferRows(rows, guessOfferMapping(Object.keys(rows[0] ?? {})), CATALOG);

describe('a table of offers', () => {
  it('is read by name or id, with money in whole minor units', () => {
    const [a, b] = read([
      { Item: 'windlass-tourniquet', Supplier: 'Pier Road', 'Pack price': '29,50', 'Pack size': '', Authorised: 'yes', 'Lead time': '4' },
      { Item: 'Rolled gauze 75 mm', Supplier: 'Pier Road', 'Pack price': '6', 'Pack size': '12', Authorised: '', 'Lead time': '' },
    ]);
    expect(a?.offer).toEqual({
      kind: 'windlass-tourniquet',
      supplier: 'Pier Road',
      perPack: 1,
      price: 2950,
      shelfDays: null,
      authorised: true,
      leadDays: 4,
    });
    expect(b?.offer ?? b?.issues).toMatchObject({ kind: 'rolled-gauze', perPack: 12, price: 600, authorised: null });
  });

  it('says of every bad cell which column it is and what would do', () => {
    const [bad, none] = read([
      { kind: 'nonsense', supplier: '', price: '12.345', 'per pack': 'two', authorised: 'perhaps' },
      { kind: 'gloves', supplier: 'A', price: '1', 'per pack': '0', authorised: '' },
    ]);
    expect(bad).toMatchObject({ row: 2, offer: null });
    expect(bad?.issues.map(({ field }) => field).sort()).toEqual(['authorised', 'kind', 'perPack', 'price', 'supplier']);
    expect(none?.issues).toEqual([{ field: 'perPack', message: 'must be at least 1' }]);
  });

  it('goes into the book once however often it is read, and brings its suppliers along', () => {
    const offers = [
      { kind: 'gloves', supplier: 'A', perPack: 10, price: 340 },
      { kind: 'gloves', supplier: 'A', perPack: 50, price: 1500 },
    ];
    const once = withOffers(emptyBook(), offers);
    const again = withOffers(once, [{ ...offers[0], kind: 'gloves', supplier: 'A', perPack: 10, price: 300 }]);
    expect(again.offers.map(({ perPack, price }) => [perPack, price]).sort()).toEqual([
      [10, 300],
      [50, 1500],
    ]);
    expect(new Set(again.offers.map(({ id }) => id)).size).toBe(2);
    expect(again.suppliers).toEqual([{ id: 'A', shipping: 0, freeFrom: null }]);
  });
});
