import * as contract from '@ivrak/contract';
import { IntakeSchema, type ReceiveSchema } from '@ivrak/contract';
import { noMinimums, type Order, StoresMinimumsSchema } from '@ivrak/core/buying';
import { asc, eq } from 'drizzle-orm';
import type * as z from 'zod';
import type { Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { orders, plans } from '../db/schema.ts';
import { notFound, Problem, unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { findRow, writeRow } from '../records/customRecords.ts';
import { takeAll } from '../units/intake.ts';
import { findPlaced, moveUnit } from '../units/store.ts';

/** Orders as they were placed and what came of them; the least that stores should hold. */
export const orderRoutes = (here: Installation): Served[] => [
  serve(contract.listOrders, async () => ({
    orders: (await here.db.select().from(orders).orderBy(asc(orders.id))).map(({ data, version: at }) => ({ data, version: at })),
  })),
  serve(contract.placeOrder, ({ body, who }) => {
    kindsMustBeKnown(
      here,
      body.lines.map(({ kind }, index) => [`lines.${index}.kind`, kind]),
    );
    return here.db.transaction((tx) => writeRow(tx, { table: orders, noun: 'order', who, data: body, version: null }));
  }),
  serve(contract.changeOrder, ({ params, body, who }) => {
    if (body.data.id !== params.id) throw unacceptable([{ path: 'data.id', message: `must be "${params.id}"` }]);
    kindsMustBeKnown(
      here,
      body.data.lines.map(({ kind }, index) => [`data.lines.${index}.kind`, kind]),
    );
    return here.db.transaction((tx) => writeRow(tx, { table: orders, noun: 'order', who, ...body }));
  }),
  serve(contract.receiveOrder, ({ params, body, who }) => here.db.transaction((tx) => receive(here, tx, who, params.id, body))),
  serve(contract.getMinimums, async () => {
    const [row] = await here.db.select().from(plans).where(eq(plans.id, 'minimums'));
    return row === undefined ? { data: noMinimums(), version: null } : { data: StoresMinimumsSchema.parse(row.data), version: row.version };
  }),
  serve(contract.saveMinimums, ({ body: { data, version: at }, who }) => {
    kindsMustBeKnown(
      here,
      data.lines.map(({ kind }, index) => [`data.lines.${index}.kind`, kind]),
    );
    const twice = data.lines.findIndex(({ kind }, index) => data.lines.findIndex((one) => one.kind === kind) !== index);
    if (twice >= 0) throw unacceptable([{ path: `data.lines.${twice}.kind`, message: 'stands twice' }]);
    return here.db.transaction((tx) => writeRow(tx, { table: plans, noun: 'minimums', who, data, version: at }));
  }),
];

function kindsMustBeKnown(here: Installation, kinds: readonly (readonly [path: string, kind: string])[]): void {
  const issues = kinds.flatMap(([path, kind]) =>
    here.catalog.kinds.has(kind) ? [] : [{ path, message: `"${kind}" is not in the catalogue` }],
  );
  if (issues.length > 0) throw unacceptable(issues);
}

async function receive(here: Installation, tx: Tx, who: string, id: string, body: z.output<typeof ReceiveSchema>) {
  const { kind, count, lot, gtin, expiresOn, producedOn, isWrong, kitId } = body;
  const row = await findRow<Order>(tx, orders, id);
  if (row === null) throw notFound('order', id);
  const { data } = row;
  if (data.isClosed) throw new Problem(409, 'Closed', 'This order is closed; open it again, or take the thing in at Stores.');
  const line = data.lines.find((one) => one.kind === kind);
  if (line === undefined) throw unacceptable([{ path: 'kind', message: 'is not on this order: take it in at Stores, or send it back' }]);
  const lines = data.lines.map((one) =>
    one !== line ? one : isWrong ? { ...one, wrong: one.wrong + count } : { ...one, arrived: one.arrived + count },
  );
  const isClosed = lines.every(({ arrived, units }) => arrived >= units);
  const order = await writeRow(tx, { table: orders, noun: 'order', who, data: { ...data, lines, isClosed }, version: body.version });
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
  const [made] = await takeAll(here, tx, [intake], () => '');
  const taken = await findPlaced(tx, made?.id ?? '');
  await note(tx, who, [{ what: 'unit taken in', subject: taken.id, after: { ...taken, order: id } }]);
  // What is suspect goes into no kit by itself.
  if (kitId === null || taken.condition === 'suspect') return { order, unit: taken };
  return { order, unit: await moveUnit(tx, who, taken.id, { version: taken.version, to: 'kit', kitId }) };
}
