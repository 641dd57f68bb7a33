import { OrderSchema, StoresMinimumsSchema } from '@ivrak/core/buying';
import { ArticleSchema, KitIdSchema, OwnTraitsSchema, PlacedUnitSchema, PlainDateSchema, UnitIdSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const version = z.number().int().positive();

const StoredOrderSchema = z.object({ data: OrderSchema, version });

export const IntakeSchema = z.object({
  id: UnitIdSchema.optional(),
  kind: z.string(),
  count: z.number().int().min(1, 'must be at least 1').max(1000),
  lot: z.string().trim().min(1).max(40).nullable().default(null),
  gtin: ArticleSchema.nullable().default(null),
  expiresOn: PlainDateSchema.nullable().default(null),
  producedOn: PlainDateSchema.nullable().default(null),
  seller: z.string().trim().max(80).nullable().default(null),
  authorised: z.boolean().nullable().default(null),
  priceMinor: z.number().int().nonnegative().max(100_000_000).nullable().default(null),
  practice: z.boolean().default(false),
  own: OwnTraitsSchema.optional(),
});

export const ReceiveSchema = IntakeSchema.pick({
  kind: true,
  count: true,
  lot: true,
  gtin: true,
  expiresOn: true,
  producedOn: true,
}).extend({
  version,
  /** Not what was ordered, or not fit: it is written down and not taken in. */
  isWrong: z.boolean().default(false),
  /** Straight into this kit, which waits for it. */
  kitId: KitIdSchema.nullable().default(null),
});

const StoredMinimumsSchema = z.object({ data: StoresMinimumsSchema, version: version.nullable() });

export const listOrders = endpoint({
  method: 'get',
  path: '/api/orders',
  summary: 'Orders, those that are waited for and those that are closed',
  answer: z.object({ orders: z.array(StoredOrderSchema) }),
});

export const placeOrder = endpoint({
  method: 'post',
  path: '/api/orders',
  summary: 'Write down an order that was placed',
  status: 201,
  body: OrderSchema,
  answer: StoredOrderSchema,
});

export const changeOrder = endpoint({
  method: 'put',
  path: '/api/orders/:id',
  summary: 'Change an order: close it, say when it should come',
  body: StoredOrderSchema,
  answer: StoredOrderSchema,
});

export const receiveOrder = endpoint({
  method: 'post',
  path: '/api/orders/:id/receive',
  summary: 'Take in what came of an order, or write down that it was wrong',
  body: ReceiveSchema,
  answer: z.object({ order: StoredOrderSchema, unit: PlacedUnitSchema.nullable() }),
});

export const getMinimums = endpoint({
  method: 'get',
  path: '/api/minimums',
  summary: 'The least of each kind that stores should hold',
  answer: StoredMinimumsSchema,
});

export const saveMinimums = endpoint({
  method: 'put',
  path: '/api/minimums',
  summary: 'Write the least that stores should hold, whole',
  body: StoredMinimumsSchema,
  answer: StoredMinimumsSchema,
});
