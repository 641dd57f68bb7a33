import { ContainerSchema, PositionSchema } from '@ivrak/core';
import { and, eq, isNull } from 'drizzle-orm';
import * as z from 'zod';
import type { Db, Tx } from '../db/open.ts';
import { kits, ownContainers, ownPositions } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { isShippedContainer, isShippedPosition, loadCatalog } from './catalog.ts';
import { removeRow, writeRow } from './ownRows.ts';

const VersionSchema = z.number().int().positive().nullable();
const removed = z.object({ removed: z.string() });
const byVersion = z.object({ version: z.coerce.number().int().positive() });

/** Containers and carry positions that were measured here: added, changed, taken away. Shipped ones stay as they are. */
export const placeRoutes = (db: Db): RouteSpec[] => [
  route({
    method: 'put',
    path: '/api/containers/:id',
    summary: 'Add or change a container of one’s own; shipped ones stay as they are',
    body: z.object({ version: VersionSchema, container: ContainerSchema }),
    response: z.object({ container: ContainerSchema, version: z.number() }),
    handle: async ({ params, body: { container, version }, who }) => {
      refuseShipped('container', container.id, params.id, isShippedContainer);
      const row = await db.transaction((tx) => writeRow(tx, { table: ownContainers, noun: 'container', who, data: container, version }));
      await loadCatalog(db);
      return { container: row.data, version: row.version };
    },
  }),
  route({
    method: 'delete',
    path: '/api/containers/:id',
    summary: 'Take an own container away; refused while a kit is in it',
    query: byVersion,
    response: removed,
    handle: async ({ params, query, who }) => {
      const id = params.id ?? '';
      await db.transaction(async (tx) => {
        await refuseInUse(tx, 'containerId', id);
        await removeRow(tx, { table: ownContainers, noun: 'container', who, id, version: query.version });
      });
      await loadCatalog(db);
      return { removed: id };
    },
  }),
  route({
    method: 'put',
    path: '/api/positions/:id',
    summary: 'Add or change a carry position of one’s own; shipped ones stay as they are',
    body: z.object({ version: VersionSchema, position: PositionSchema }),
    response: z.object({ position: PositionSchema, version: z.number() }),
    handle: async ({ params, body: { position, version }, who }) => {
      refuseShipped('position', position.id, params.id, isShippedPosition);
      const row = await db.transaction((tx) => writeRow(tx, { table: ownPositions, noun: 'position', who, data: position, version }));
      await loadCatalog(db);
      return { position: row.data, version: row.version };
    },
  }),
  route({
    method: 'delete',
    path: '/api/positions/:id',
    summary: 'Take an own carry position away; refused while a kit is carried there',
    query: byVersion,
    response: removed,
    handle: async ({ params, query, who }) => {
      const id = params.id ?? '';
      await db.transaction(async (tx) => {
        await refuseInUse(tx, 'positionId', id);
        await removeRow(tx, { table: ownPositions, noun: 'position', who, id, version: query.version });
      });
      await loadCatalog(db);
      return { removed: id };
    },
  }),
];

function refuseShipped(noun: string, id: string, address: string | undefined, isShipped: (id: string) => boolean): void {
  if (id !== address) throw unacceptable([{ path: `${noun}.id`, message: `must be "${address}", as in the address` }]);
  if (isShipped(id)) throw unacceptable([{ path: `${noun}.id`, message: `is a shipped ${noun}: give yours an id of its own` }]);
}

/** Kits in use name it; retired ones are given a shipped one, for nothing is worked out for them any more. */
async function refuseInUse(tx: Tx, field: 'containerId' | 'positionId', id: string): Promise<void> {
  const users = await tx
    .select({ name: kits.name })
    .from(kits)
    .where(and(eq(kits[field], id), isNull(kits.retiredOn)));
  if (users.length > 0)
    throw unacceptable([{ path: 'id', message: `${users.map(({ name }) => `"${name}"`).join(', ')}: change that first` }]);
  await tx
    .update(kits)
    .set({ [field]: field === 'containerId' ? 'hard-case' : 'wall-box' })
    .where(eq(kits[field], id));
}
