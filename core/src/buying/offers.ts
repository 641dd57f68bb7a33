import * as z from 'zod';
import { type PlainDate, PlainDateSchema } from '../model/plainDate.ts';

const money = z.number().int('must be whole minor units').min(0, 'must not be negative').max(100_000_000);
const count = z.number().int('must be a whole number').min(1, 'must be at least 1').max(100_000);

export const OfferSchema = z.object({
  id: z.string().min(1).max(80),
  kind: z.string().min(1).max(80),
  /** Units of the kind in one pack. */
  perPack: count,
  /** Of one pack, minor units. */
  price: money,
  supplier: z.string().min(1).max(80),
  /** Days that are left at least when it arrives; null or absent: it carries no date. */
  shelfDays: z.number().int().min(0).nullable().optional(),
  /** Null or absent: not known. */
  authorised: z.boolean().nullable().optional(),
  leadDays: z.number().int().min(0).max(365).optional(),
});
export type Offer = z.infer<typeof OfferSchema>;

/** Off the whole order: at once or by a code, until a day. */
const DiscountSchema = z.object({
  percent: z.number().min(0, 'must not be negative').max(95, 'must be at most 95 %'),
  /** What has to be named; empty: nothing. */
  code: z.string().trim().max(40).default(''),
  /** The last day; null: no end is known. */
  until: PlainDateSchema.nullable().default(null),
});

export const SupplierTermsSchema = z.object({
  id: z.string().min(1).max(80),
  /** Paid once an order, minor units. */
  shipping: money,
  /** From this value of goods on shipping costs nothing; null or absent: it always costs. */
  freeFrom: money.nullable().optional(),
  discount: DiscountSchema.nullable().optional(),
});
export type SupplierTerms = z.infer<typeof SupplierTermsSchema>;

/** Offers and terms as a crew keeps them. */
export const OfferBookSchema = z.object({
  id: z.literal('offers'),
  offers: z.array(OfferSchema).max(1000),
  suppliers: z.array(SupplierTermsSchema).max(100),
});
export type OfferBook = z.infer<typeof OfferBookSchema>;
export const emptyBook = (): OfferBook => ({ id: 'offers', offers: [], suppliers: [] });

export const BuyingProblemSchema = z.object({
  need: z
    .array(
      z.object({
        kind: z.string().min(1).max(80),
        count,
        /** Other kinds that serve as well; absent: none. */
        accepts: z.array(z.string().min(1).max(80)).max(20).optional(),
      }),
    )
    .max(200),
  offers: z.array(OfferSchema).max(1000),
  suppliers: z.array(SupplierTermsSchema).max(100),
  /** The day of ordering: what has ended by then is not taken off. Absent: every discount holds. */
  on: PlainDateSchema.optional(),
  /** Dated goods with less are not bought. */
  leastShelfDays: z.number().int().min(0).optional(),
  /** Kinds that are bought of authorised sellers only. */
  authorisedOnly: z.array(z.string()).max(200).optional(),
  /** The share of what is left over that will lapse unused, 0 to 1; it is added to the outlay that is compared. */
  wasteShare: z.number().min(0).max(1).optional(),
});
export type BuyingProblem = z.infer<typeof BuyingProblemSchema>;

/** Percent off what a supplier sells on a day; no day: whatever the terms say. */
export const percentOff = ({ discount }: Pick<SupplierTerms, 'discount'>, on: PlainDate | undefined): number =>
  discount == null || (on !== undefined && discount.until !== null && discount.until < on) ? 0 : discount.percent;

/**
 * What one unit of a kind comes to at its best offer on a day, discounts taken off and packs shared out, rounded up to minor units. Of
 * kinds where the seller matters only authorised ones are looked at. Shipping and what is left over of a pack are not in it.
 */
export function offeredPrices(
  { offers, suppliers }: Pick<OfferBook, 'offers' | 'suppliers'>,
  sellerMatters: (kind: string) => boolean,
  on?: PlainDate,
): Map<string, number> {
  const terms = new Map(suppliers.map((supplier) => [supplier.id, supplier]));
  const prices = new Map<string, number>();
  for (const { kind, price, perPack, supplier, authorised } of offers) {
    if (sellerMatters(kind) && authorised !== true) continue;
    const own = terms.get(supplier);
    const paid = own === undefined ? price : (price * (100 - percentOff(own, on))) / 100;
    prices.set(kind, Math.min(prices.get(kind) ?? Number.POSITIVE_INFINITY, Math.ceil(paid / perPack)));
  }
  return prices;
}
