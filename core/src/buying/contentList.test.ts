import { describe, expect, it } from 'vitest';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { meetsLine, PUBLISHED_LISTS } from '../catalog/published.ts';
import type { Kind } from '../model/kind.ts';
import { plainDate } from '../model/plainDate.ts';
import { type Unit, UnitSchema } from '../model/unit.ts';
import { againstPublished, type ContentList, ContentListSchema, plainLine, priceCheck, unitsOfList } from './contentList.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const unit = (kind: string, count = 1, change: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id: `${kind}-${count}`, kind, count, condition: 'ready', ...change });
const published = (id: string) => {
  const found = PUBLISHED_LISTS.find((list) => list.id === id);
  if (found === undefined) throw new Error(`no list ${id}`);
  return found;
};

describe('a ready-made kit against its parts', () => {
  const priced = (prices: number[]) =>
    kindCatalog(prices.map((priceMinor, index): Kind => ({ ...(KINDS[0] as Kind), id: `part-${index}`, priceMinor })));
  const list = (change: Partial<ContentList>, parts = 6): ContentList =>
    ContentListSchema.parse({
      id: 'ready',
      name: 'Ready',
      priceMinor: 4320,
      contents: Array.from({ length: parts }, (_, index) => ({ kind: `part-${index}`, count: 1 })),
      ...change,
    });
  // A worked example with invented figures: 48.00 at 43.20 is 10 % off; the parts come to 35.55; 7.65 more is 21.5 %.
  const catalog = priced([210, 740, 95, 1350, 40, 1120]);

  it('shows parts, surcharge and discount with the right bases', () => {
    expect(priceCheck(list({ listPriceMinor: 4800 }), catalog)).toMatchObject({
      partsMinor: 3555,
      surchargeMinor: 765,
      surchargePercent: 21.5,
      discountMinor: 480,
      discountPercent: 10,
    });
  });

  it('loses no line of the sum', () => {
    const { terms, partsMinor } = priceCheck(list({}), catalog);
    expect(terms).toHaveLength(6);
    expect(terms.reduce((sum, { sumMinor }) => sum + sumMinor, 0)).toBe(partsMinor);
  });

  it('says nothing of what it does not know', () => {
    expect(priceCheck(list({ priceMinor: null }), catalog)).toMatchObject({
      surchargeMinor: null,
      surchargePercent: null,
      discountPercent: null,
    });
  });

  it('becomes units that cover needs like any others', () => {
    const units = unitsOfList(list({ contents: [plainLine('windlass-tourniquet', 2)] }));
    expect(units[0]).toMatchObject({ kind: 'windlass-tourniquet', count: 2, condition: 'ready' });
  });
});

// ANSI/ISEA Z308.1-2021 and DIN 13164:2022, both from memory.
describe('published lists', () => {
  it.each([
    ['workplace-a', 'adhesive dressing 25 x 75 mm', 16],
    ['workplace-b', 'adhesive dressing 25 x 75 mm', 50],
    ['workplace-a', 'gloves, pairs', 2],
    ['workplace-b', 'tourniquet', 1],
    ['workplace-b', 'trauma pad 125 x 225 mm', 4],
    ['vehicle', 'compress 100 x 100 mm', 6],
    ['vehicle', 'fixing bandage 80 mm', 3],
  ])('%s asks for %s: %d', (id, label, count) => {
    expect(published(id).lines.find((line) => line.label === label)?.count).toBe(count);
  });

  it('has no tourniquet and no splint in class A', () => {
    const labels = published('workplace-a').lines.map(({ label }) => label);
    expect(labels).not.toContain('tourniquet');
    expect(labels).not.toContain('splint');
    expect(published('workplace-b').lines).toHaveLength(22);
    expect(published('vehicle').lines).toHaveLength(16);
  });

  it('name only what some kind of the catalogue is', () => {
    for (const { lines } of PUBLISHED_LISTS)
      for (const line of lines)
        expect(
          KINDS.some((kind) => meetsLine(kind, line)),
          line.label,
        ).toBe(true);
  });

  const have = (units: Unit[], label: string, id = 'workplace-b') =>
    againstPublished(units, published(id), TODAY, CATALOG).find((line) => line.label === label)?.have;

  it('count pieces, not packs', () => {
    expect(have([unit('adhesive-dressings', 3)], 'adhesive dressing 25 x 75 mm')).toBe(30);
    expect(have([unit('eye-shields')], 'eye covering with attachment')).toBe(2);
  });

  it('count a thing for one line only', () => {
    const lines = againstPublished([unit('rolled-gauze', 2)], published('workplace-b'), TODAY, CATALOG);
    expect(lines.reduce((sum, line) => sum + line.have, 0)).toBe(2);
  });

  it('count nothing that has lapsed, is open or was practised with', () => {
    expect(have([unit('burn-gel', 2, { expiresOn: plainDate('2026-11-24') })], 'gel burn dressing 100 x 100 mm')).toBe(0);
    expect(have([unit('gauze-pads', 4, { condition: 'opened' })], 'sterile pad 75 x 75 mm')).toBe(0);
    expect(have([unit('windlass-tourniquet', 1, { condition: 'practice' })], 'tourniquet')).toBe(0);
  });

  it.each(PUBLISHED_LISTS.map(({ id }) => id))('%s is met by what it asks for', (id) => {
    const list = published(id);
    const wanted = list.lines.map((line, index) => {
      const kind = KINDS.find((one) => meetsLine(one, line));
      return unit(kind?.id ?? '', Math.ceil(line.count / (kind?.pieces ?? 1)), { id: UnitSchema.shape.id.parse(`u${index}`) });
    });
    for (const line of againstPublished(wanted, list, TODAY, CATALOG)) expect(line.have, line.label).toBe(line.asked);
  });
});
