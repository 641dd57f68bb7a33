import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage } from '../coverage/coverage.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import { FreeSpares } from './freeSpares.ts';
import { isOfferable, restockLines, type SpareUnit } from './restock.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const [SCHOOL] = SCHOOLS;
if (SCHOOL === undefined) throw new Error('schools are missing');
const KINDS = ['windlass-tourniquet', 'elastic-wrap', 'kaolin-gauze', 'plain-gauze', 'gloves', 'foil-blanket'].filter((kind) =>
  CATALOG.has(kind),
);

const stock = fc.array(
  fc.record({
    kind: fc.constantFrom(...KINDS),
    count: fc.integer({ min: 1, max: 3 }),
    days: fc.option(fc.integer({ min: -20, max: 400 })),
    piecesUsed: fc.constant(0),
  }),
  { maxLength: 60 },
);
const kits = fc.array(
  fc.record({ least: fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 4, maxLength: 4 }), days: fc.integer({ min: 0, max: 400 }) }),
  {
    minLength: 1,
    maxLength: 6,
  },
);
const NEEDS = ['M.limb', 'M.pack', 'S.hands', 'H.warm'] as const;

const needsOf = (least: readonly number[]) =>
  coverage(
    {
      needs: NEEDS.map((need, index) => ({ need, least: least[index] ?? 0, ideal: least[index] ?? 0, windowS: null })),
      school: SCHOOL,
      skills: [],
      on: TODAY,
      kits: [{ id: 'k', units: [] }],
    },
    CATALOG,
  ).needs;

describe('spares that are looked at in part', () => {
  it('give each kit in turn what looking at all of them would give, on random stocks', () => {
    let taken = 0;
    fc.assert(
      fc.property(stock, kits, (rows, wanting) => {
        const spares = rows
          .map(
            ({ days, ...row }, index): SpareUnit => ({
              ...row,
              id: `u${index}`,
              condition: 'ready',
              expiresOn: days === null ? null : addDays(TODAY, days),
            }),
          )
          .filter((unit) => isOfferable(unit, CATALOG, TODAY));
        const free = new FreeSpares(spares);
        let all = spares;
        for (const { least, days } of wanting) {
          const needs = needsOf(least);
          const options = { on: TODAY, outlasts: addDays(TODAY, days) };
          const missing = needs.reduce((sum, { have, least: wanted }) => sum + Math.max(0, wanted - have), 0);
          const lines = restockLines(needs, SCHOOL, free.of(KINDS, options.outlasts, missing), CATALOG, options);
          expect(lines).toEqual(restockLines(needs, SCHOOL, all, CATALOG, options));
          for (const { unitId, kind, take } of lines.flatMap(({ fromStores }) => fromStores)) {
            taken += 1;
            free.takeOff({ unitId, kind, take });
            all = all.flatMap((unit) => (unit.id !== unitId ? [unit] : unit.count > take ? [{ ...unit, count: unit.count - take }] : []));
          }
        }
      }),
      { seed: seeded(31), numRuns: rounds(300) },
    );
    expect(taken).toBeGreaterThan(300);
  });
});
