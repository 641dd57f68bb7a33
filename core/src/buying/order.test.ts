import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import { plainDate } from '../model/plainDate.ts';
import { belowMinimum, noMinimums, type Order, OrderSchema, onOrder, orderFaults, orderFromPlan } from './order.ts';
import { splitMinor } from './plan.ts';
import { allocatedMinor, crewShares, type Wanted } from './shares.ts';

const PLACED = plainDate('2026-11-25');
const order = (lines: object[], more: object = {}): Order =>
  OrderSchema.parse({ id: 'o', supplier: 'Pier Road', placedOn: PLACED, shippingMinor: 490, lines, ...more });
const line = (kind: string, units: number, more: object = {}) => ({ kind, units, perPack: 1, packMinor: 100, ...more });

describe('an order', () => {
  it('is made of what the plan orders of one supplier, at the price of the offer', () => {
    const offers = [{ id: 'a', kind: 'gloves', perPack: 10, price: 340, supplier: 'Pier Road' }];
    const plan = {
      orders: [
        {
          supplier: 'Pier Road',
          goodsMinor: 680,
          shippingMinor: 490,
          discount: null,
          lines: [{ offer: 'a', kind: 'gloves', packs: 2, units: 20, priceMinor: 680 }],
        },
      ],
    };
    const made = orderFromPlan(plan, 'Pier Road', offers, { id: 'o1', placedOn: PLACED, expectedOn: null });
    expect(made).toMatchObject({
      id: 'o1',
      shippingMinor: 490,
      lines: [{ kind: 'gloves', units: 20, perPack: 10, packMinor: 340, arrived: 0 }],
    });
    // By a discount less is paid for a pack than it is offered for.
    const [planned] = plan.orders;
    const cheaper = {
      orders: planned === undefined ? [] : [{ ...planned, lines: planned.lines.map((one) => ({ ...one, priceMinor: 612 })) }],
    };
    expect(orderFromPlan(cheaper, 'Pier Road', offers, { id: 'o4', placedOn: PLACED, expectedOn: null })?.lines[0]?.packMinor).toBe(306);
    expect(orderFromPlan(plan, 'Kelp Lane', offers, { id: 'o2', placedOn: PLACED, expectedOn: null })).toBeNull();
    expect(() => orderFromPlan(plan, 'Pier Road', [], { id: 'o3', placedOn: PLACED, expectedOn: null })).toThrow('"a"');
  });

  it('says what is short, too much or wrong, and what is still to come until it is closed', () => {
    const one = order([line('gloves', 10, { arrived: 8 }), line('shears', 1, { arrived: 2 }), line('marker', 2, { arrived: 2, wrong: 1 })]);
    expect(orderFaults(one, (kind) => kind)).toEqual(['2 of 10 gloves short', '1 shears more than ordered', '1 × marker wrong or not fit']);
    expect(onOrder([one, order([line('gloves', 5)])])).toEqual(new Map([['gloves', 7]]));
    expect(onOrder([{ ...one, isClosed: true }])).toEqual(new Map());
  });
});

describe('the least that stores hold', () => {
  it('asks for what is lacking, kind by kind', () => {
    const minimums = {
      ...noMinimums(),
      lines: [
        { kind: 'gloves', count: 10 },
        { kind: 'shears', count: 1 },
      ],
    };
    expect(
      belowMinimum(
        minimums,
        new Map([
          ['gloves', 4],
          ['shears', 3],
        ]),
      ),
    ).toEqual([{ kind: 'gloves', count: 6 }]);
    expect(belowMinimum(noMinimums(), new Map())).toEqual([]);
  });
});

