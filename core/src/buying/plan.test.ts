import highsLoader from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import { type BuyingProblem, BuyingProblemSchema } from './offers.ts';
import { buyingPlan, offerExclusion, type Solver, splitMinor } from './plan.ts';

let solve: Solver;
beforeAll(async () => {
  const highs = await highsLoader();
  solve = (programme) => {
    const { Status, Columns, ObjectiveValue } = highs.solve(programme, { output_flag: false, mip_rel_gap: 0 });
    const values = new Map(Object.entries(Columns).map(([name, column]) => [name, 'Primal' in column ? column.Primal : 0]));
    return { isOptimal: Status === 'Optimal', values, goal: ObjectiveValue };
  };
});

const problem = (part: object): BuyingProblem => BuyingProblemSchema.parse({ need: [], offers: [], suppliers: [], ...part });

describe('a buying plan', () => {
  it('takes whole packs at the least outlay, by hand', () => {
    // Ten gloves: two packs of six at 200 beat ten single ones at 50.
    const plan = buyingPlan(
      problem({
        need: [{ kind: 'gloves', count: 10 }],
        offers: [
          { id: 'six', kind: 'gloves', perPack: 6, price: 200, supplier: 'a' },
          { id: 'one', kind: 'gloves', perPack: 1, price: 50, supplier: 'a' },
        ],
        suppliers: [{ id: 'a', shipping: 490 }],
      }),
      solve,
    );
    // One six and four singles cost 400, two sixes 400 as well: both are least; nothing costs less.
    expect(plan).toMatchObject({ total: 890, proven: true });
    expect(plan.perUnit.reduce((sum, { outlayMinor }) => sum + outlayMinor, 0)).toBe(890);
  });

  it('buys a little more where that makes shipping free for less than it costs', () => {
    const plan = buyingPlan(
      problem({
        need: [{ kind: 'gauze', count: 1 }],
        offers: [{ id: 'g', kind: 'gauze', perPack: 1, price: 400, supplier: 'a' }],
        suppliers: [{ id: 'a', shipping: 600, freeFrom: 800 }],
      }),
      solve,
    );
    expect(plan).toMatchObject({ total: 800, leftover: [{ kind: 'gauze', count: 1 }], proven: true });
    expect(plan.orders[0]).toMatchObject({ goodsMinor: 800, shippingMinor: 0 });
  });

  it('leaves out sellers that are not authorised where that matters, and what lapses too soon; says what nobody may sell', () => {
    const asked = problem({
      need: [
        { kind: 'strap', count: 1 },
        { kind: 'gauze', count: 1 },
        { kind: 'needle', count: 2 },
      ],
      offers: [
        { id: 'cheap', kind: 'strap', perPack: 1, price: 900, supplier: 'b', authorised: false },
        { id: 'good', kind: 'strap', perPack: 1, price: 2800, supplier: 'a', authorised: true },
        { id: 'old', kind: 'gauze', perPack: 1, price: 100, supplier: 'b', shelfDays: 60 },
        { id: 'fresh', kind: 'gauze', perPack: 1, price: 350, supplier: 'a', shelfDays: 900 },
      ],
      suppliers: [],
      authorisedOnly: ['strap'],
      leastShelfDays: 365,
    });
    const plan = buyingPlan(asked, solve);
    expect(plan.orders.flatMap(({ lines }) => lines.map(({ offer }) => offer)).sort()).toEqual(['fresh', 'good']);
    expect(plan.unmet).toEqual([{ kind: 'needle', count: 2, why: 'nobody offers it' }]);
    expect(offerExclusion(asked.offers[0] as never, asked)).toContain('authorised');
    const none = buyingPlan({ ...asked, offers: asked.offers.slice(0, 1), need: asked.need.slice(0, 1) }, solve);
    expect(none.unmet[0]?.why).toBe('every offer is out: the seller is not known as authorised');
  });

  it('takes another kind where it is accepted and costs less', () => {
    const plan = buyingPlan(
      problem({
        need: [{ kind: 'kaolin', count: 2, accepts: ['chitosan'] }],
        offers: [
          { id: 'k', kind: 'kaolin', perPack: 1, price: 3900, supplier: 'a' },
          { id: 'c', kind: 'chitosan', perPack: 2, price: 5000, supplier: 'a' },
        ],
      }),
      solve,
    );
    expect(plan).toMatchObject({ total: 5000, servedBy: [{ kind: 'kaolin', by: [{ kind: 'chitosan', count: 2 }] }] });
  });

  it('prices in what would lapse unused, where that is wanted', () => {
    const asked = {
      need: [{ kind: 'pads', count: 2 }],
      offers: [
        { id: 'hundred', kind: 'pads', perPack: 100, price: 180, supplier: 'a' },
        { id: 'two', kind: 'pads', perPack: 2, price: 200, supplier: 'a' },
      ],
    };
    expect(buyingPlan(problem(asked), solve).orders[0]?.lines[0]?.offer).toBe('hundred');
    expect(buyingPlan(problem({ ...asked, wasteShare: 1 }), solve).orders[0]?.lines[0]?.offer).toBe('two');
  });

  it('that was cut short says so, with a bound under which no plan lies', () => {
    const asked = problem({
      need: [{ kind: 'gauze', count: 3 }],
      offers: [{ id: 'g', kind: 'gauze', perPack: 2, price: 400, supplier: 'a' }],
      suppliers: [{ id: 'a', shipping: 300 }],
    });
    // A solver that stops before it has shown anything of the whole numbers; the parts of packs it solves.
    const short: Solver = (programme) => ({ ...solve(programme), isOptimal: false });
    const plan = buyingPlan(asked, short);
    expect(plan).toMatchObject({ total: 1100, proven: false, comparedMinor: 1100 });
    // One pack and a half for 600, and of the sending as little as the relaxed programme must pay.
    expect(plan.boundMinor).toBeGreaterThanOrEqual(600);
    expect(plan.boundMinor).toBeLessThan(1100);
    expect(buyingPlan(asked, solve)).toMatchObject({ proven: true, boundMinor: 1100 });
  });

  it('of nothing is nothing', () => {
    expect(buyingPlan(problem({}), solve)).toMatchObject({ total: 0, orders: [], proven: true });
  });

  it('of a market of thirty kinds is proven, gives every line what it asks, and its parts add up, on random markets', () => {
    const random = new Random(seeded(120));
    for (let round = 0; round < 12; round += 1) {
      const asked = problem({
        need: Array.from({ length: 30 }, (_, index) => ({
          kind: `k${index}`,
          count: 1 + random.below(20),
          ...(index % 3 === 0 ? { accepts: [`k${random.below(30)}`] } : {}),
        })),
        offers: Array.from({ length: 120 }, (_, index) => ({
          id: `o${index}`,
          kind: `k${index % 30}`,
          perPack: [1, 2, 6, 12, 100][random.below(5)],
          price: 30 + random.below(4000),
          supplier: `s${random.below(6)}`,
        })),
        suppliers: Array.from({ length: 6 }, (_, index) => ({
          id: `s${index}`,
          shipping: random.below(900),
          freeFrom: index % 2 === 0 ? 3000 + random.below(9000) : null,
        })),
      });
      const plan = buyingPlan(asked, solve);
      expect(plan.proven).toBe(true);
      expect(plan.unmet).toEqual([]);
      // The solver's own objective is the total that was added up anew in whole minor units.
      expect(plan.boundMinor).toBeCloseTo(plan.total, 3);
      for (const { kind, by } of plan.servedBy)
        expect(by.reduce((sum, { count }) => sum + count, 0)).toBe(asked.need.find((line) => line.kind === kind)?.count);
      expect(plan.perUnit.reduce((sum, { outlayMinor }) => sum + outlayMinor, 0)).toBe(plan.total);
      const used = plan.servedBy.flatMap(({ by }) => by).reduce((sum, { count }) => sum + count, 0);
      const bought = plan.orders.flatMap(({ lines }) => lines).reduce((sum, { units }) => sum + units, 0);
      expect(used + plan.leftover.reduce((sum, { count }) => sum + count, 0)).toBe(bought);
      // Splitting the order never makes it cheaper: each supplier's goods and shipping are as its terms say.
      for (const { supplier, goodsMinor, shippingMinor } of plan.orders) {
        const terms = asked.suppliers.find(({ id }) => id === supplier);
        expect(shippingMinor).toBe(terms?.freeFrom != null && goodsMinor >= terms.freeFrom ? 0 : terms?.shipping);
      }
    }
  });

  it('takes a discount off each pack, by its code and until its last day, and knows it where another is cheaper by it', () => {
    const asked = (on: string) =>
      problem({
        need: [{ kind: 'a', count: 2 }],
        offers: [
          { id: 'o', kind: 'a', perPack: 1, price: 1000, supplier: 's' },
          { id: 'p', kind: 'a', perPack: 1, price: 950, supplier: 't' },
        ],
        suppliers: [
          { id: 's', shipping: 100, discount: { percent: 12.5, code: 'PIER', until: '2026-12-24' } },
          { id: 't', shipping: 100 },
        ],
        on,
      });
    const [order] = buyingPlan(asked('2026-12-24'), solve).orders;
    expect(order).toMatchObject({ supplier: 's', goodsMinor: 1750, discount: { percent: 12.5, code: 'PIER', savedMinor: 250 } });
    expect(buyingPlan(asked('2026-12-25'), solve).orders).toMatchObject([{ supplier: 't', goodsMinor: 1900, discount: null }]);
  });

  it('equals trying every number of packs, on random cases', () => {
    const random = new Random(seeded(2026));
    let withFree = 0;
    for (let round = 0; round < rounds(500); round += 1) {
      const kinds = ['a', 'b', 'c'].slice(0, 1 + random.below(3));
      const asked = problem({
        need: kinds.map((kind) => ({
          kind,
          count: 1 + random.below(4),
          ...(random.next() < 0.3 ? { accepts: [kinds[random.below(kinds.length)]] } : {}),
        })),
        offers: Array.from({ length: 2 + random.below(3) }, (_, index) => ({
          id: `o${index}`,
          kind: kinds[index % kinds.length],
          perPack: 1 + random.below(4),
          price: 150 + random.below(800),
          supplier: ['s', 't'][random.below(2)],
        })),
        suppliers: [
          {
            id: 's',
            shipping: random.below(500),
            freeFrom: random.next() < 0.6 ? 300 + random.below(1500) : null,
            discount:
              random.next() < 0.4 ? { percent: 5 * random.below(8), until: random.next() < 0.5 ? '2026-11-29' : '2026-12-24' } : null,
          },
          { id: 't', shipping: random.below(500), freeFrom: null },
        ],
        on: '2026-12-01',
      });
      const plan = buyingPlan(asked, solve);
      expect(plan.proven).toBe(true);
      if (plan.unmet.length > 0) continue;
      expect(plan.total, JSON.stringify(asked)).toBe(leastByTrying(asked));
      if (plan.orders.some(({ supplier, shippingMinor }) => supplier === 's' && shippingMinor === 0)) withFree += 1;
    }
    expect(withFree).toBeGreaterThan(rounds(20));
  });
});

