import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import type { StockUnit } from '../coverage/problem.ts';
import { BriefSchema, THREATS } from '../model/brief.ts';
import { SKILLS } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { type DrillEvent, drillEvent } from './event.ts';
import { isClosed, leftIn, type OrderPick, type OrderWorld, orderResult, pickedOf, schoolTakes, standing } from './order.ts';

const CATALOG = kindCatalog();
const KINDS = [...CATALOG.values()];
const [SCHOOL] = SCHOOLS as readonly [School];
const TODAY = plainDate('2026-12-02');
const unit = (kind: string, count = 1): StockUnit => ({ id: kind, kind, count, condition: 'ready' });
const worldOf = (units: readonly StockUnit[], school = SCHOOL): OrderWorld => ({
  ...{ units, school, catalog: CATALOG, on: TODAY, skills: SKILLS, isChecked: false },
});
const pick = (unitId: string, casualty = 0): OrderPick => ({ unitId, casualty, seconds: 1 });

const BLEEDING: DrillEvent = {
  seed: 1,
  says: '',
  casualties: [
    [
      { need: 'M.limb', count: 1 },
      { need: 'M.pack', count: 1 },
    ],
    [{ need: 'M.limb', count: 1 }],
  ],
};
const anyBrief = fc
  .record({ persons: fc.integer({ min: 1, max: 8 }), penetrating: fc.boolean(), dark: fc.boolean(), threats: fc.subarray([...THREATS]) })
  .map((brief) => BriefSchema.parse({ ...brief, training: 'advanced', dayToDay: true }));
const anySchool = fc.constantFrom(...(SCHOOLS as readonly School[]));
const anyUnits = fc
  .uniqueArray(fc.nat({ max: KINDS.length - 1 }), { minLength: 1, maxLength: 14 })
  .chain((at) =>
    fc
      .array(fc.integer({ min: 1, max: 2 }), { minLength: at.length, maxLength: at.length })
      .map((counts) => at.map((one, index) => unit(KINDS[one]?.id ?? '', counts[index]))),
  );

describe('a made-up event', () => {
  it('is the same for its seed, asks only for what the brief asks of the kit, and of nobody alone for two', () => {
    fc.assert(
      fc.property(fc.nat(), anyBrief, anySchool, (seed, brief, school) => {
        const needs = deriveNeeds(brief, school);
        const event = drillEvent(seed, brief, school, TODAY);
        expect(drillEvent(seed, brief, school, TODAY)).toEqual(event);
        const asked = new Set(needs.flatMap(({ need, ideal }) => (ideal > 0 ? [need] : [])));
        for (const { need } of event?.casualties.flat() ?? []) expect(asked).toContain(need);
        expect(event?.casualties.length ?? 1).toBeLessThanOrEqual(brief.persons);
      }),
      { seed: seeded(81), numRuns: rounds(300) },
    );
  });

  it('asks for as much as one person is in need of, whatever the kit is to hold', () => {
    const amounts = (given: object): Map<string, number> => {
      const brief = BriefSchema.parse({ training: 'trauma', dayToDay: true, penetrating: true, threats: ['eye'], ...given });
      const events = Array.from({ length: 60 }, (_, seed) => drillEvent(seed, brief, SCHOOL, TODAY)?.casualties.flat() ?? []);
      return new Map(events.flat().map(({ need, count }) => [need, count]));
    };
    const few = amounts({ persons: 2 });
    // An entry and an exit; and wounds are washed with more than a millilitre.
    expect(few.get('R.seal')).toBe(2);
    expect(few.get('D.flush')).toBeGreaterThanOrEqual(20);
    const set = { 'R.seal': { least: 9, ideal: null, windowS: null, reason: 'two boats share it' } };
    expect(amounts({ persons: 40, casualties: 5, overrides: set })).toEqual(few);
  });

  it('names needs and what happened, and no treatment', () => {
    const brief = BriefSchema.parse({ persons: 4, threats: ['machinery'] });
    const says = Array.from({ length: 20 }, (_, seed) => drillEvent(seed, brief, SCHOOL, TODAY)?.says ?? '');
    expect(new Set(says)).toEqual(
      new Set([
        'Caught in machinery. One is hurt.',
        'Caught in machinery. Two are hurt.',
        'A hard bleed. One is hurt.',
        'A hard bleed. Two are hurt.',
      ]),
    );
  });
});