describe('what each of a crew pays and gets', () => {
  const plan = (kind: string, units: number, outlayMinor: number, served: number) => ({
    total: outlayMinor,
    perUnit: [{ kind, units, outlayMinor, eachMinor: outlayMinor / units }],
    servedBy: [{ kind, by: [{ kind, count: served }] }],
  });

  it('parts a pack of twelve among three by what they wanted, what is left over in turn', () => {
    const wanted: Wanted[] = [
      { payer: 'Isla', lines: [{ kind: 'rolled-gauze', count: 4 }] },
      { payer: 'Rory', lines: [{ kind: 'rolled-gauze', count: 4 }] },
      { payer: 'Una', lines: [{ kind: 'rolled-gauze', count: 2 }] },
    ];
    // 6.01 for twelve: 5, 5 and 2 pieces of it; by hand 2.504, 2.504 and 1.002, the odd one by largest remainder.
    expect(crewShares(plan('rolled-gauze', 12, 601, 10), wanted)).toEqual([
      { payer: 'Isla', gets: [{ kind: 'rolled-gauze', count: 5 }], minor: 251 },
      { payer: 'Rory', gets: [{ kind: 'rolled-gauze', count: 5 }], minor: 250 },
      { payer: 'Una', gets: [{ kind: 'rolled-gauze', count: 2 }], minor: 100 },
    ]);
  });

  it('tells what of the outlay is for what is needed', () => {
    // 6.01 for twelve of which ten are needed: 5.0083 and 1.0017, to the whole minor unit by largest remainder.
    const bought = { perUnit: [{ kind: 'g', units: 12, outlayMinor: 601, eachMinor: 601 / 12 }], leftover: [{ kind: 'g', count: 2 }] };
    expect(allocatedMinor(bought)).toBe(501);
    expect(allocatedMinor({ ...bought, leftover: [] })).toBe(601);
  });

  it('hands out what serves as well where the plan chose that', () => {
    const substitute = {
      total: 300,
      perUnit: [{ kind: 'b', units: 3, outlayMinor: 300, eachMinor: 100 }],
      servedBy: [{ kind: 'a', by: [{ kind: 'b', count: 3 }] }],
    };
    const shares = crewShares(substitute, [
      { payer: 'x', lines: [{ kind: 'a', count: 1 }] },
      { payer: 'y', lines: [{ kind: 'a', count: 2 }] },
    ]);
    expect(shares.map(({ minor, gets }) => [minor, gets[0]?.count])).toEqual([
      [100, 1],
      [200, 2],
    ]);
  });

  it('loses no minor unit and no thing, on random crews', () => {
    const random = new Random(seeded(7));
    for (let round = 0; round < rounds(500); round += 1) {
      const kinds = Array.from({ length: 1 + random.below(4) }, (_, index) => `k${index}`);
      const wanted = Array.from({ length: 1 + random.below(5) }, (_, index) => ({
        payer: `p${index}`,
        lines: kinds.flatMap((kind) => (random.next() < 0.6 ? [{ kind, count: 1 + random.below(7) }] : [])),
      }));
      const asked = (kind: string) =>
        wanted
          .flatMap(({ lines }) => lines)
          .filter((one) => one.kind === kind)
          .reduce((sum, { count }) => sum + count, 0);
      const bought = kinds.filter((kind) => asked(kind) > 0);
      const total = random.below(50_000);
      const parts = splitMinor(
        total,
        bought.map(() => 1 + random.below(9)),
      );
      const perUnit = bought.map((kind, index) => {
        const units = asked(kind) + random.below(6);
        const outlayMinor = parts[index] ?? 0;
        return { kind, units, outlayMinor, eachMinor: outlayMinor / units };
      });
      const shares = crewShares({ total, perUnit, servedBy: bought.map((kind) => ({ kind, by: [{ kind, count: asked(kind) }] })) }, wanted);
      if (bought.length > 0) expect(shares.reduce((sum, { minor }) => sum + minor, 0)).toBe(total);
      for (const { kind, units } of perUnit)
        expect(
          shares
            .flatMap(({ gets }) => gets)
            .filter((one) => one.kind === kind)
            .reduce((sum, { count }) => sum + count, 0),
        ).toBe(units);
      for (const [index, { gets }] of shares.entries())
        for (const { kind, count } of wanted[index]?.lines ?? [])
          expect(gets.find((one) => one.kind === kind)?.count ?? 0).toBeGreaterThanOrEqual(count);
    }
  });
});
