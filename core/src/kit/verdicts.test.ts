import { describe, expect, it } from 'vitest';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { checkPlacement } from '../fit/check.ts';
import { packFit } from '../fit/createFit.ts';
import type { FitResult } from '../fit/problem.ts';
import { BriefSchema } from '../model/brief.ts';
import { type Container, ContainerSchema, type Position } from '../model/container.ts';
import type { KitDraft } from '../model/kit.ts';
import { plainDate } from '../model/plainDate.ts';
import { type Unit, UnitSchema } from '../model/unit.ts';
import baseKit from './baseKitFixture.json' with { type: 'json' };
import { allGoesIn, kitCarry, outerOf } from './carryCheck.ts';
import { contentsMark } from './closes.ts';
import { pocketDraft } from './draftFixture.ts';
import { judgeKit } from './judgement.ts';
import { kitFitProblem } from './kitFit.ts';
import { proposeFits, runToEnd } from './proposals.ts';

// What everybody packs, and where it lies: common practice, no source. Sizes are those of the catalogue.
const CATALOG = kindCatalog();
const [SCHOOL] = SCHOOLS;
const containerOf = (id: string): Container => {
  const found = CONTAINERS.find((one) => one.id === id);
  if (found === undefined) throw new Error(`there is no ${id}`);
  return found;
};
const positionOf = (id: string): Position => {
  const found = POSITIONS.find((one) => one.id === id);
  if (found === undefined) throw new Error(`there is no ${id}`);
  return found;
};

let made = 0;
const things = (...kinds: (string | [kind: string, count: number])[]): Unit[] =>
  kinds.map((one) => {
    const [kind, count] = typeof one === 'string' ? [one, 1] : one;
    if (!CATALOG.has(kind)) throw new Error(`there is no ${kind}`);
    made += 1;
    return UnitSchema.parse({ id: `${kind}-${made}`, kind, count, condition: 'ready' });
  });

const BRIEF = BriefSchema.parse({
  injectors: [{ who: 'Helm of boat two', where: 'kit' }],
  persons: 6,
  casualties: 2,
  penetrating: true,
  training: 'trauma',
  hoursToCare: 3,
});

function packed(units: Unit[], container: Container, position?: Position, seed = 1) {
  if (SCHOOL === undefined) throw new Error('there is no school');
  const { coverage } = judgeKit({ id: 'k', brief: BRIEF, units }, SCHOOL, container, plainDate('2026-11-25'), CATALOG);
  const fit = kitFitProblem({ units, container, position, coverage, catalog: CATALOG, seed });
  if (!fit.ok) throw new Error(`${fit.count} are too many`);
  const result = packFit(fit.problem);
  expect(checkPlacement(fit.problem, result.placed)).toEqual([]);
  const carry = position === undefined ? null : kitCarry({ units, container, position, packed: result, catalog: CATALOG });
  return { result, carry, problem: fit.problem, coverage };
}
const kindOf = (id: string) => id.replace(/-\d+(:\d+)?$/, '');
const before = (result: FitResult, kind: string) =>
  Math.min(...Object.entries(result.blockedBy).flatMap(([id, front]) => (kindOf(id) === kind ? [front.length] : [])));

describe('a quart bag', () => {
  const quart = containerOf('quart-bag');

  it.each([
    ['shears', ['windlass-tourniquet', 'shears']],
    ['all five, small shears', ['windlass-tourniquet', 'bar-bandage-100', 'plain-gauze', 'shears-small', 'gloves']],
    ['all five, full-size shears', ['windlass-tourniquet', 'bar-bandage-100', 'plain-gauze', 'shears', 'gloves']],
  ])('closes over a windlass tourniquet and %s', (_, kinds) => {
    const { result } = packed(things(...kinds), quart);
    expect(result.verdict).toBe('fits');
  });
});

describe('the full trauma list in a quart bag', () => {
  const quart = containerOf('quart-bag');
  const list = () =>
    things(
      'windlass-tourniquet',
      'elastic-wrap-tourniquet',
      'bar-bandage-100',
      'plain-gauze',
      'chitosan-gauze',
      'vented-seals-compact',
      'nasal-airway-28',
      'decompression-needle',
      'foil-blanket',
      ['gloves', 2],
      'marker',
      'flat-tape',
      'lighter',
      'penlight',
      'shears',
    );

  it('may go in, with what it lacks; measured, it does, until something in it changes', () => {
    const units = list();
    const place = positionOf('pack-lid');
    const { result } = packed(units, quart, place);
    expect(result.verdict).toBe('may');
    expect(result.reasons.map(({ code }) => code)).toContain('volume');
    // What stays out is the last in priority: nothing of it stops a bleed before the rest does.
    expect(result.unplaced.length).toBeGreaterThan(0);
    const closes = {
      outerMm: 62,
      make: quart.make,
      computedMm: null,
      contents: contentsMark(units, quart, CATALOG),
      by: 'crew',
      on: plainDate('2026-11-25'),
    };
    const fit = { press: 0, locks: {}, pins: {}, folds: {}, closes };
    const carry = (own: Unit[]) => kitCarry({ units: own, container: quart, position: place, packed: result, catalog: CATALOG, fit });
    expect(carry(units)).toMatchObject({ isMeasured: true, outerTMm: 62 });
    expect(allGoesIn(result, carry(units))).toBe(true);
    expect(carry(units.slice(1)).isMeasured).toBe(false);
  });
});

