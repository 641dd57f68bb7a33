import { describe, expect, it, vi } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { Random } from '../fit/random.ts';
import { BriefSchema } from '../model/brief.ts';
import type { Circle } from '../model/need.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { type Demand, EVERY, type GradeCode, type Profile, type Supplier, type Use } from './booking.ts';
import { coverage } from './coverage.ts';
import { FlowNetwork } from './flow.ts';
import type { StockUnit } from './problem.ts';
import { MOST_EDGES_SEARCHED, Table } from './table.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-30');
const COMPANIONS = 6;

/** Things that all lean on each other, as nobody makes them: a search through all of it would not end within hours. */
function tangle(random: Random, kinds: number): { demands: Demand[]; suppliers: Supplier[] } {
  const demands = Array.from({ length: 36 }, (_, index): Demand => {
    const least = 1 + random.below(9);
    return { least, ideal: least + random.below(9), circle: Math.floor(index / 12) as Circle, caps: null }; // 0 to 2
  });
  const profiles = Array.from({ length: kinds }, (): Profile => {
    const uses = demands.flatMap((_, demand): Use[] => {
      if (random.next() > 0.3) return [];
      const companion = random.next() < 0.7 ? random.below(COMPANIONS) : -1;
      return [{ demand, grade: (1 + random.below(3)) as GradeCode, key: -1, companion }];
    });
    return { uses, provides: random.next() < 0.3 ? [random.below(COMPANIONS)] : [], isTool: random.next() < 0.2 };
  });
  const suppliers = Array.from({ length: 100 }, () => ({ profile: profiles[random.below(kinds)] as Profile, pieces: 1 + random.below(3) }));
  return { demands, suppliers };
}

describe('a booking that could be searched for ever', () => {
  it('ends, gives no piece twice, and has a companion for whatever takes one', () => {
    const random = new Random(seeded(71));
    for (let round = 0; round < rounds(12); round += 1) {
      const { demands, suppliers } = tangle(random, 20 + random.below(60));
      const { servings, companions, least } = new Table(demands, suppliers).book();
      const given = [...companions];
      const freely = new Set(suppliers.flatMap(({ profile }) => (profile.isTool ? profile.provides : [])));
      const beside = Array.from({ length: COMPANIONS }, () => 0);
      for (const { supplier, demand, towardLeast, towardIdeal } of servings) {
        const { profile } = suppliers[supplier] as Supplier;
        const pieces = towardLeast + towardIdeal;
        if (!profile.isTool) given[supplier] = (given[supplier] as number) + pieces;
        const companion = profile.uses.find((use) => use.demand === demand)?.companion ?? -1;
        if (companion >= 0 && !freely.has(companion)) beside[companion] = (beside[companion] as number) + pieces;
      }
      for (const [supplier, pieces] of given.entries()) expect(pieces).toBeLessThanOrEqual(suppliers[supplier]?.pieces ?? 0);
      const spent = companions.reduce((sum, pieces) => sum + pieces, 0);
      expect(spent).toBe(beside.reduce((sum, pieces) => sum + pieces, 0));
      for (const [demand, met] of least.entries()) expect(met).toBeLessThanOrEqual(demands[demand]?.least ?? 0);
    }
  });

  it('comes nowhere near its end for kits of the catalogue, though most things in them lean on others', () => {
    const random = new Random(seeded(87));
    const pick = <T>(from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty
    const leaning = KINDS.filter(({ requires, provides }) => Object.keys(requires).length > 0 || provides.length > 0);
    const steps = vi.spyOn(FlowNetwork.prototype, 'clear');
    for (let round = 0; round < rounds(100); round += 1) {
      const school = pick(SCHOOLS);
      const brief = { persons: 1 + random.below(12), hoursToCare: pick([0.5, 3, 50]), penetrating: true, dayToDay: true, coldWet: true };
      const needs = deriveNeeds(BriefSchema.parse({ ...brief, training: 'advanced', daysOut: random.below(8) }), school);
      const units = Array.from({ length: 1 + random.below(60) }, (_, index): StockUnit => {
        const expiresOn = random.next() < 0.5 ? addDays(TODAY, random.below(900)) : null;
        return {
          id: `u${index}`,
          kind: pick(random.next() < 0.6 ? leaning : KINDS).id,
          count: 1 + random.below(3),
          condition: 'ready',
          expiresOn,
        };
      });
      steps.mockClear();
      coverage({ needs, school, on: TODAY, kits: [{ id: 'k', units }] }, CATALOG);
      const searched = (steps.mock.contexts as FlowNetwork[]).reduce((sum, { size }) => sum + size, 0);
      expect(searched).toBeLessThan(MOST_EDGES_SEARCHED / 10);
    }
    steps.mockRestore();
  });

  it('leads nothing past a companion that was not set aside, whoever is asked to give less', () => {
    const use = (companion: number, grade: GradeCode): Use => ({ demand: 0, grade, key: -1, companion });
    const tool = { profile: { uses: [use(0, 1)], provides: [], isTool: true }, pieces: 1 };
    const binder = { profile: { uses: [], provides: [0], isTool: false }, pieces: 1 };
    const plain = { profile: { uses: [use(-1, 2)], provides: [], isTool: false }, pieces: 1 };
    for (const suppliers of [
      [tool, binder, plain],
      [plain, tool, binder],
      [binder, plain, tool],
    ])
      for (const least of [0, 1]) {
        const { servings, companions } = new Table([{ least, ideal: 1, circle: 1, caps: null }], suppliers).book();
        const beside = servings.filter(({ supplier }) => suppliers[supplier] === tool).length;
        expect(servings).toHaveLength(1);
        expect(companions.reduce((sum, pieces) => sum + pieces, 0)).toBe(beside);
      }
  });

  it('counts no more than anybody carries, however often amounts are added up', () => {
    const only = (isTool: boolean): Profile => ({ uses: [{ demand: 0, grade: 1, key: -1, companion: -1 }], provides: [], isTool });
    for (const isTool of [false, true]) {
      const profile = only(isTool);
      const suppliers = Array.from({ length: 3000 }, () => ({ profile, pieces: EVERY }));
      const table = new Table([{ least: EVERY, ideal: EVERY, circle: 0, caps: null }], suppliers);
      expect(table.leastMet()).toEqual([EVERY]);
      expect(table.book().least).toEqual([EVERY]);
    }
  });
});
