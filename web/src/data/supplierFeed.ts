import type { Offer, OfferBook } from '@ivrak/core/buying';
import type { Answer } from './client.ts';

/** An article of the suppliers' feed. */
export type SupplierArticle = FeedAnswer['articles'][number];
export type FeedAnswer = Answer<'get', '/api/devices/supplier'>;

/** The book with what a feed says: its articles anew, whatever was written by hand as it was. Terms that are known stay. */
export function withFeed(book: OfferBook, { articles, suppliers }: FeedAnswer): OfferBook {
  const fromFeed = articles.map(
    ({ gtin, kind, perPack, priceMinor, supplier, authorised, leadDays, shelfDays }): Offer => ({
      id: gtin,
      kind,
      perPack,
      price: priceMinor,
      supplier,
      authorised,
      leadDays,
      shelfDays,
    }),
  );
  const ids = new Set(fromFeed.map(({ id }) => id));
  const known = new Set(book.suppliers.map(({ id }) => id));
  return {
    ...book,
    offers: [...book.offers.filter(({ id }) => !ids.has(id)), ...fromFeed],
    suppliers: [...book.suppliers, ...suppliers.filter(({ id }) => !known.has(id))],
  };
}