describe('film in a pocket', () => {
  const pocket: Position = { ...positionOf('cargo-pocket'), wMm: 170, hMm: 200, tMm: 45, stickOutMm: 0 };

  it('closes at about 30 mm within a cargo pocket over seals, gauze, dressing, gloves and tape', () => {
    const { result, carry } = packed(
      things('vented-seals-compact', 'plain-gauze-flat', 'pressure-dressing', 'gloves', 'flat-tape'),
      containerOf('vacuum-roll'),
      pocket,
    );
    expect(result.feasible).toBe(true);
    expect(carry).toMatchObject({ outlineFits: true, overMm: 0 });
    expect(result.thicknessMm).toBeGreaterThan(20);
    expect(result.thicknessMm).toBeLessThanOrEqual(36);
  });

  it('is no wider and higher than the place, which without it would be as thin as it can be', () => {
    const list = () => things('vented-seals-compact', 'plain-gauze-flat', 'pressure-dressing', 'gloves', 'flat-tape', 'foil-blanket');
    const free = packed(list(), containerOf('vacuum-roll')).result;
    const bound = packed(list(), containerOf('vacuum-roll'), pocket).result;
    const inside = ({ outer }: FitResult) =>
      outer !== undefined && Math.min(outer.wMm, outer.hMm) <= 170 && Math.max(outer.wMm, outer.hMm) <= 200;
    expect(inside(bound)).toBe(true);
    expect(inside(free)).toBe(false);
    expect(free.thicknessMm).toBeLessThan(bound.thicknessMm);
  });
});

describe('bags as they are', () => {
  it('of compartments behind each other are as thick as all of them: taped at 381 x 203 x 254, so measured', () => {
    const bag = ContainerSchema.parse({
      id: 'taped',
      name: 'Bag with four compartments',
      make: 'soft',
      lies: 'behind',
      compartments: [96, 60, 60, 30].map((dMm, index) => ({ id: `c${index}`, wMm: 381, hMm: 203, dMm, access: 'front' })),
      massG: 900,
      wallMm: 8,
      opening: 'zip',
    });
    // As full as each goes: one thing as large as each compartment.
    const outer = outerOf(bag, { thicknessMm: 96 + 60 + 60 + 30 });
    expect(outer).toEqual({ wMm: 381, hMm: 203, tMm: 254 });
    const { result } = packed(things(['bag-mask', 2], ['foil-blanket', 6], ['gauze-pads', 10], ['triangular-bandage', 4]), bag);
    expect(result.feasible).toBe(true);
    expect(result.thicknessMm).toBeCloseTo(
      result.perCompartment.reduce((sum, { thicknessMm }) => sum + thicknessMm, 0),
      5,
    );
  });

  it('of facing panels let a thick thing reach into the room across, where they are 30 mm each', () => {
    const clamshell = containerOf('small-clamshell');
    const { result } = packed(things('windlass-tourniquet', 'bar-bandage-100', 'gloves', 'vented-seals-compact', 'flat-tape'), clamshell);
    expect(result).toMatchObject({ verdict: 'fits', feasible: true });
    expect(result.thicknessMm).toBeLessThanOrEqual(60);
  });
});

describe('what stays out', () => {
  // One column: what lies in it, lies behind one another, so that thicknesses add up to 98 mm, and 80 are there.
  const column: Container = {
    ...containerOf('belt-pouch'),
    make: 'rigid',
    compartments: [{ id: 'main', wMm: 155, hMm: 115, dMm: 80, access: 'front' }],
  };

  it('of seven things that do not all fit is the last in priority', () => {
    for (const seed of [1, 2, 3]) {
      const seven = things(
        'kaolin-gauze',
        'chitosan-gauze',
        'pressure-dressing',
        'vented-seals-compact',
        'burn-gel',
        'cold-pack',
        'closure-strips',
      );
      const { result } = packed(seven, column, undefined, seed);
      expect(result.unplaced.map(kindOf)).toEqual(['cold-pack']);
    }
  });

  it('is never life-saving before day-to-day: however many of those there are', () => {
    const { result } = packed(
      things('kaolin-gauze', 'chitosan-gauze', 'pressure-dressing', 'vented-seals-compact', 'burn-cloth', ['burn-gel', 6]),
      {
        ...column,
        compartments: [{ id: 'main', wMm: 155, hMm: 115, dMm: 70, access: 'front' }],
      },
    );
    expect(result.feasible).toBe(false);
    for (const id of result.unplaced) expect(['burn-cloth', 'burn-gel']).toContain(kindOf(id));
  });
});

