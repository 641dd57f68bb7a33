import * as contract from '@ivrak/contract';
import { againstPublished } from '@ivrak/core/buying';
import { PUBLISHED_LISTS } from '@ivrak/core/catalog';
import { asc } from 'drizzle-orm';
import { contentLists } from '../db/schema.ts';
import { type Issue, notFound, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { findKit } from '../kits/store.ts';
import { removeRow, writeRow } from '../records/customRecords.ts';

/** Ready-made kits and published lists, to compare with. */
export const listRoutes = (here: Installation): Served[] => [
  serve(contract.listLists, async () => ({ lists: await here.db.select().from(contentLists).orderBy(asc(contentLists.id)) })),
  serve(contract.saveList, ({ params, body: { list, version }, who }) => {
    const issues: Issue[] = list.contents.flatMap(({ kind }, index) =>
      here.catalog.kinds.has(kind) ? [] : [{ path: `list.contents.${index}.kind`, message: `"${kind}" is not in the catalogue` }],
    );
    if (list.id !== params.id) issues.push({ path: 'list.id', message: `must be "${params.id}", as in the address` });
    if (list.containerId !== null && here.catalog.container(list.containerId) === undefined)
      issues.push({ path: 'list.containerId', message: `unknown container "${list.containerId}"` });
    if (issues.length > 0) throw unacceptable(issues);
    return here.db.transaction((tx) => writeRow(tx, { table: contentLists, noun: 'list', who, data: list, version }));
  }),
  serve(contract.deleteList, async ({ params, query, who }) => {
    const id = params.id;
    await here.db.transaction((tx) => removeRow(tx, { table: contentLists, noun: 'list', who, id, version: query.version }));
    return { removed: id };
  }),
  serve(contract.comparePublished, async ({ params, query }) => {
    const list = PUBLISHED_LISTS.find(({ id }) => id === params.list);
    if (list === undefined) throw notFound('published list', params.list);
    const kit = await findKit(here.db, params.id);
    return { name: list.name, source: list.source, lines: againstPublished(kit.units, list, query.on ?? here.today(), here.catalog.kinds) };
  }),
];