describe('what is taken', () => {
  it('closes the need that it serves, and is nobody else’s then', () => {
    const world = worldOf([unit('windlass-tourniquet'), unit('plain-gauze'), unit('shears')]);
    const picks = [pick('plain-gauze'), pick('windlass-tourniquet'), pick('windlass-tourniquet', 1)];
    expect(pickedOf(BLEEDING, picks.slice(0, 2), world).map(({ need }) => need)).toEqual(['M.pack', 'M.limb']);
    expect(leftIn(picks.slice(0, 2), world).map(({ kind }) => kind)).toEqual(['shears']);
    expect(standing(BLEEDING, picks.slice(0, 2), world).map(isClosed)).toEqual([true, false]);
    // What is not used up lies there for the next one.
    expect(leftIn([pick('shears'), pick('shears', 1)], world)).toHaveLength(3);
  });

  it('out of order, idle or left in the kit is told, and of the second casualty that there is no more', () => {
    const world = worldOf([unit('windlass-tourniquet'), unit('plain-gauze'), unit('foil-blanket')]);
    const first = orderResult(BLEEDING, [pick('plain-gauze'), pick('foil-blanket'), pick('windlass-tourniquet')], world);
    expect(first).toMatchObject({
      idle: 1,
      outOfOrder: 1,
      casualties: [
        { missed: [], ranOut: [] },
        { missed: [], ranOut: ['M.limb'] },
      ],
    });
    const wrong = orderResult(BLEEDING, [pick('windlass-tourniquet', 1)], world);
    expect(wrong.casualties).toMatchObject([
      { missed: ['M.limb', 'M.pack'], ranOut: [] },
      { missed: [], ranOut: [] },
    ]);
    // Closed by something else than the school takes, it is closed.
    const other = worldOf([unit('windlass-tourniquet'), unit('elastic-wrap-tourniquet'), unit('plain-gauze')]);
    expect(orderResult(BLEEDING, [pick('elastic-wrap-tourniquet'), pick('plain-gauze')], other).outOfOrder).toBe(0);
    // Where nothing can close the need before, to go on is no fault.
    expect(orderResult(BLEEDING, [pick('plain-gauze')], worldOf([unit('plain-gauze')])).outOfOrder).toBe(0);
  });

  it('as the school has it is without fault: nothing idle, missed or out of order, and nothing is taken twice', () => {
    fc.assert(
      fc.property(fc.nat(), anyBrief, anySchool, anyUnits, (seed, brief, school, units) => {
        const event = drillEvent(seed, brief, school, TODAY);
        if (event === null) return;
        const world = worldOf(units, school);
        const takes = schoolTakes(event, world);
        const used = new Map<string, number>();
        const picks = takes.flatMap((rows, casualty) =>
          rows.flatMap(({ takes: own }) =>
            own.flatMap(({ kind, count }) => {
              if (CATALOG.get(kind)?.tool !== true) used.set(kind, (used.get(kind) ?? 0) + count);
              return Array.from({ length: count }, () => pick(kind, casualty));
            }),
          ),
        );
        for (const [kind, count] of used) expect(count).toBeLessThanOrEqual(units.find((one) => one.kind === kind)?.count ?? 0);
        const result = orderResult(event, picks, world);
        for (const { missed } of result.casualties) expect(missed).toEqual([]);
        expect(result.outOfOrder).toBe(0);
      }),
      { seed: seeded(82), numRuns: rounds(300) },
    );
  });
});
