import * as z from 'zod';
import { demoGtin } from './articles.ts';

export const SupplierArticleSchema = z.object({
  gtin: z.string(),
  kind: z.string(),
  perPack: z.number().int(),
  priceMinor: z.number().int(),
  supplier: z.string(),
  authorised: z.boolean(),
  leadDays: z.number().int(),
  /** Shelf life promised on delivery, days; null: nothing dated. */
  shelfDays: z.number().int().nullable(),
});
type SupplierArticle = z.infer<typeof SupplierArticleSchema>;

const line = (
  number: number,
  kind: string,
  perPack: number,
  priceMinor: number,
  supplier: string,
  authorised: boolean,
  leadDays: number,
  shelfDays: number | null,
): SupplierArticle => ({ gtin: demoGtin(number), kind, perPack, priceMinor, supplier, authorised, leadDays, shelfDays });

/** The simulated supplier feed: made-up sellers and article numbers in the range that GS1 keeps for examples. */
export const SUPPLIER_FEED: readonly SupplierArticle[] = [
  line(101, 'hemostatic-ribbon', 1, 3600, 'Pier Road Chandlery', true, 9, 1200),
  line(102, 'bar-bandage-150', 1, 990, 'Pier Road Chandlery', true, 9, 1500),
  line(103, 'burn-gel', 1, 690, 'Pier Road Chandlery', true, 9, 900),
  line(104, 'nasal-airway-28', 1, 590, 'Pier Road Chandlery', true, 9, 1400),
  line(105, 'triangular-bandage', 6, 1250, 'Kelp Lane Supplies', true, 14, null),
  line(106, 'cohesive-wrap', 12, 1900, 'Kelp Lane Supplies', true, 14, null),
  line(107, 'windlass-tourniquet', 1, 1290, 'Bargain Buoy', false, 5, null),
  line(108, 'antiseptic-wipe', 100, 850, 'Kelp Lane Supplies', true, 14, 1000),
];
