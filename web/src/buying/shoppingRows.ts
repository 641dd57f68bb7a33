import type { BuyingPlan } from '@ivrak/core/buying';

export interface ShoppingRow {
  supplier: string;
  thing: string;
  packs: number | '';
  perPack: number | '';
  units: number;
  /** Of the units, those that lie over. */
  leftOver: number;
  sum: string;
  currency: string;
  note: string;
}

/** A plan as a table: one row for each line that is ordered, one for sending, and what nobody sells. Leftovers stand on the first lines of their kind. */
export function shoppingRows(plan: BuyingPlan, nameOf: (kind: string) => string, currency: string): ShoppingRow[] {
  const over = new Map(plan.leftover.map(({ kind, count }) => [kind, count]));
  const money = (minor: number) => (minor / 100).toFixed(2);
  const ordered = plan.orders.flatMap(({ supplier, lines, shippingMinor, discount }) => {
    const rows = lines.map(({ kind, packs, units, priceMinor }): ShoppingRow => {
      const leftOver = Math.min(units, over.get(kind) ?? 0);
      over.set(kind, (over.get(kind) ?? 0) - leftOver);
      return { supplier, thing: nameOf(kind), packs, perPack: units / packs, units, leftOver, sum: money(priceMinor), currency, note: '' };
    });
    const note =
      discount === null ? '' : `${discount.percent} % off${discount.code === '' ? '' : ` by the code ${discount.code}`}, taken off above`;
    const sending: ShoppingRow = {
      supplier,
      thing: 'Shipping',
      packs: '',
      perPack: '',
      units: 1,
      leftOver: 0,
      sum: money(shippingMinor),
      currency,
      note,
    };
    return [...rows, sending];
  });
  const unmet = plan.unmet.map(
    ({ kind, count, why }): ShoppingRow => ({
      supplier: '',
      thing: nameOf(kind),
      packs: '',
      perPack: '',
      units: count,
      leftOver: 0,
      sum: '',
      currency: '',
      note: why,
    }),
  );
  return [...ordered, ...unmet];
}
