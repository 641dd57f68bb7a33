import { intakeCondition } from '@ivrak/core';
import * as z from 'zod';
import { KIND_CATALOG } from '../catalog/catalog.ts';
import { note } from '../db/journal.ts';
import type { Db } from '../db/open.ts';
import { gtins, lots, units } from '../db/schema.ts';
import { SUPPLIER_FEED, SupplierArticleSchema } from '../devices/supplier.ts';
import { type Issue, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { warningsIn } from '../upkeep/noticeRoutes.ts';
import { IntakeSchema } from './routes.ts';

const MOST_ROWS = 5000;
const ROWS_AT_ONCE = 500;

/** Many things at once, from a file: all of them or none. */
export const batchRoutes = (db: Db): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/devices/supplier',
    summary: 'The simulated feed of suppliers: articles with kind, pack, price and lead time',
    response: z.object({ articles: z.array(SupplierArticleSchema) }),
    handle: () => ({ articles: [...SUPPLIER_FEED] }),
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
    handle: async ({ body: { rows }, who }) => {
      const issues: Issue[] = rows.flatMap(({ kind }, index) =>
        KIND_CATALOG.has(kind) ? [] : [{ path: `rows.${index}.kind`, message: `"${kind}" is not in the catalogue` }],
      );
      if (issues.length > 0) throw unacceptable(issues.slice(0, 100));
      return db.transaction(async (tx) => {
        const isWarned = await warningsIn(tx);
        const made = [];
        for (const row of rows) {
          const kind = KIND_CATALOG.get(row.kind);
          if (kind === undefined) continue; // refused above
          const warned = !row.practice && isWarned(row);
          const condition = row.practice ? 'practice' : warned ? 'suspect' : intakeCondition(kind, row);
          made.push({ row, lotId: crypto.randomUUID(), id: crypto.randomUUID(), condition });
        }
        for (let at = 0; at < made.length; at += ROWS_AT_ONCE) {
          const some = made.slice(at, at + ROWS_AT_ONCE);
          await tx.insert(lots).values(
            some.map(({ lotId, row: { kind, lot, gtin, expiresOn, producedOn, seller, authorised, priceMinor } }) => ({
              id: lotId,
              kind,
              lot,
              gtin,
              expiresOn,
              producedOn,
              seller,
              authorised,
              priceMinor,
            })),
          );
          await tx.insert(units).values(
            some.map(({ id, lotId, condition, row }) => ({
              id,
              kind: row.kind,
              count: row.count,
              condition,
              lotId,
              place: row.practice ? 'practice' : 'stores',
            })),
          );
        }
        const numbers = new Map(rows.flatMap(({ gtin, kind }) => (gtin === null ? [] : [[gtin, kind] as const])));
        for (const [gtin, kind] of numbers)
          await tx.insert(gtins).values({ gtin, kind }).onConflictDoUpdate({ target: gtins.gtin, set: { kind } });
        await note(tx, who, [{ what: 'units taken in from a file', subject: 'stores', after: { ids: made.map(({ id }) => id) } }]);
        return { taken: made.length, suspect: made.filter(({ condition }) => condition === 'suspect').length };
      });
    },
  }),
];
