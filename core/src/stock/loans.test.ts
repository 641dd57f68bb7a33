import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage } from '../coverage/coverage.ts';
import type { StockUnit } from '../coverage/problem.ts';
import { plainDate } from '../model/plainDate.ts';
import { type Lender, loansFor } from './loans.ts';
import { pickList } from './pickList.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const [SCHOOL] = SCHOOLS;
if (SCHOOL === undefined) throw new Error('schools are missing');
const unit = (id: string, kind: string, count = 1, more: Partial<StockUnit> = {}): StockUnit => ({
  id,
  kind,
  count,
  condition: 'ready',
  expiresOn: null,
  ...more,
});
const lender = (id: string, layer: Lender['layer'], units: StockUnit[], least = 1): Lender => ({
  id,
  name: id,
  layer,
  units,
  cover: (rest) =>
    coverage(
      {
        needs: [{ need: 'M.limb', least, ideal: least + 1, windowS: null }],
        school: SCHOOL,
        skills: [],
        on: TODAY,
        kits: [{ id, units: [...rest] }],
      },
      CATALOG,
    ),
});
const vest = { id: 'vest', layer: 'worn' as const, school: SCHOOL };
const loans = (lenders: Lender[], missing = 1) => loansFor({ need: 'M.limb', missing }, vest, lenders, CATALOG, TODAY);

describe('what another kit could lend', () => {
  it('comes first from the kit that loses nothing by it, and says what the others would lose', () => {
    const found = loans([
      lender('boat', 'afloat', [unit('b', 'windlass-tourniquet')]),
      lender('wall', 'base', [unit('w', 'windlass-tourniquet', 4)]),
      lender('shed', 'base', [unit('s', 'windlass-tourniquet', 2)]),
    ]);
    expect(found.map(({ kitId, effect, opensGap }) => [kitId, effect.length, opensGap])).toEqual([
      ['wall', 0, false],
      ['shed', 1, false],
      ['boat', 1, true],
    ]);
    expect(found[2]?.effect[0]).toMatchObject({ need: 'M.limb', before: { have: 1 }, after: { have: 0, state: 'gap' } });
    expect(loans([lender('spare', 'base', [unit('x', 'windlass-tourniquet', 9)], 0)])[0]).toMatchObject({ take: 1, pieces: 1 });
  });

  it('never comes from a kit that lies as near or nearer, nor from the kit itself', () => {
    const near = [
      lender('pocket', 'pocket', [unit('p', 'windlass-tourniquet', 5)]),
      lender('belt', 'worn', [unit('q', 'windlass-tourniquet', 5)]),
    ];
    expect(loans([...near, lender('vest', 'base', [unit('v', 'windlass-tourniquet', 5)])])).toEqual([]);
  });

  it('is never what is lapsed, opened, suspect or for practice, nor makeshift', () => {
    const bad = [
      unit('1', 'windlass-tourniquet', 1, { condition: 'suspect' }),
      unit('2', 'windlass-tourniquet', 1, { condition: 'practice' }),
      unit('3', 'windlass-tourniquet', 1, { expiresOn: plainDate('2026-11-24') }),
      unit('4', 'triangular-bandage'),
    ];
    expect(loans([lender('wall', 'base', bad)])).toEqual([]);
  });

  it('takes as many as are missing, and no more than are there', () => {
    expect(loans([lender('wall', 'base', [unit('w', 'windlass-tourniquet', 2)])], 3)[0]).toMatchObject({ take: 2, pieces: 2 });
    expect(loans([lender('wall', 'base', [unit('w', 'windlass-tourniquet', 9)])], 3)[0]).toMatchObject({ take: 3, pieces: 3 });
  });
});

describe('the pick list', () => {
  const spare = (kind: string) => ({ unitId: kind, kind, grade: 'primary' as const, pieces: 1, take: 1, expiresOn: null, lot: null });
  const line = (...kinds: string[]) => ({ need: 'M.limb' as const, missing: 1, fromStores: kinds.map(spare), toBuy: [] });
  const order = (packed: string[]) =>
    pickList([line('windlass-tourniquet', 'foil-blanket'), line('plain-gauze')], packed, CATALOG).map(({ kind }) => kind);

  it('goes as the kit was packed: what lies deepest is fetched first', () => {
    expect(order(['plain-gauze', 'foil-blanket', 'windlass-tourniquet'])).toEqual(['plain-gauze', 'foil-blanket', 'windlass-tourniquet']);
  });

  it('puts what was never packed last, what is used first at its end', () => {
    expect(order(['plain-gauze'])).toEqual(['plain-gauze', 'foil-blanket', 'windlass-tourniquet']);
    expect(order([]).at(0)).toBe('foil-blanket');
  });
});

describe('the loans that are told', () => {
  it('are the best three of all that there are, on random kits', () => {
    const kinds = ['windlass-tourniquet', 'elastic-wrap', 'ratchet-tourniquet', 'gloves'].filter((kind) => CATALOG.has(kind));
    const boxes = fc.array(
      fc.record({
        layer: fc.constantFrom('worn' as const, 'afloat' as const, 'base' as const),
        least: fc.integer({ min: 0, max: 3 }),
        units: fc.array(fc.record({ kind: fc.constantFrom(...kinds), count: fc.integer({ min: 1, max: 4 }) }), { maxLength: 5 }),
      }),
      { maxLength: 7 },
    );
    fc.assert(
      fc.property(boxes, fc.integer({ min: 1, max: 4 }), (rows, missing) => {
        const made = () =>
          rows.map(({ layer, least, units }, index) =>
            lender(
              `kit-${index}`,
              layer,
              units.map(({ kind, count }, at) => unit(`${index}-${at}`, kind, count)),
              least,
            ),
          );
        // One at a time nothing is left out, since no kit offers more than three.
        const every = made().flatMap((one) =>
          one.units.flatMap((only) => loans([{ ...one, units: one.units, stacks: new Map([[only.kind, [only]]]) }], missing)),
        );
        const cost = ({ effect, opensGap }: (typeof every)[number]) => (opensGap ? 2 : effect.length > 0 ? 1 : 0);
        const layerOf = (id: string) => ['pocket', 'worn', 'afloat', 'base'].indexOf(rows[Number(id.split('-')[1])]?.layer ?? '');
        const grades = ['primary', 'substitute'];
        const best = every.toSorted(
          (a, b) =>
            cost(a) - cost(b) ||
            b.pieces - a.pieces ||
            grades.indexOf(a.grade) - grades.indexOf(b.grade) ||
            layerOf(b.kitId) - layerOf(a.kitId) ||
            (a.unitId < b.unitId ? -1 : 1),
        );
        expect(loans(made(), missing)).toEqual(best.slice(0, 3));
      }),
      { seed: seeded(32), numRuns: rounds(200) },
    );
  });
});
