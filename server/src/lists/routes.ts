import * as contract from '@ivrak/contract';
import { againstPublished, type ContentList, ContentListSchema } from '@ivrak/core/buying';
import { PUBLISHED_LISTS } from '@ivrak/core/catalog';
import { KitIdSchema, nothingMadeReady, UnitIdSchema } from '@ivrak/core/model';
import { asc } from 'drizzle-orm';
import type * as z from 'zod';
import type { Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { contentLists } from '../db/schema.ts';
import { type Issue, notFound, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { createKitIn, findKit } from '../kits/store.ts';
import { viewOf } from '../kits/view.ts';
import { findRow, removeRow, writeRow } from '../records/customRecords.ts';
import { takeAll } from '../units/intake.ts';
import { findPlaced, moveUnit } from '../units/store.ts';

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
  serve(contract.makeKitOfList, async ({ params, body, who }) => {
    const kit = await here.db.transaction((tx) => makeKit(here, tx, who, params.id, body));
    return viewOf(here, kit, here.today());
  }),
  serve(contract.comparePublished, async ({ params, query }) => {
    const list = PUBLISHED_LISTS.find(({ id }) => id === params.list);
    if (list === undefined) throw notFound('published list', params.list);
    const kit = await findKit(here.db, params.id);
    return { name: list.name, source: list.source, lines: againstPublished(kit.units, list, query.on ?? here.today(), here.catalog.kinds) };
  }),
];

type MakeKit = z.output<(typeof contract.makeKitOfList)['body']>;

/**
 * A kit with all that a list names, planned. As bought, each line is taken in and put into it, and so planned no more; what comes in as
 * suspect stays in the stores, and planned.
 */
async function makeKit(here: Installation, tx: Tx, who: string, listId: string, { id, kit, as }: MakeKit): Promise<StoredKit> {
  const row = await findRow<ContentList>(tx, contentLists, listId);
  if (row === null) throw notFound('list', listId);
  const { contents } = ContentListSchema.parse(row.data);
  const kitId = id ?? crypto.randomUUID();
  const planned = contents.map(({ kind, count }) => ({ id: UnitIdSchema.parse(crypto.randomUUID()), kind, count, state: 'asSold' }));
  await createKitIn(here, tx, who, kitId, { ...kit, units: [], setAside: [], ...nothingMadeReady(), planned });
  if (as === 'planned') return findKit(tx, kitId);
  const rows = contents.map(({ kind, count, seller, packMinor, perPack }) =>
    contract.IntakeSchema.parse({ kind, count, seller, priceMinor: packMinor === null ? null : Math.round(packMinor / perPack) }),
  );
  const made = await takeAll(here, tx, rows, (line) => `contents.${line}.`);
  await note(tx, who, [{ what: 'units taken in from a file', subject: listId, after: { ids: made.map((unit) => unit.id) } }]);
  for (const unit of made) {
    if (unit.condition === 'suspect') continue;
    const { version } = await findPlaced(tx, unit.id);
    await moveUnit(tx, who, unit.id, { version, to: 'kit', kitId: KitIdSchema.parse(kitId) });
  }
  return findKit(tx, kitId);
}