describe('49 things in four compartments', () => {
  const bag: Container = ContainerSchema.parse({
    id: 'four',
    name: 'Bag with four compartments',
    make: 'soft',
    lies: 'behind',
    compartments: ['a', 'b', 'c', 'd'].map((id) => ({ id, wMm: 375, hMm: 197, dMm: 60, access: 'front' })),
    massG: 600,
    wallMm: 6,
    opening: 'zip',
  });
  const list = () =>
    things(
      ['windlass-tourniquet', 2],
      'marker',
      'rescue-injector',
      'vented-seals-compact',
      'kaolin-gauze',
      ['plain-gauze', 2],
      'pressure-dressing',
      'bar-bandage-100',
      ['gloves', 2],
      'shears-small',
      'breath-barrier',
      'foil-blanket',
      'triangular-bandage',
      ['adhesive-dressings', 2],
      'blister-plasters',
      ['burn-sachet', 2],
      ['antiseptic-wipe', 2],
      'tweezers',
      'tick-remover',
      'wide-elastic-wrap',
      'cohesive-wrap',
      ['rolled-gauze', 2],
      ['gauze-pads', 2],
      'abdominal-pad',
      'tape-roll',
      'penlight',
      'thermometer',
      ['tablets', 2],
      'aspirin',
      'antihistamine',
      'sugar-gel',
      'wound-wash',
      'closure-strips',
      'cold-pack',
      'whistle',
      'record-card',
      'hand-sanitiser',
      'waste-bag',
      'face-mask',
      'safety-pins',
      'guide',
    );

  it('adrenaline, seals, marker and tourniquet each have at most one thing in front, and life-saving things lie in one', () => {
    const { result, problem } = packed(list(), bag);
    expect(result.feasible).toBe(true);
    for (const kind of ['rescue-injector', 'vented-seals-compact', 'marker', 'windlass-tourniquet', 'gloves'])
      expect(before(result, kind), kind).toBeLessThanOrEqual(1);
    const saves = new Set(problem.items.filter(({ lifeSaving }) => lifeSaving === true).map(({ id }) => id));
    expect(new Set(result.placed.filter(({ id }) => saves.has(id)).map(({ compartment }) => compartment)).size).toBe(1);
  });
});

describe('130 things of a base kit', () => {
  it('are packed: equal thin ones lie as blocks', () => {
    const list = things(...(baseKit as [kind: string, count: number][])); // pairs, which JSON cannot say
    expect(list.reduce((sum, { count }) => sum + count, 0)).toBeGreaterThanOrEqual(130);
    const { result, problem } = packed(list, containerOf('shoulder-bag'));
    expect(problem.items.length).toBeLessThanOrEqual(40);
    expect(result.feasible).toBe(true);
    expect(result.blocks.length).toBeGreaterThanOrEqual(6);
  });
});

describe('nearest to hand', () => {
  it('are the gloves, where their window is the shortest', () => {
    const { result, coverage } = packed(
      things('gloves', 'windlass-tourniquet', 'kaolin-gauze', 'vented-seals-compact', 'foil-blanket', 'gauze-pads'),
      containerOf('vest-pouch'),
    );
    const shortest = Math.min(...coverage.needs.flatMap(({ windowS, by }) => (windowS === null || by.length === 0 ? [] : [windowS])));
    expect(coverage.needs.find(({ need }) => need === 'S.hands')?.windowS).toBe(shortest);
    expect(before(result, 'gloves')).toBe(0);
  });

  it('is a cutter, which is outside or on top, though no need asks for one', () => {
    const { result } = packed(
      things('shears-small', 'windlass-tourniquet', 'kaolin-gauze', 'foil-blanket', 'gauze-pads'),
      containerOf('vest-pouch'),
    );
    expect(before(result, 'shears-small')).toBe(0);
  });
});

describe('proposals', () => {
  const WORLD = {
    catalog: CATALOG,
    school: SCHOOL as NonNullable<typeof SCHOOL>,
    today: plainDate('2026-11-25'),
    containers: CONTAINERS,
    positions: POSITIONS,
  };
  const draftOf = (units: Unit[], containerId: string, positionId: string): KitDraft =>
    pocketDraft(WORLD.school.id, BRIEF, units, containerId, positionId);

  it('try a larger container and another place before they take out what saves a life, and say what that costs', () => {
    const units = things('windlass-tourniquet', 'kaolin-gauze', 'pressure-dressing', 'vented-seals-compact', 'bag-mask');
    const found = runToEnd(proposeFits(draftOf(units, 'wallet-sleeve', 'back-pocket'), WORLD));
    expect(found.length).toBeGreaterThan(0);
    const vital = new Set(units.map(({ id }) => id as string));
    expect(found.flatMap(({ fixes }) => fixes).filter((fix) => fix.do === 'takeOut' && vital.has(fix.unitId))).toEqual([]);
    for (const { fixes, costs } of found) {
      const to = fixes.find((fix) => fix.do === 'container');
      if (to === undefined) continue;
      const mass = (id: string) => CONTAINERS.find((one) => one.id === id)?.massG ?? 0;
      const swapped = fixes.some((fix) => fix.do === 'swap' || fix.do === 'takeOut');
      if (!swapped) expect(costs.massG).toBe(mass(to.containerId) - mass('wallet-sleeve'));
    }
  });
});
