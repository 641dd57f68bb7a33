import { againstPublished, ContentListSchema } from '@ivrak/core/buying';
import { PUBLISHED_LISTS } from '@ivrak/core/catalog';
import { type PlainDate, PlainDateSchema } from '@ivrak/core/model';
import { asc } from 'drizzle-orm';
import * as z from 'zod';
import { containerOf, KIND_CATALOG } from '../catalog/catalog.ts';
import type { Db } from '../db/open.ts';
import { contentLists } from '../db/schema.ts';
import { type Issue, notFound, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { findKit } from '../kits/store.ts';
import { removeRow, writeRow } from '../records/customRecords.ts';

const StoredListSchema = z.object({ id: z.string(), data: ContentListSchema, version: z.number() });

/** Ready-made kits and published lists, to compare with. */
export const listRoutes = (db: Db, today: () => PlainDate): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/lists',
    summary: 'Ready-made kits and other lists of contents that were described here',
    response: z.object({ lists: z.array(StoredListSchema) }),
    handle: async () => ({ lists: await db.select().from(contentLists).orderBy(asc(contentLists.id)) }),
  }),
  route({
    method: 'put',
    path: '/api/lists/:id',
    summary: 'Describe a ready-made kit as a list of contents with a price',
    body: z.object({ version: z.number().int().positive().nullable(), list: ContentListSchema }),
    response: StoredListSchema,
    handle: ({ params, body: { list, version }, who }) => {
      const issues: Issue[] = list.contents.flatMap(({ kind }, index) =>
        KIND_CATALOG.has(kind) ? [] : [{ path: `list.contents.${index}.kind`, message: `"${kind}" is not in the catalogue` }],
      );
      if (list.id !== params.id) issues.push({ path: 'list.id', message: `must be "${params.id}", as in the address` });
      if (list.containerId !== null && containerOf(list.containerId) === undefined)
        issues.push({ path: 'list.containerId', message: `unknown container "${list.containerId}"` });
      if (issues.length > 0) throw unacceptable(issues);
      return db.transaction((tx) => writeRow(tx, { table: contentLists, noun: 'list', who, data: list, version }));
    },
  }),
  route({
    method: 'delete',
    path: '/api/lists/:id',
    summary: 'Take a list away',
    query: z.object({ version: z.coerce.number().int().positive() }),
    response: z.object({ removed: z.string() }),
    handle: async ({ params, query, who }) => {
      const id = params.id ?? '';
      await db.transaction((tx) => removeRow(tx, { table: contentLists, noun: 'list', who, id, version: query.version }));
      return { removed: id };
    },
  }),
  route({
    method: 'get',
    path: '/api/kits/:id/published/:list',
    summary: 'A kit against a published list of least contents, line by line',
    query: z.object({ on: PlainDateSchema.optional() }),
    response: z.object({
      name: z.string(),
      source: z.string(),
      lines: z.array(z.object({ label: z.string(), asked: z.number(), have: z.number(), note: z.string().nullable() })),
    }),
    handle: async ({ params, query }) => {
      const list = PUBLISHED_LISTS.find(({ id }) => id === params.list);
      if (list === undefined) throw notFound('published list', params.list ?? '');
      const kit = await findKit(db, params.id ?? '');
      return { name: list.name, source: list.source, lines: againstPublished(kit.units, list, query.on ?? today(), KIND_CATALOG) };
    },
  }),
];