/** Every number of packs of every offer up to what could pay. */
function leastByTrying({ need, offers: listed, suppliers }: BuyingProblem): number {
  // What has ended by the first of December is not taken off.
  const offers = listed.map((offer) => {
    const discount = suppliers.find(({ id }) => id === offer.supplier)?.discount;
    const percent = discount == null || discount.until === '2026-11-29' ? 0 : discount.percent;
    return { ...offer, price: Math.round(offer.price - (offer.price * percent) / 100) };
  });
  let best = Number.POSITIVE_INFINITY;
  const packs = offers.map(() => 0);
  const wanted = need.reduce((sum, { count }) => sum + count, 0);
  const descend = (at: number, goods: number): void => {
    if (goods >= best) return;
    const offer = offers[at];
    if (offer === undefined) {
      if (!serves()) return;
      let cost = goods;
      for (const { id, shipping, freeFrom } of suppliers) {
        const own = offers.reduce((sum, one, index) => sum + (one.supplier === id ? one.price * (packs[index] ?? 0) : 0), 0);
        const isUsed = offers.some((one, index) => one.supplier === id && (packs[index] ?? 0) > 0);
        if (isUsed && !(freeFrom != null && own >= freeFrom)) cost += shipping;
      }
      best = Math.min(best, cost);
      return;
    }
    const most = Math.ceil(wanted / offer.perPack) + Math.ceil(500 / offer.price);
    for (let count = 0; count <= most; count += 1) {
      packs[at] = count;
      descend(at + 1, goods + count * offer.price);
    }
    packs[at] = 0;
  };
  /** Lines take from their own kind first, then from what they accept: with one alternative a line, filling in any order by trying both. */
  const serves = (): boolean => {
    const units = new Map<string, number>();
    for (const [index, { kind, perPack }] of offers.entries()) units.set(kind, (units.get(kind) ?? 0) + perPack * (packs[index] ?? 0));
    const fill = (line: number): boolean => {
      const asked = need[line];
      if (asked === undefined) return true;
      const [other] = asked.accepts ?? [];
      for (let own = 0; own <= asked.count; own += 1) {
        const rest = asked.count - own;
        if (rest > 0 && (other === undefined || other === asked.kind)) continue;
        if ((units.get(asked.kind) ?? 0) < own || (rest > 0 && (units.get(other ?? '') ?? 0) < rest)) continue;
        units.set(asked.kind, (units.get(asked.kind) ?? 0) - own);
        if (rest > 0) units.set(other ?? '', (units.get(other ?? '') ?? 0) - rest);
        const isFilled = fill(line + 1);
        units.set(asked.kind, (units.get(asked.kind) ?? 0) + own);
        if (rest > 0) units.set(other ?? '', (units.get(other ?? '') ?? 0) + rest);
        if (isFilled) return true;
      }
      return false;
    };
    return fill(0);
  };
  descend(0, 0);
  return best;
}

describe('splitting money', () => {
  it('never loses a minor unit, and is off its exact share by less than one, on random sums', () => {
    const random = new Random(seeded(9));
    for (let round = 0; round < rounds(500); round += 1) {
      const weights = Array.from({ length: 1 + random.below(12) }, () => random.below(5000));
      const amount = random.below(100_000);
      const parts = splitMinor(amount, weights);
      expect(parts.reduce((sum, part) => sum + part, 0)).toBe(amount);
      const sum = weights.reduce((total, weight) => total + weight, 0);
      for (const [index, part] of parts.entries()) {
        expect(Number.isInteger(part)).toBe(true);
        if (sum > 0) expect(Math.abs(part - (amount * (weights[index] ?? 0)) / sum)).toBeLessThan(1);
      }
    }
    expect(splitMinor(100, [])).toEqual([]);
  });
});
