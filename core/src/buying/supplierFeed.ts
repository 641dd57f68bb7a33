import type { Offer, OfferBook, SupplierTerms } from './offers.ts';

/** What suppliers tell of what they sell: articles by their number, and what they ask for sending. */
export interface SupplierFeed {
  articles: readonly (Omit<Offer, 'id' | 'price'> & { gtin: string; priceMinor: number })[];
  suppliers: readonly SupplierTerms[];
}

/** The book with what a feed says: its articles anew, whatever was written by hand as it was. Terms that are known stay. */
export function withFeed(book: OfferBook, { articles, suppliers }: SupplierFeed): OfferBook {
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
