import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import type { Restock } from '../model/answers.ts';
import { buyingNeed, lessOnOrder, withMinimums } from './need.ts';

const CATALOG = kindCatalog();
const line = (...toBuy: [kind: string, count: number][]): Restock['kits'][number]['lines'][number] => ({
  need: 'M.pack',
  missing: 1,
  fromStores: [],
  fromKits: [],
  toBuy: toBuy.map(([kind, count]) => ({ kind, count, priceMinor: 0 })),
});
const kit = (kitId: string, ...lines: Restock['kits'][number]['lines']): Restock['kits'][number] => ({
  kitId,
  kitName: kitId,
  lines,
  planned: [],
  asBefore: [],
});

describe('what is to be bought', () => {
  it('is what stores do not fill, the same kind of several kits together', () => {
    const kits = [kit('a', line(['gloves', 2]), line()), kit('b', line(['gloves', 1], ['gloves-large', 1]), line(['marker', 1]))];
    expect(buyingNeed(kits, { withAlternatives: false }, CATALOG)).toEqual([
      { kind: 'gloves', count: 3 },
      { kind: 'marker', count: 1 },
    ]);
  });

  it('takes alternatives where they are wanted, of as many pieces, and only what every kit accepts', () => {
    const one = kit('a', line(['plain-gauze', 1], ['plain-gauze-flat', 1], ['kaolin-gauze', 1]));
    expect(buyingNeed([one], { withAlternatives: true }, CATALOG)).toEqual([
      { kind: 'plain-gauze', count: 1, accepts: ['plain-gauze-flat', 'kaolin-gauze'] },
    ]);
    const other = kit('b', line(['plain-gauze', 2], ['kaolin-gauze', 2]));
    expect(buyingNeed([one, other], { withAlternatives: true }, CATALOG)).toEqual([
      { kind: 'plain-gauze', count: 3, accepts: ['kaolin-gauze'] },
    ]);
    // Two pads in a packet are not one pad.
    const pads = kit('c', line(['gauze-pads', 1], ['abdominal-pad', 2]));
    expect(buyingNeed([pads], { withAlternatives: true }, CATALOG)).toEqual([{ kind: 'gauze-pads', count: 1 }]);
  });
});

describe('what stores lack, and what is on its way', () => {
  const need = [
    { kind: 'gloves', count: 4, accepts: ['gloves-large'] },
    { kind: 'marker', count: 1 },
  ];

  it('adds to a line of the same kind, or stands by itself', () => {
    const lacking = [
      { kind: 'gloves', count: 6 },
      { kind: 'shears', count: 1 },
    ];
    expect(withMinimums(need, lacking).map(({ kind, count }) => [kind, count])).toEqual([
      ['gloves', 10],
      ['marker', 1],
      ['shears', 1],
    ]);
  });

  it('buys nothing twice: what is ordered is taken off, of the kind first and then of what serves as well', () => {
    const coming = new Map([
      ['gloves', 1],
      ['gloves-large', 2],
      ['marker', 5],
    ]);
    expect(lessOnOrder(need, coming)).toEqual([{ kind: 'gloves', count: 1, accepts: ['gloves-large'] }]);
    expect(lessOnOrder(need, new Map())).toEqual(need);
    // One that is wanted for itself is not given away to a line that would only accept it.
    const both = [
      { kind: 'gloves', count: 2, accepts: ['gloves-large'] },
      { kind: 'gloves-large', count: 2 },
    ];
    expect(lessOnOrder(both, new Map([['gloves-large', 2]]))).toEqual([both[0]]);
  });
});
