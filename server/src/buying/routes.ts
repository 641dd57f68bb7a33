import * as contract from '@ivrak/contract';
import { emptyBook, OfferBookSchema } from '@ivrak/core/buying';
import { eq } from 'drizzle-orm';
import { plans } from '../db/schema.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { writeRow } from '../records/customRecords.ts';

/** The book of offers: who sells what, in which packs, at which price, and what sending costs. */
export const buyingRoutes = (here: Installation): Served[] => [
  serve(contract.getOffers, async () => {
    const [row] = await here.db.select().from(plans).where(eq(plans.id, 'offers'));
    return row === undefined ? { data: emptyBook(), version: null } : { data: OfferBookSchema.parse(row.data), version: row.version };
  }),
  serve(contract.saveOffers, async ({ body: { data, version }, who }) => {
    const issues: Issue[] = [];
    for (const [index, { id, kind }] of data.offers.entries()) {
      if (!here.catalog.kinds.has(kind)) issues.push({ path: `data.offers.${index}.kind`, message: `"${kind}" is not in the catalogue` });
      if (data.offers.findIndex((one) => one.id === id) !== index)
        issues.push({ path: `data.offers.${index}.id`, message: 'stands twice' });
    }
    for (const [index, { id }] of data.suppliers.entries())
      if (data.suppliers.findIndex((one) => one.id === id) !== index)
        issues.push({ path: `data.suppliers.${index}.id`, message: 'stands twice' });
    if (issues.length > 0) throw unacceptable(issues);
    return here.db.transaction((tx) => writeRow(tx, { table: plans, noun: 'book of offers', who, data, version }));
  }),
];
