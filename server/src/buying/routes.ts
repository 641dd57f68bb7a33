import { emptyBook, OfferBookSchema } from '@ivrak/core/buying';
import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { KIND_CATALOG } from '../catalog/catalog.ts';
import type { Db } from '../db/open.ts';
import { plans } from '../db/schema.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { writeRow } from '../records/customRecords.ts';

const StoredBookSchema = z.object({ data: OfferBookSchema, version: z.number().int().positive().nullable() });

/** The book of offers: who sells what, in which packs, at which price, and what sending costs. */
export const buyingRoutes = (db: Db): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/offers',
    summary: 'Offers and what suppliers ask for sending',
    response: StoredBookSchema,
    handle: async () => {
      const [row] = await db.select().from(plans).where(eq(plans.id, 'offers'));
      return row === undefined ? { data: emptyBook(), version: null } : { data: OfferBookSchema.parse(row.data), version: row.version };
    },
  }),
  route({
    method: 'put',
    path: '/api/offers',
    summary: 'Write the book of offers whole',
    body: StoredBookSchema,
    response: StoredBookSchema,
    handle: async ({ body: { data, version }, who }) => {
      const issues: Issue[] = [];
      for (const [index, { id, kind }] of data.offers.entries()) {
        if (!KIND_CATALOG.has(kind)) issues.push({ path: `data.offers.${index}.kind`, message: `"${kind}" is not in the catalogue` });
        if (data.offers.findIndex((one) => one.id === id) !== index)
          issues.push({ path: `data.offers.${index}.id`, message: 'stands twice' });
      }
      for (const [index, { id }] of data.suppliers.entries())
        if (data.suppliers.findIndex((one) => one.id === id) !== index)
          issues.push({ path: `data.suppliers.${index}.id`, message: 'stands twice' });
      if (issues.length > 0) throw unacceptable(issues.slice(0, 100));
      return db.transaction((tx) => writeRow(tx, { table: plans, noun: 'book of offers', who, data, version }));
    },
  }),
];
