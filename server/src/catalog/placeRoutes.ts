import { type Container, ContainerSchema, type Position, PositionSchema } from '@ivrak/core/model';
import { and, eq, isNull } from 'drizzle-orm';
import * as z from 'zod';
import type { Db, Tx } from '../db/open.ts';
import { kits, ownContainers, ownPositions } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { removeRow, writeRow } from '../records/customRecords.ts';
import { isShippedContainer, isShippedPosition, loadCatalog } from './catalog.ts';

interface PlaceSort<T> {
  noun: 'container' | 'position';
  schema: z.ZodType<T>;
  table: typeof ownContainers | typeof ownPositions;
  /** What names it in a kit. */
  field: 'containerId' | 'positionId';
  isShipped: (id: string) => boolean;
  /** Followed by retired kits whose own was taken away; nothing is worked out for them any more. */
  fallback: string;
}

/** Containers and carry positions that were measured here: added, changed, taken away. Shipped ones stay as they are. */
export const placeRoutes = (db: Db): RouteSpec[] => [
  ...routesFor<Container>(db, {
    noun: 'container',
    schema: ContainerSchema,
    table: ownContainers,
    field: 'containerId',
    isShipped: isShippedContainer,
    fallback: 'hard-case',
  }),
  ...routesFor<Position>(db, {
    noun: 'position',
    schema: PositionSchema,
    table: ownPositions,
    field: 'positionId',
    isShipped: isShippedPosition,
    fallback: 'wall-box',
  }),
];

function routesFor<T extends { id: string }>(db: Db, sort: PlaceSort<T>): RouteSpec[] {
  const { noun, schema, table } = sort;
  return [
    route({
      method: 'put',
      path: `/api/${noun}s/:id`,
      summary: `Add or change a ${noun} of one’s own; shipped ones stay as they are`,
      body: z.object({ version: z.number().int().positive().nullable(), data: schema }),
      response: z.object({ data: schema, version: z.number() }),
      handle: async ({ params, body: { data, version }, who }) => {
        if (data.id !== params.id) throw unacceptable([{ path: 'data.id', message: `must be "${params.id}", as in the address` }]);
        if (sort.isShipped(data.id))
          throw unacceptable([{ path: 'data.id', message: `is a shipped ${noun}: give yours an id of its own` }]);
        const row = await db.transaction((tx) => writeRow(tx, { table, noun, who, data, version }));
        await loadCatalog(db);
        return { data: row.data, version: row.version };
      },
    }),
    route({
      method: 'delete',
      path: `/api/${noun}s/:id`,
      summary: `Take a ${noun} of one’s own away; refused while a kit names it`,
      query: z.object({ version: z.coerce.number().int().positive() }),
      response: z.object({ removed: z.string() }),
      handle: async ({ params, query, who }) => {
        const id = params.id ?? '';
        await db.transaction(async (tx) => {
          await refuseInUse(tx, sort, id);
          await removeRow(tx, { table, noun, who, id, version: query.version });
        });
        await loadCatalog(db);
        return { removed: id };
      },
    }),
  ];
}

async function refuseInUse(tx: Tx, { field, fallback }: Pick<PlaceSort<unknown>, 'field' | 'fallback'>, id: string): Promise<void> {
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
