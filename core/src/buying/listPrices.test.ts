import highsLoader from 'highs';
import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import type { Restock } from '../model/answers.ts';
import { type ContentList, ContentListSchema, needOfLists, offersOfList, plainLine, priceCheck, pricedLines } from './contentList.ts';
import { boughtFor, buyingNeed } from './need.ts';
import { buyingPlan, type Solver } from './plan.ts';

const CATALOG = kindCatalog();
const list = (contents: Partial<ContentList['contents'][number]>[], more: object = {}): ContentList =>
  ContentListSchema.parse({ id: 'pouch', name: 'Pouch', priceMinor: null, contents, ...more });

/** A pouch for little money, in packs and at prices as a shop might ask them; the figures are invented. */
const POUCH = list([
  { kind: 'windlass-tourniquet', count: 1, packMinor: 799, perPack: 1, seller: 'A' },
  { kind: 'plain-gauze', count: 2, packMinor: 550, perPack: 5, seller: 'A' },
  { kind: 'gloves', count: 2, packMinor: 300, perPack: 10, seller: 'B' },
  { kind: 'shears-small', count: 1, packMinor: 349, perPack: 1, seller: 'B', nearest: 'smaller' },
  { kind: 'marker', count: 1 },
]);
const each = (kind: string) => CATALOG.get(kind)?.priceMinor ?? Number.NaN;

describe('a list at its own pack prices', () => {
  it('equals a sum by hand, line by line', () => {
    // 7.99; one pack of five 5.50; one pack of ten 3.00; 3.49; a marker as it usually costs.
    expect(pricedLines(POUCH, 1, CATALOG).map(({ packs, leftOver, sumMinor, isOwn }) => [packs, leftOver, sumMinor, isOwn])).toEqual([
      [1, 0, 799, true],
      [1, 3, 550, true],
      [1, 8, 300, true],
      [1, 0, 349, true],
      [1, 0, each('marker'), false],
    ]);
    expect(priceCheck(POUCH, CATALOG).partsMinor).toBe(799 + 550 + 300 + 349 + each('marker'));
  });

  it('is bought three times in whole packs, not three times in packs of its own', () => {
    // Six of gauze are two packs of five; six pairs of gloves are one pack of ten.
    expect(pricedLines(POUCH, 3, CATALOG).map(({ packs, leftOver, sumMinor }) => [packs, leftOver, sumMinor])).toEqual([
      [3, 0, 2397],
      [2, 4, 1100],
      [1, 4, 300],
      [3, 0, 1047],
      [3, 0, 3 * each('marker')],
    ]);
  });

  it('is a list of usual prices where it says none, so that old lists cost what they did', () => {
    const old = list([plainLine('gloves', 3), plainLine('marker', 2)]);
    expect(priceCheck(old, CATALOG).partsMinor).toBe(3 * each('gloves') + 2 * each('marker'));
    expect(offersOfList(old)).toEqual([]);
  });

  it('goes with what is planned into one shopping list, in whole packs, with what lies over', async () => {
    const highs = await highsLoader();
    const solve: Solver = (programme) => {
      const { Status, Columns, ObjectiveValue } = highs.solve(programme, { output_flag: false, mip_rel_gap: 0 });
      const values = new Map(Object.entries(Columns).map(([name, column]) => [name, 'Primal' in column ? column.Primal : 0]));
      return { isOptimal: Status === 'Optimal', values, goal: ObjectiveValue };
    };
    const need = needOfLists([{ list: POUCH, times: 3 }]).filter(({ kind }) => kind !== 'marker');
    const plan = buyingPlan({ need, offers: offersOfList(POUCH), suppliers: [] }, solve);
    expect(plan).toMatchObject({ total: 2397 + 1100 + 300 + 1047, proven: true, unmet: [] });
    expect(new Map(plan.leftover.map(({ kind, count }) => [kind, count]))).toEqual(
      new Map([
        ['plain-gauze', 4],
        ['gloves', 4],
      ]),
    );
  });
});

describe('what is planned', () => {
  const kit = (planned: Restock['kits'][number]['planned'], lines: Restock['kits'][number]['lines'] = []): Restock['kits'][number] => ({
    kitId: 'k',
    kitName: 'K',
    lines,
    planned,
    asBefore: [],
  });
  const lacking: Restock['kits'][number]['lines'][number] = {
    need: 'S.hands',
    missing: 2,
    fromStores: [],
    fromKits: [],
    toBuy: [
      { kind: 'gloves', count: 2, priceMinor: 0 },
      { kind: 'gloves-large', count: 2, priceMinor: 0 },
    ],
  };

  it('is bought as it is planned: of its own kind, what stores do not hold, and no other thing instead', () => {
    const one = kit([{ kind: 'gloves', count: 5, fromStores: [], toBuy: 3 }]);
    expect(boughtFor(one)).toEqual([{ kind: 'gloves', count: 3 }]);
    expect(buyingNeed([one], { withAlternatives: true }, CATALOG)).toEqual([{ kind: 'gloves', count: 3 }]);
    // Beside a gap that others would fill as well, one line for both takes what both accept.
    const both = buyingNeed([one, kit([], [lacking])], { withAlternatives: true }, CATALOG);
    expect(both).toEqual([{ kind: 'gloves', count: 5 }]);
  });

  it('that lies in the stores is not bought', () => {
    expect(boughtFor(kit([{ kind: 'gloves', count: 2, fromStores: [], toBuy: 0 }]))).toEqual([]);
  });
});
