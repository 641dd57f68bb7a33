import { noMinimums, type Order, OrderSchema, StoresMinimumsSchema } from '@ivrak/core/buying';
import { KitIdSchema, PlacedUnitSchema } from '@ivrak/core/model';
import { asc, eq } from 'drizzle-orm';
import * as z from 'zod';
import { KIND_CATALOG } from '../catalog/catalog.ts';
import { note } from '../db/journal.ts';
import type { Db, Tx } from '../db/open.ts';
import { orders, plans } from '../db/schema.ts';
import { notFound, Problem, unacceptable } from '../http/problem.ts';
import { type RouteSpec, route } from '../http/route.ts';
import { findRow, writeRow } from '../records/customRecords.ts';
import { IntakeSchema, takeAll } from '../units/intake.ts';
import { findPlaced, moveUnit } from '../units/routes.ts';

const version = z.number().int().positive();
const StoredOrderSchema = z.object({ data: OrderSchema, version });
const StoredMinimumsSchema = z.object({ data: StoresMinimumsSchema, version: version.nullable() });

const ReceiveSchema = IntakeSchema.pick({ kind: true, count: true, lot: true, gtin: true, expiresOn: true, producedOn: true }).extend({
  version,
  /** Not what was ordered, or not fit: it is written down and not taken in. */
  isWrong: z.boolean().default(false),
  /** Straight into this kit, which waits for it. */
  kitId: KitIdSchema.nullable().default(null),
});

/** Orders as they were placed and what came of them; the least that stores should hold. */
export const orderRoutes = (db: Db): RouteSpec[] => [
  route({
    method: 'get',
    path: '/api/orders',
    summary: 'Orders, those that are waited for and those that are closed',
    response: z.object({ orders: z.array(StoredOrderSchema) }),
    handle: async () => ({
      orders: (await db.select().from(orders).orderBy(asc(orders.id))).map(({ data, version: at }) => ({ data, version: at })),
    }),
  }),
  route({
    method: 'post',
    path: '/api/orders',
    summary: 'Write down an order that was placed',
    status: 201,
    body: OrderSchema,
    response: StoredOrderSchema,
    handle: ({ body, who }) => {
      kindsMustBeKnown(body.lines.map(({ kind }, index) => [`lines.${index}.kind`, kind]));
      return db.transaction((tx) => writeRow(tx, { table: orders, noun: 'order', who, data: body, version: null }));
    },
  }),
  route({
    method: 'put',
    path: '/api/orders/:id',
    summary: 'Change an order: close it, say when it should come',
    body: StoredOrderSchema,
    response: StoredOrderSchema,
    handle: ({ params, body, who }) => {
      if (body.data.id !== params.id) throw unacceptable([{ path: 'data.id', message: `must be "${params.id}"` }]);
      kindsMustBeKnown(body.data.lines.map(({ kind }, index) => [`data.lines.${index}.kind`, kind]));
      return db.transaction((tx) => writeRow(tx, { table: orders, noun: 'order', who, ...body }));
    },
  }),
  route({
    method: 'post',
    path: '/api/orders/:id/receive',
    summary: 'Take in what came of an order, or write down that it was wrong',
    body: ReceiveSchema,
    response: z.object({ order: StoredOrderSchema, unit: PlacedUnitSchema.nullable() }),
    handle: ({ params, body, who }) => db.transaction((tx) => receive(tx, who, params.id ?? '', body)),
  }),
  route({
    method: 'get',
    path: '/api/minimums',
    summary: 'The least of each kind that stores should hold',
    response: StoredMinimumsSchema,
    handle: async () => {
      const [row] = await db.select().from(plans).where(eq(plans.id, 'minimums'));
      return row === undefined
        ? { data: noMinimums(), version: null }
        : { data: StoresMinimumsSchema.parse(row.data), version: row.version };
    },
  }),
  route({
    method: 'put',
    path: '/api/minimums',
    summary: 'Write the least that stores should hold, whole',
    body: StoredMinimumsSchema,
    response: StoredMinimumsSchema,
    handle: ({ body: { data, version: at }, who }) => {
      kindsMustBeKnown(data.lines.map(({ kind }, index) => [`data.lines.${index}.kind`, kind]));
      const twice = data.lines.findIndex(({ kind }, index) => data.lines.findIndex((one) => one.kind === kind) !== index);
      if (twice >= 0) throw unacceptable([{ path: `data.lines.${twice}.kind`, message: 'stands twice' }]);
      return db.transaction((tx) => writeRow(tx, { table: plans, noun: 'minimums', who, data, version: at }));
    },
  }),
];

function kindsMustBeKnown(kinds: readonly (readonly [path: string, kind: string])[]): void {
  const issues = kinds.flatMap(([path, kind]) => (KIND_CATALOG.has(kind) ? [] : [{ path, message: `"${kind}" is not in the catalogue` }]));
  if (issues.length > 0) throw unacceptable(issues.slice(0, 100));
}

async function receive(tx: Tx, who: string, id: string, body: z.output<typeof ReceiveSchema>) {
  const { kind, count, lot, gtin, expiresOn, producedOn, isWrong, kitId } = body;
  const row = await findRow<Order>(tx, orders, id);
  if (row === null) throw notFound('order', id);
  if (row.version !== body.version)
    throw new Problem(409, 'Changed meanwhile', `The order "${id}" is not what you changed.`, { current: row });
  const { data } = row;
  if (data.isClosed) throw new Problem(409, 'Closed', 'This order is closed; open it again, or take the thing in at Stores.');
  const line = data.lines.find((one) => one.kind === kind);
  if (line === undefined) throw unacceptable([{ path: 'kind', message: 'is not on this order: take it in at Stores, or send it back' }]);
  const lines = data.lines.map((one) =>
    one !== line ? one : isWrong ? { ...one, wrong: one.wrong + count } : { ...one, arrived: one.arrived + count },
  );
  const isClosed = lines.every(({ arrived, units }) => arrived >= units);
  const order = await writeRow(tx, { table: orders, noun: 'order', who, data: { ...data, lines, isClosed }, version: row.version });
  if (isWrong) return { order, unit: null };
  const { perPack, packMinor, authorised } = line;
  const intake = IntakeSchema.parse({
    kind,
    count,
    lot,
    gtin,
    expiresOn,
    producedOn,
    seller: data.supplier,
    authorised,
    priceMinor: Math.round(packMinor / perPack),
  });
  const [made] = await takeAll(tx, [intake], () => '');
  const taken = await findPlaced(tx, made?.id ?? '');
  await note(tx, who, [{ what: 'unit taken in', subject: taken.id, after: { ...taken, order: id } }]);
  // What is suspect goes into no kit by itself.
  if (kitId === null || taken.condition === 'suspect') return { order, unit: taken };
  return { order, unit: await moveUnit(tx, who, taken.id, { version: taken.version, to: 'kit', kitId }) };
}
