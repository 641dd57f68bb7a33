import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage } from '../coverage/coverage.ts';
import type { AskedNeed, StockUnit } from '../coverage/problem.ts';
import { Random } from '../fit/random.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { holdingTheLast, leaveAtHome, type Scenario } from './spare.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const [SCHOOL] = SCHOOLS as readonly [School];
const unit = (id: string, kind: string, more: Partial<StockUnit> = {}): StockUnit => ({ id, kind, count: 1, condition: 'ready', ...more });
const scenario = (id: string, needs: AskedNeed[], kits: { id: string; units: StockUnit[] }[]): Scenario => ({
  id,
  catalog: CATALOG,
  problem: { needs, school: SCHOOL, on: TODAY, kits },
});
const cut: AskedNeed = { need: 'S.cut', least: 1, ideal: 1, windowS: 60 };

describe('what can stay at home', () => {
  it('is two of three shears, the heavy ones', () => {
    const units = [unit('a', 'shears'), unit('b', 'shears-small'), unit('c', 'shears')];
    const spare = leaveAtHome([scenario('s', [cut], [{ id: 'k', units }])], new Set(['k']), CATALOG);
    expect(spare.units.map(({ unitId }) => unitId).sort()).toEqual(['a', 'c']);
    expect(spare).toMatchObject({ massG: 140, proven: true });
  });

  it('is nothing that another loadout needs, nor what is not in any of the kits that may be lightened', () => {
    const vest = { id: 'vest', units: [unit('a', 'shears')] };
    const box = { id: 'box', units: [unit('b', 'shears')] };
    const together = scenario('afloat', [cut], [vest, box]);
    const alone = scenario('ashore', [cut], [box]);
    expect(leaveAtHome([together, alone], new Set(['vest', 'box']), CATALOG).units).toMatchObject([{ unitId: 'a', kitId: 'vest' }]);
    expect(leaveAtHome([together, alone], new Set(['box']), CATALOG).units).toEqual([]);
  });

  it('counts what comes too late as not there', () => {
    const near = { id: 'vest', units: [unit('a', 'shears', { reachS: 5 })] };
    const far = { id: 'shed', units: [unit('b', 'shears', { reachS: 500 })] };
    expect(leaveAtHome([scenario('s', [cut], [near, far])], new Set(['vest', 'shed']), CATALOG).units).toMatchObject([{ unitId: 'b' }]);
  });

  it('keeps the second tourniquet: without it the need would hang on one thing', () => {
    const limb: AskedNeed = { need: 'M.limb', least: 1, ideal: 1, windowS: 180 };
    const units = [unit('a', 'windlass-tourniquet'), unit('b', 'windlass-tourniquet'), unit('c', 'windlass-tourniquet')];
    expect(leaveAtHome([scenario('s', [limb], [{ id: 'k', units }])], new Set(['k']), CATALOG).units).toHaveLength(1);
  });

  it('takes some of a counted unit, and of things that are alike those that lapse first', () => {
    const hands: AskedNeed = { need: 'S.hands', least: 2, ideal: 2, windowS: 60 };
    const counted = leaveAtHome(
      [scenario('s', [hands], [{ id: 'k', units: [unit('g', 'gloves', { count: 5 })] }])],
      new Set(['k']),
      CATALOG,
    );
    expect(counted.units).toMatchObject([{ unitId: 'g', count: 3, massG: 36, priceMinor: 102 }]);
    const pads: AskedNeed = { need: 'C.dress', least: 1, ideal: 1, windowS: null };
    const dated = [
      unit('long', 'abdominal-pad', { expiresOn: addDays(TODAY, 900) }),
      unit('short', 'abdominal-pad', { expiresOn: addDays(TODAY, 90) }),
    ];
    // Life-saving, so one more stays than is asked for; a third can go, and it is the one that lapses first.
    const third = unit('middle', 'abdominal-pad', { expiresOn: addDays(TODAY, 300) });
    const spare = leaveAtHome([scenario('s', [pads], [{ id: 'k', units: [...dated, third] }])], new Set(['k']), CATALOG);
    expect(spare.units.map(({ unitId }) => unitId)).toEqual(['short']);
  });

  it('equals trying every set of things, on 60 seeded cases with three situations', () => {
    const random = new Random(77);
    const kinds = [
      'shears',
      'shears-small',
      'windlass-tourniquet',
      'elastic-wrap-tourniquet',
      'vented-seals',
      'gloves',
      'penlight',
      'bar-bandage-100',
      'flat-tape',
      'waste-bag',
      'triangular-bandage',
    ];
    const all: AskedNeed[] = [
      { need: 'M.limb', least: 1, ideal: 1, windowS: 180 },
      { need: 'M.press', least: 1, ideal: 1, windowS: 300 },
      { need: 'R.seal', least: 1, ideal: 2, windowS: 600 },
      { need: 'S.hands', least: 1, ideal: 2, windowS: 60 },
      { need: 'S.cut', least: 1, ideal: 1, windowS: 60 },
      { need: 'D.splint', least: 0, ideal: 1, windowS: null },
    ];
    let someCanGo = 0;
    for (let round = 0; round < 60; round += 1) {
      const kits = ['a', 'b', 'c'].map((id) => ({
        id,
        units: Array.from({ length: 2 + random.below(2) }, (_, index) =>
          unit(`${id}${index}`, kinds[random.below(kinds.length)] as string, { reachS: random.below(120) }),
        ),
      }));
      const pick = () => all.filter(() => random.next() < 0.7);
      const scenarios = [
        scenario('one', pick(), kits.slice(0, 2)),
        scenario('two', pick(), kits.slice(1)),
        scenario('three', pick(), kits),
      ];
      const spare = leaveAtHome(scenarios, new Set(['a', 'b', 'c']), CATALOG);
      expect(spare.proven).toBe(true);
      const best = bruteForce(
        scenarios,
        kits.flatMap(({ units }) => units),
      );
      expect([spare.units.length, spare.massG]).toEqual([best.count, best.massG]);
      someCanGo += best.count > 0 ? 1 : 0;
    }
    expect(someCanGo).toBeGreaterThan(30);
  });
});

