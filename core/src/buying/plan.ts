import type { PlainDate } from '../model/plainDate.ts';
import { type BuyingProblem, type Offer, percentOff, type SupplierTerms } from './offers.ts';

export interface BuyingOrder {
  supplier: string;
  lines: { offer: string; kind: string; packs: number; units: number; priceMinor: number }[];
  /** What is paid for the goods, the discount taken off. */
  goodsMinor: number;
  shippingMinor: number;
  /** What was taken off, and the code that takes it off; null: nothing. */
  discount: { percent: number; code: string; until: PlainDate | null; savedMinor: number } | null;
}
export interface BuyingPlan {
  orders: BuyingOrder[];
  /** Goods and shipping, minor units. */
  total: number;
  leftover: { kind: string; count: number }[];
  /** What was paid for each kind, its share of shipping included; the parts add up to the total. */
  perUnit: { kind: string; units: number; outlayMinor: number; eachMinor: number }[];
  /** Which kind serves which line of the need. */
  servedBy: { kind: string; by: { kind: string; count: number }[] }[];
  /** Lines that no admissible offer serves, and why; the rest is planned. */
  unmet: { kind: string; count: number; why: string }[];
  proven: boolean;
  /** What plans are compared by, minor units: the total, and what will lapse unused where that is priced in. */
  comparedMinor: number;
  /** No plan compares lower than this; equals `comparedMinor` where it is proven. */
  boundMinor: number;
}

/** A programme in the CPLEX LP format: the value of its goal and of each of its variables, and whether nothing is lower. */
export type Solver = (programme: string) => { isOptimal: boolean; values: ReadonlyMap<string, number>; goal: number };

/** Why an offer may not be taken; null: it may. */
export function offerExclusion(offer: Offer, { leastShelfDays = 0, authorisedOnly = [] }: BuyingProblem): string | null {
  if (authorisedOnly.includes(offer.kind) && offer.authorised !== true) return 'the seller is not known as authorised';
  if (offer.shelfDays != null && offer.shelfDays < leastShelfDays) return `lasts ${offer.shelfDays} days, ${leastShelfDays} are asked`;
  return null;
}

interface Prepared {
  problem: BuyingProblem;
  offers: Offer[];
  lines: { kind: string; count: number; kinds: string[] }[];
  unmet: BuyingPlan['unmet'];
  suppliers: SupplierTerms[];
}

function prepare(problem: BuyingProblem): Prepared {
  const known = new Map(problem.suppliers.map((supplier) => [supplier.id, supplier]));
  const offers = problem.offers
    .filter((offer) => offerExclusion(offer, problem) === null)
    .map((offer) => ({ ...offer, price: paidFor(offer, known.get(offer.supplier), problem) }));
  const lines: Prepared['lines'] = [];
  const unmet: BuyingPlan['unmet'] = [];
  const offered = new Set(offers.map(({ kind }) => kind));
  for (const { kind, count: wanted, accepts = [] } of problem.need) {
    const kinds = [...new Set([kind, ...accepts])].filter((one) => offered.has(one));
    if (kinds.length > 0) lines.push({ kind, count: wanted, kinds });
    else unmet.push({ kind, count: wanted, why: whyUnmet([kind, ...accepts], problem) });
  }
  const used = new Set(lines.flatMap(({ kinds }) => kinds));
  const wantedOffers = offers.filter(({ kind }) => used.has(kind));
  const suppliers = [...new Set(wantedOffers.map(({ supplier }) => supplier))].map((id) => known.get(id) ?? { id, shipping: 0 });
  return { problem, offers: wantedOffers, lines, unmet, suppliers };
}

/** Of one pack, what is paid: a discount is taken off each pack, to the nearest minor unit, so that lines add up to the order. */
const paidFor = ({ price }: Offer, supplier: SupplierTerms | undefined, { on }: BuyingProblem): number =>
  supplier === undefined ? price : Math.round((price * (100 - percentOff(supplier, on))) / 100);

