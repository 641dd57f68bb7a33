import { SupplierArticleSchema } from '@ivrak/contract';
import type { SupplierTerms } from '@ivrak/core/buying';
import type * as z from 'zod';
import { demoGtin } from './articles.ts';
import feed from './supplier.json' with { type: 'json' };

/** What the made-up suppliers ask for sending. */
export const SUPPLIER_TERMS: readonly SupplierTerms[] = [
  { id: 'Pier Road Chandlery', shipping: 490, freeFrom: 6000 },
  { id: 'Kelp Lane Supplies', shipping: 650, freeFrom: 10_000 },
  { id: 'Bargain Buoy', shipping: 250, freeFrom: null },
];

/** The simulated supplier feed: made-up sellers and article numbers in the range that GS1 keeps for examples. */
export const supplierFeed = (): z.infer<typeof SupplierArticleSchema>[] =>
  feed.map(({ number, ...article }) => SupplierArticleSchema.parse({ ...article, gtin: demoGtin(number) }));
