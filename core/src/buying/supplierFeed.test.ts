import { describe, expect, it } from 'vitest';
import { emptyBook } from './offers.ts';
import { withFeed } from './supplierFeed.ts';

const article = {
  gtin: '09506000134352',
  kind: 'marker',
  perPack: 4,
  priceMinor: 420,
  supplier: 'Pier',
  authorised: true,
  leadDays: 9,
  shelfDays: null,
};

describe('a feed of suppliers', () => {
  it('comes into the book once however often it is received, with its price of today', () => {
    const terms = [{ id: 'Pier', shipping: 490, freeFrom: 6000 }];
    const once = withFeed(emptyBook(), { articles: [article], suppliers: terms });
    expect(once.offers).toMatchObject([{ id: article.gtin, price: 420, perPack: 4, authorised: true }]);
    const dearer = withFeed(once, { articles: [{ ...article, priceMinor: 450 }], suppliers: terms });
    expect(dearer.offers).toMatchObject([{ price: 450 }]);
    expect(dearer.suppliers).toEqual(terms);
  });

  it('leaves what was written by hand, and terms that were changed, as they are', () => {
    const own = { id: 'own', kind: 'marker', perPack: 1, price: 100, supplier: 'Pier' };
    const book = { ...emptyBook(), offers: [own], suppliers: [{ id: 'Pier', shipping: 0, freeFrom: null }] };
    const after = withFeed(book, { articles: [article], suppliers: [{ id: 'Pier', shipping: 490 }] });
    expect(after.offers[0]).toBe(own);
    expect(after.suppliers).toEqual(book.suppliers);
  });
});
