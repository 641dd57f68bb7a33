import * as z from 'zod';
import { PlainDateSchema } from '../model/plainDate.ts';
import type { Offer } from './offers.ts';
import type { BuyingPlan } from './plan.ts';

const money = z.number().int('must be whole minor units').min(0, 'must not be negative').max(100_000_000);
const count = z.number().int('must be a whole number').min(0, 'must not be negative').max(100_000);

export const OrderLineSchema = z.object({
  kind: z.string().min(1).max(80),
  /** Units that were ordered: whole packs. */
  units: count.min(1, 'must be at least 1'),
  perPack: count.min(1, 'must be at least 1'),
  /** Of one pack, minor units. */
  packMinor: money,
  /** Whether the seller is known as authorised, and the days that were promised to be left; as the offer said. */
  authorised: z.boolean().nullable().default(null),
  shelfDays: z.number().int().min(0).nullable().default(null),
  /** Units that came and were taken in. */
  arrived: count.default(0),
  /** Units that came and were not what was ordered, or not fit to be taken in. */
  wrong: count.default(0),
});
export type OrderLine = z.infer<typeof OrderLineSchema>;

export const OrderSchema = z.object({
  id: z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'must be letters, digits and -'),
  supplier: z.string().min(1).max(80),
  placedOn: PlainDateSchema,
  /** When it should be there; null: not said. */
  expectedOn: PlainDateSchema.nullable().default(null),
  shippingMinor: money,
  lines: z.array(OrderLineSchema).min(1, 'order at least one thing').max(200),
  /** Closed: nothing more is waited for. */
  isClosed: z.boolean().default(false),
  note: z.string().trim().max(300).default(''),
});
export type Order = z.infer<typeof OrderSchema>;

/** Least spares per kind that stores should hold. */
export const StoresMinimumsSchema = z.object({
  id: z.literal('minimums'),
  lines: z.array(z.object({ kind: z.string().min(1).max(80), count: z.number().int().min(1, 'must be at least 1').max(1000) })).max(200),
});
export type StoresMinimums = z.infer<typeof StoresMinimumsSchema>;
export const noMinimums = (): StoresMinimums => ({ id: 'minimums', lines: [] });

/** The order that a plan means for one of its suppliers; null where the plan orders nothing of it. */
export function orderFromPlan(
  plan: Pick<BuyingPlan, 'orders'>,
  supplier: string,
  offers: readonly Offer[],
  { id, placedOn, expectedOn }: Pick<Order, 'id' | 'placedOn' | 'expectedOn'>,
): Order | null {
  const planned = plan.orders.find((one) => one.supplier === supplier);
  if (planned === undefined) return null;
  const lines = planned.lines.map(({ offer, kind, packs, units, priceMinor }): OrderLine => {
    const known = offers.find((one) => one.id === offer);
    if (known === undefined) throw new Error(`the plan names an offer "${offer}" that is not among those given`);
    const { authorised = null, shelfDays = null } = known;
    // What is paid, a discount taken off.
    return { kind, units, perPack: units / packs, packMinor: Math.round(priceMinor / packs), authorised, shelfDays, arrived: 0, wrong: 0 };
  });
  return { id, supplier, placedOn, expectedOn, shippingMinor: planned.shippingMinor, lines, isClosed: false, note: '' };
}

/** Units that are still to come of a line. */
export const openUnits = ({ units, arrived }: OrderLine): number => Math.max(0, units - arrived);

/** What an order lacks, or has too much of or wrong, in words; empty: all is as ordered. */
export function orderFaults({ lines }: Pick<Order, 'lines'>, nameOf: (kind: string) => string): string[] {
  return lines.flatMap(({ kind, units, arrived, wrong }) => {
    const faults: string[] = [];
    if (arrived < units) faults.push(`${units - arrived} of ${units} ${nameOf(kind)} short`);
    if (arrived > units) faults.push(`${arrived - units} ${nameOf(kind)} more than ordered`);
    if (wrong > 0) faults.push(`${wrong} × ${nameOf(kind)} wrong or not fit`);
    return faults;
  });
}

/** Units by kind that open orders still bring: they need not be bought again. */
export function onOrder(orders: readonly Order[]): Map<string, number> {
  const coming = new Map<string, number>();
  for (const { lines, isClosed } of orders)
    if (!isClosed) for (const line of lines) if (openUnits(line) > 0) coming.set(line.kind, (coming.get(line.kind) ?? 0) + openUnits(line));
  return coming;
}

/** What stores lack to their minimums; `have` counts spares by kind that may still go into a kit. */
export const belowMinimum = (minimums: StoresMinimums, have: ReadonlyMap<string, number>): { kind: string; count: number }[] =>
  minimums.lines.flatMap(({ kind, count: least }) => {
    const lacking = least - (have.get(kind) ?? 0);
    return lacking > 0 ? [{ kind, count: lacking }] : [];
  });
