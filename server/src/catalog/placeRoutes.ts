import * as contract from '@ivrak/contract';
import type { Container, Position } from '@ivrak/core/model';
import { and, eq, isNull } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { kits, ownContainers, ownPositions } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { removeRow, writeRow } from '../records/customRecords.ts';

type PlaceRecord = Container | Position;

interface PlaceSort {
  noun: 'container' | 'position';
  table: typeof ownContainers | typeof ownPositions;
  /** What names it in a kit. */
  field: 'containerId' | 'positionId';
  isShipped: (id: string) => boolean;
  /** Followed by retired kits whose own was taken away; nothing is worked out for them any more. */
  fallback: string;
}

/** Containers and carry positions that were measured here: added, changed, taken away. Shipped ones stay as they are. */
export function placeRoutes(here: Installation): Served[] {
  const container: PlaceSort = {
    noun: 'container',
    table: ownContainers,
    field: 'containerId',
    isShipped: (id) => here.catalog.containerShelf.isShipped(id),
    fallback: 'hard-case',
  };
  const position: PlaceSort = {
    noun: 'position',
    table: ownPositions,
    field: 'positionId',
    isShipped: (id) => here.catalog.positionShelf.isShipped(id),
    fallback: 'wall-box',
  };
  return [
    serve(contract.saveContainer, ({ params, body, who }) => save(here, container, { id: params.id, who, ...body })),
    serve(contract.deleteContainer, ({ params, query, who }) => remove(here, container, { id: params.id, who, ...query })),
    serve(contract.savePosition, ({ params, body, who }) => save(here, position, { id: params.id, who, ...body })),
    serve(contract.deletePosition, ({ params, query, who }) => remove(here, position, { id: params.id, who, ...query })),
  ];
}

interface Saved<T extends PlaceRecord> {
  id: string;
  who: string;
  data: T;
  version: number | null;
}

async function save<T extends PlaceRecord>(
  here: Installation,
  { noun, table, isShipped }: PlaceSort,
  { id, who, data, version }: Saved<T>,
) {
  if (data.id !== id) throw unacceptable([{ path: 'data.id', message: `must be "${id}", as in the address` }]);
  if (isShipped(data.id)) throw unacceptable([{ path: 'data.id', message: `is a shipped ${noun}: give yours an id of its own` }]);
  const row = await here.db.transaction((tx) => writeRow(tx, { table, noun, who, data, version }));
  await here.catalog.load(here.db);
  return { data: row.data, version: row.version };
}

async function remove(here: Installation, sort: PlaceSort, { id, who, version }: { id: string; who: string; version: number }) {
  await here.db.transaction(async (tx) => {
    await refuseInUse(tx, sort, id);
    await removeRow(tx, { table: sort.table, noun: sort.noun, who, id, version });
  });
  await here.catalog.load(here.db);
  return { removed: id };
}

async function refuseInUse(tx: Tx, { field, fallback }: PlaceSort, id: string): Promise<void> {
  const users = await tx
    .select({ name: kits.name })
    .from(kits)
    .where(and(eq(kits[field], id), isNull(kits.retiredOn)));
  if (users.length > 0)
    throw unacceptable([{ path: 'id', message: `${users.map(({ name }) => `"${name}"`).join(', ')}: change that first` }]);
  await tx
    .update(kits)
    .set({ [field]: fallback })
    .where(eq(kits[field], id));
}