/** Every subset, by the plain engine of coverage. */
function bruteForce(given: readonly Scenario[], units: readonly StockUnit[]): { count: number; massG: number } {
  const scenarios = given.map(holdingTheLast);
  const before = scenarios.map((one) => told(one, new Set()));
  let best = { count: 0, massG: 0 };
  for (let mask = 1; mask < 2 ** units.length; mask += 1) {
    const gone = units.filter((_, index) => (mask >> index) & 1);
    const massG = gone.reduce((sum, { kind }) => sum + (CATALOG.get(kind)?.massG ?? 0), 0);
    if (gone.length < best.count || (gone.length === best.count && massG <= best.massG)) continue;
    const ids = new Set(gone.map(({ id }) => id));
    const isKept = scenarios.every((one, index) => {
      const now = told(one, ids);
      return now.every(({ have, bad, single }, need) => {
        const was = before[index]?.[need];
        return was !== undefined && have >= was.have && bad <= was.bad && (!single || was.single);
      });
    });
    if (isKept) best = { count: gone.length, massG };
  }
  return best;
}

function told({ problem }: Scenario, gone: ReadonlySet<string>) {
  const kits = problem.kits.map((kit) => ({ ...kit, units: kit.units.filter(({ id }) => !gone.has(id)) }));
  return coverage({ ...problem, kits }, CATALOG).needs.map(({ have, by, singlePoint }) => ({
    have,
    bad: by.reduce((sum, { grade, count }) => sum + { primary: 0, substitute: 1, improvised: 2 }[grade] * count, 0),
    single: singlePoint,
  }));
}
