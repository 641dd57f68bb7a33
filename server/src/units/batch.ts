import * as contract from '@ivrak/contract';
import { note } from '../db/journal.ts';
import { SUPPLIER_TERMS, supplierFeed } from '../devices/supplier.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { takeAll } from './intake.ts';

/** Many things at once, from a file: all of them or none. */
export const batchRoutes = (here: Installation): Served[] => [
  serve(contract.getSupplierFeed, () => ({ articles: supplierFeed(), suppliers: [...SUPPLIER_TERMS] })),
  serve(contract.importUnits, ({ body: { rows }, who, reportProgress }) =>
    here.db.transaction(async (tx) => {
      const made = await takeAll(here, tx, rows, (row) => `rows.${row}.`, reportProgress);
      await note(tx, who, [{ what: 'units taken in from a file', subject: 'stores', after: { ids: made.map(({ id }) => id) } }]);
      return { taken: made.length, suspect: made.filter(({ condition }) => condition === 'suspect').length };
    }),
  ),
];
