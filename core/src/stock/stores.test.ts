import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage } from '../coverage/coverage.ts';
import type { StockUnit } from '../coverage/problem.ts';
import { Random } from '../fit/random.ts';
import type { Kind } from '../model/kind.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import { intakeCondition, isSuspect } from './intake.ts';
import { isOfferable, orderSpares, restockLines } from './restock.ts';

const CATALOG = kindCatalog();
const ON = plainDate('2026-11-25');
const OUTLASTS = addDays(ON, 100);
const [SCHOOL] = SCHOOLS;
if (SCHOOL === undefined) throw new Error('schools are missing');
const spare = (id: string, kind: string, lasts: number | null, more: Partial<StockUnit> = {}): StockUnit => ({
  id,
  kind,
  count: 1,
  condition: 'ready',
  expiresOn: lasts === null ? null : addDays(ON, lasts),
  ...more,
});
const kind = (id: string): Kind => {
  const found = CATALOG.get(id);
  if (found === undefined) throw new Error(`no kind ${id}`);
  return found;
};

describe('the order in which spares go out', () => {
  it('is first expired first among those that outlast the next inspection, then the longest of the rest', () => {
    const spares = [
      spare('long', 'kaolin-gauze', 900),
      spare('short', 'kaolin-gauze', 20),
      spare('next', 'kaolin-gauze', 101),
      spare('shorter', 'kaolin-gauze', 5),
    ];
    expect(orderSpares(spares, { on: ON, outlasts: OUTLASTS }).map(({ id }) => id)).toEqual(['next', 'long', 'short', 'shorter']);
  });

  it('picks the same first spare as trying every one does, on random shelves', () => {
    const random = new Random(seeded(21));
    for (let round = 0; round < rounds(500); round += 1) {
      const spares = Array.from({ length: 1 + random.below(6) }, (_, index) => spare(`s${index}`, 'kaolin-gauze', random.below(200)));
      const lasting = spares.filter(({ expiresOn }) => expiresOn != null && expiresOn >= OUTLASTS);
      const pool = lasting.length > 0 ? lasting : spares;
      const best =
        lasting.length > 0
          ? pool.reduce((a, b) => ((b.expiresOn ?? '') < (a.expiresOn ?? '') ? b : a))
          : pool.reduce((a, b) => ((b.expiresOn ?? '') > (a.expiresOn ?? '') ? b : a));
      expect(orderSpares(spares, { on: ON, outlasts: OUTLASTS })[0]?.expiresOn).toBe(best.expiresOn);
    }
  });

  it.each(['practice', 'suspect', 'used', 'damaged', 'opened', 'expired'] as const)('never offers a %s unit', (condition) => {
    expect(isOfferable(spare('a', 'windlass-tourniquet', null, { condition }), CATALOG, ON)).toBe(false);
  });

  it('never offers a lapsed unit, and still one on its last day', () => {
    expect(isOfferable(spare('a', 'kaolin-gauze', -1), CATALOG, ON)).toBe(false);
    expect(isOfferable(spare('a', 'kaolin-gauze', 0), CATALOG, ON)).toBe(true);
  });
});

describe('restockLines', () => {
  const needsOf = (units: StockUnit[]) =>
    coverage(
      {
        needs: [
          { need: 'M.limb', least: 1, ideal: 2 },
          { need: 'R.seal', least: 4, ideal: 4 },
          { need: 'S.hands', least: 2, ideal: 2 },
        ],
        school: SCHOOL,
        on: ON,
        kits: [{ id: 'k', units }],
      },
      CATALOG,
    ).needs;
  const lines = (spares: StockUnit[], units: StockUnit[] = []) =>
    restockLines(needsOf(units), SCHOOL, spares, CATALOG, { on: ON, outlasts: OUTLASTS });

  it('lists only what falls short of the least', () => {
    expect(
      lines([], [spare('a', 'windlass-tourniquet', null), spare('b', 'vented-seals', 500, { count: 2 })]).map(({ need }) => need),
    ).toEqual(['S.hands']);
  });

  it('takes whole units off a stack and counts pieces', () => {
    const [, seals] = lines([spare('seals', 'vented-seals', 500, { count: 5 })]);
    expect(seals).toMatchObject({ need: 'R.seal', missing: 4, fromStores: [{ unitId: 'seals', take: 2, pieces: 4 }], toBuy: [] });
  });

  it('prefers what is made for the need over a backup that lapses sooner', () => {
    const [limb] = lines([spare('wrap', 'elastic-wrap-tourniquet', null), spare('windlass', 'windlass-tourniquet', null)]);
    expect(limb?.fromStores.map(({ unitId }) => unitId)).toEqual(['windlass']);
  });

  it('names what to buy, cheapest first, for the rest', () => {
    const seals = lines([spare('seals', 'vented-seals', 500)]).find(({ need }) => need === 'R.seal');
    expect(seals?.fromStores).toHaveLength(1);
    expect(seals?.toBuy[0]).toEqual({ kind: 'vented-seals', count: 1, priceMinor: 1500 });
  });

  it('offers one spare to one need only', () => {
    const all = lines([spare('gloves', 'gloves', null, { count: 2 }), spare('w', 'windlass-tourniquet', null)]);
    const taken = all.flatMap(({ fromStores }) => fromStores.map(({ unitId }) => unitId));
    expect(new Set(taken).size).toBe(taken.length);
  });
});

// Under about 60 % of the usual price from a seller not known as authorised: planning value.
describe('intake', () => {
  it('takes a cheap tourniquet from an unknown seller in as suspect', () => {
    expect(intakeCondition(kind('windlass-tourniquet'), { priceMinor: 1100, authorised: null })).toBe('suspect');
    expect(intakeCondition(kind('windlass-tourniquet'), { priceMinor: 1100, authorised: false })).toBe('suspect');
  });

  it('takes in as not staged what comes wrapped and is set up before it is carried, and all else as ready', () => {
    const usual = { priceMinor: null, authorised: true };
    for (const id of ['windlass-tourniquet', 'ratchet-tourniquet']) expect(intakeCondition(kind(id), usual)).toBe('notStaged');
    for (const id of ['elastic-wrap-tourniquet', 'kaolin-gauze', 'foil-blanket']) expect(intakeCondition(kind(id), usual)).toBe('ready');
  });

  it('trusts an authorised seller, a usual price, and kinds whose seller does not matter', () => {
    expect(isSuspect(kind('windlass-tourniquet'), { priceMinor: 1100, authorised: true })).toBe(false);
    expect(isSuspect(kind('windlass-tourniquet'), { priceMinor: 1680, authorised: null })).toBe(false);
    expect(isSuspect(kind('windlass-tourniquet'), { priceMinor: null, authorised: null })).toBe(false);
    expect(isSuspect(kind('foil-blanket'), { priceMinor: 10, authorised: null })).toBe(false);
    // A short strip at a short strip's price: judged by how much of the packet it is.
    const strip = { measured: { state: 'asSold', wMm: 70, hMm: 60, tMm: 9 } };
    expect(isSuspect(kind('kaolin-gauze'), { priceMinor: 900, authorised: null })).toBe(true);
    expect(isSuspect(kind('kaolin-gauze'), { priceMinor: 900, authorised: null, own: strip })).toBe(false);
    expect(isSuspect(kind('kaolin-gauze'), { priceMinor: 200, authorised: null, own: strip })).toBe(true);
  });
});