function whyUnmet(kinds: readonly string[], problem: BuyingProblem): string {
  const refused = problem.offers.filter(({ kind }) => kinds.includes(kind));
  const [first] = refused;
  return first === undefined ? 'nobody offers it' : `every offer is out: ${offerExclusion(first, problem)}`;
}

/** Value of one unit of a kind at its best offer, for pricing what is left over. */
function unitValues(offers: readonly Offer[]): Map<string, number> {
  const values = new Map<string, number>();
  for (const { kind, price, perPack } of offers) values.set(kind, Math.min(values.get(kind) ?? Number.POSITIVE_INFINITY, price / perPack));
  return values;
}

const terms = (list: readonly (readonly [factor: number, name: string])[]): string =>
  list.map(([factor, name]) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`).join('\n ');

/**
 * The integer programme: packs x of every offer, y where a supplier is ordered from, f where its goods reach the free limit, z
 * where shipping is paid, a for units of a kind toward a line. Least goods + shipping (+ what is left over, where asked). Relaxed,
 * parts of packs may be bought: no whole plan is cheaper than that one.
 */
export function buyingProgramme(problem: BuyingProblem, { isRelaxed = false } = {}): string {
  const prepared = prepare(problem);
  const { offers, lines, suppliers } = prepared;
  const most = offers.map((offer) => mostPacks(offer, lines, suppliers));
  const goals = goalsOf(prepared, problem.wasteShare ?? 0);
  const rows = [...lineRows(prepared), ...suppliers.flatMap((supplier, index) => shippingRows(supplier, index, offers, most))];
  const binaries = suppliers.flatMap(({ shipping, freeFrom }, index) =>
    shipping === 0 ? [] : [`y${index}`, `z${index}`, ...(freeFrom == null ? [] : [`f${index}`])],
  );
  const integers = [
    ...offers.map((_, index) => packs(index)),
    ...lines.flatMap(({ kinds }, line) => kinds.map((_, at) => `a${line}_${at}`)),
  ];
  return [
    'Minimize',
    ` cost: ${goals.length === 0 ? '0 nothing' : terms(goals)}`,
    'Subject To',
    ...rows.map((row, index) => ` r${index}: ${row}`),
    'Bounds',
    ...offers.map((_, index) => ` 0 <= ${packs(index)} <= ${most[index]}`),
    ...(isRelaxed
      ? binaries.map((name) => ` 0 <= ${name} <= 1`)
      : ['General', ` ${integers.join('\n ')}`, ...(binaries.length > 0 ? ['Binary', ` ${binaries.join('\n ')}`] : [])]),
    'End',
  ].join('\n');
}

/** How many packs of an offer are bought, as the programme names it. */
const packs = (offer: number): string => `x${offer}`;

/** What is to be made least: packs and shipping, and the share of what is left over that lapses unused. */
function goalsOf({ offers, lines, suppliers }: Prepared, wasteShare: number): [number, string][] {
  const value = unitValues(offers);
  const wasteOf = ({ kind, perPack }: Offer) => wasteShare * (value.get(kind) ?? 0) * perPack;
  const goals: [number, string][] = offers.map((offer, index) => [offer.price + wasteOf(offer), packs(index)]);
  for (const [index, { shipping }] of suppliers.entries()) if (shipping > 0) goals.push([shipping, `z${index}`]);
  // Units that serve a line are not left over.
  if (wasteShare > 0)
    for (const [line, { kinds }] of lines.entries())
      for (const [at, kind] of kinds.entries()) goals.push([-wasteShare * (value.get(kind) ?? 0), `a${line}_${at}`]);
  return goals;
}

/** Every line gets what it asks, and no kind serves more than is bought of it. */
function lineRows({ offers, lines }: Prepared): string[] {
  const rows = lines.map(({ count: wanted, kinds }, line) => `${terms(kinds.map((_, at) => [1, `a${line}_${at}`]))} = ${wanted}`);
  for (const kind of new Set(lines.flatMap(({ kinds }) => kinds))) {
    const given = offers.flatMap((offer, index): [number, string][] => (offer.kind === kind ? [[offer.perPack, packs(index)]] : []));
    const taken = lines.flatMap(({ kinds }, line): [number, string][] => {
      const at = kinds.indexOf(kind);
      return at < 0 ? [] : [[-1, `a${line}_${at}`]];
    });
    rows.push(`${terms([...given, ...taken])} >= 0`);
  }
  return rows;
}

/** y: something is bought there; z: shipping is paid; f: the goods reach what makes it free. */
function shippingRows(
  { id, shipping, freeFrom }: SupplierTerms,
  index: number,
  offers: readonly Offer[],
  most: readonly number[],
): string[] {
  if (shipping === 0) return [];
  const own = offers.flatMap((offer, at) => (offer.supplier === id ? [at] : []));
  const rows = own.map((at) => `${terms([[1, packs(at)] as [number, string], [-(most[at] ?? 0), `y${index}`]])} <= 0`);
  const paid: [number, string][] = [[1, `z${index}`]];
  const bought: [number, string] = [-1, `y${index}`];
  if (freeFrom == null) return [...rows, `${terms([...paid, bought])} >= 0`];
  const goods = own.map((at): [number, string] => [offers[at]?.price ?? 0, packs(at)]);
  return [...rows, `${terms([...paid, [1, `f${index}`], bought])} >= 0`, `${terms([...goods, [-freeFrom, `f${index}`]])} >= 0`];
}

/** More packs than these never pay: all that its kind could serve, and what would reach free shipping for less than shipping costs. */
function mostPacks(offer: Offer, lines: Prepared['lines'], suppliers: readonly SupplierTerms[]): number {
  const wanted = lines.filter(({ kinds }) => kinds.includes(offer.kind)).reduce((sum, line) => sum + line.count, 0);
  const supplier = suppliers.find(({ id }) => id === offer.supplier);
  const toFree = supplier?.freeFrom == null ? 0 : Math.ceil(Math.min(supplier.shipping, supplier.freeFrom) / Math.max(1, offer.price));
  return Math.ceil(wanted / offer.perPack) + toFree;
}

/**
 * The plan of least outlay for what is needed: whole packs, shipping with free-from limits, forbidden offers out. Money in
 * minor units; totals are added up anew in whole numbers from what the solver chose. Throws where the solver gives no plan.
 */
export function buyingPlan(problem: BuyingProblem, solve: Solver): BuyingPlan {
  const prepared = prepare(problem);
  const { offers, lines, unmet, suppliers } = prepared;
  if (lines.length === 0)
    return { orders: [], total: 0, leftover: [], perUnit: [], servedBy: [], unmet, proven: true, comparedMinor: 0, boundMinor: 0 };
  const { isOptimal, values, goal } = solve(buyingProgramme(problem));
  const bound = isOptimal ? goal : solve(buyingProgramme(problem, { isRelaxed: true })).goal;
  const whole = (name: string): number => Math.round(values.get(name) ?? 0);
  const packs = offers.map((_, index) => whole(`x${index}`));
  const servedBy = lines.map(({ kind, kinds }, line) => ({
    kind,
    by: kinds.flatMap((one, at) => (whole(`a${line}_${at}`) > 0 ? [{ kind: one, count: whole(`a${line}_${at}`) }] : [])),
  }));
  const orders = suppliers.flatMap((supplier) => orderOf(supplier, prepared, packs));
  const total = orders.reduce((sum, { goodsMinor, shippingMinor }) => sum + goodsMinor + shippingMinor, 0);
  const units = unitsBought(orders);
  const served = new Map<string, number>();
  for (const { by } of servedBy) for (const one of by) served.set(one.kind, (served.get(one.kind) ?? 0) + one.count);
  for (const [line, { count: wanted, kind }] of lines.entries()) {
    const given = servedBy[line]?.by.reduce((sum, one) => sum + one.count, 0) ?? 0;
    if (given < wanted) throw new Error(`the solver gave ${given} of ${wanted} for ${kind}`);
  }
  for (const [kind, taken] of served)
    if (taken > (units.get(kind) ?? 0)) throw new Error(`the solver counted ${taken} of ${kind}, bought are ${units.get(kind) ?? 0}`);
  const leftover = [...units].flatMap(([kind, bought]) => {
    const left = bought - (served.get(kind) ?? 0);
    return left > 0 ? [{ kind, count: left }] : [];
  });
  return { orders, total, leftover, perUnit: allocate(orders), servedBy, unmet, proven: isOptimal, comparedMinor: goal, boundMinor: bound };
}

function orderOf(supplier: SupplierTerms, { offers, problem }: Prepared, packs: readonly number[]): BuyingOrder[] {
  const { id, shipping, freeFrom, discount } = supplier;
  const lines = offers.flatMap((offer, index) => {
    const bought = packs[index] ?? 0;
    if (offer.supplier !== id || bought === 0) return [];
    return [{ offer: offer.id, kind: offer.kind, packs: bought, units: bought * offer.perPack, priceMinor: bought * offer.price }];
  });
  if (lines.length === 0) return [];
  const goodsMinor = lines.reduce((sum, { priceMinor }) => sum + priceMinor, 0);
  const isFree = freeFrom != null && goodsMinor >= freeFrom;
  const percent = percentOff(supplier, problem.on);
  const fullOf = new Map(problem.offers.map((offer) => [offer.id, offer.price]));
  const full = lines.reduce((sum, { offer, packs: bought }) => sum + bought * (fullOf.get(offer) ?? 0), 0);
  const off =
    discount == null || percent === 0 ? null : { percent, code: discount.code, until: discount.until, savedMinor: full - goodsMinor };
  return [{ supplier: id, lines, goodsMinor, shippingMinor: isFree ? 0 : shipping, discount: off }];
}

function unitsBought(orders: readonly BuyingOrder[]): Map<string, number> {
  const units = new Map<string, number>();
  for (const { lines } of orders) for (const line of lines) units.set(line.kind, (units.get(line.kind) ?? 0) + line.units);
  return units;
}

/** What was paid for each kind: its goods, and of each order's shipping a share by value; what rounding leaves goes by largest remainder. */
function allocate(orders: readonly BuyingOrder[]): BuyingPlan['perUnit'] {
  const outlay = new Map<string, number>();
  const add = (kind: string, minor: number) => outlay.set(kind, (outlay.get(kind) ?? 0) + minor);
  for (const { lines, shippingMinor } of orders) {
    const shares = splitMinor(
      shippingMinor,
      lines.map(({ priceMinor }) => priceMinor),
    );
    for (const [index, line] of lines.entries()) add(line.kind, line.priceMinor + (shares[index] ?? 0));
  }
  const units = unitsBought(orders);
  return [...outlay].map(([kind, outlayMinor]) => {
    const bought = units.get(kind) ?? 1;
    return { kind, units: bought, outlayMinor, eachMinor: outlayMinor / bought };
  });
}

/** Splits an amount by weights into whole minor units that add up to it: rounded down, then by largest remainder. */
export function splitMinor(amountMinor: number, weights: readonly number[]): number[] {
  if (weights.length === 0) return [];
  const sum = weights.reduce((total, weight) => total + weight, 0);
  const exact = weights.map((weight) => (sum === 0 ? amountMinor / weights.length : (amountMinor * weight) / sum));
  const parts = exact.map(Math.floor);
  const order = exact
    .map((value, index) => ({ index, rest: value - Math.floor(value) }))
    .sort((a, b) => b.rest - a.rest || a.index - b.index);
  const open = amountMinor - parts.reduce((total, part) => total + part, 0);
  for (const { index } of order.slice(0, open)) parts[index] = (parts[index] ?? 0) + 1;
  return parts;
}
