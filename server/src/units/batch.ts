import { SupplierTermsSchema } from '@ivrak/core/buying';
import * as z from 'zod';
import { note } from '../db/journal.ts';
import type { Db } from '../db/open.ts';
import { SUPPLIER_TERMS, SupplierArticleSchema, supplierFeed } from '../devices/supplier.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { IntakeSchema, takeAll } from './intake.ts';

const MOST_ROWS = 5000;

/** Many things at once, from a file: all of them or none. */
export const batchRoutes = (db: Db): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/devices/supplier',
    summary: 'The simulated feed of suppliers: articles with kind, pack, price and lead time',
    response: z.object({ articles: z.array(SupplierArticleSchema), suppliers: z.array(SupplierTermsSchema) }),
    handle: () => ({ articles: supplierFeed(), suppliers: [...SUPPLIER_TERMS] }),
  }),
  route({
    method: 'post',
    path: '/api/stores/batch',
    summary: 'Take many units in: all of them or none',
    status: 201,
    body: z.object({
      rows: z
        .array(IntakeSchema.omit({ id: true }))
        .min(1, 'holds no rows')
        .max(MOST_ROWS, `holds more than ${MOST_ROWS} rows`),
    }),
    response: z.object({ taken: z.number(), suspect: z.number() }),
    handle: ({ body: { rows }, who, tell }) =>
      db.transaction(async (tx) => {
        const made = await takeAll(tx, rows, (row) => `rows.${row}.`, tell);
        await note(tx, who, [{ what: 'units taken in from a file', subject: 'stores', after: { ids: made.map(({ id }) => id) } }]);
        return { taken: made.length, suspect: made.filter(({ condition }) => condition === 'suspect').length };
      }),
  }),
];
