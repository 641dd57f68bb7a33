import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { BriefSchema } from '../model/brief.ts';
import { ContainerSchema, PositionSchema } from '../model/container.ts';
import { FAMILIES, type Family } from '../model/family.ts';
import { KindSchema } from '../model/kind.ts';
import { LAYERS } from '../model/kit.ts';
import { isLifeSaving, NEED_IDS, NEEDS, needRank, RUNGS, rungOf, SKILL_FACTS } from '../model/need.ts';
import { SchoolSchema } from '../model/school.ts';
import { CONDITIONS, isGoodOn, piecesLeft, UnitSchema } from '../model/unit.ts';
import { CONTAINERS, POSITIONS } from './containers.ts';
import rows from './families.json' with { type: 'json' };
import { plainOfFamily } from './families.ts';
import { KINDS, kindCatalog } from './kinds.ts';
import { completeOrder, SCHOOLS } from './schools.ts';

const CATALOG = kindCatalog();
const THINGS_PROVIDED = new Set(KINDS.flatMap(({ provides }) => provides));

/** Carried for what no need of MARCH asks for: lists, habit, comfort. */
const SERVES_NO_NEED: readonly Family[] = [
  'guide',
  'faceMask',
  'ointment',
  'underwrap',
  'stethoscope',
  'suction',
  'gown',
  'smokeMask',
  'lighter',
  'cord',
  'waterTablets',
  'tincture',
  'scalpel',
  'razor',
  'magnifier',
  'needleAndThread',
  'petroleumJelly',
  'nasalSpray',
  'nosePlug',
  'tablets',
  'holder',
];

describe('shipped data', () => {
  it('holds what its schemas say', () => {
    for (const kind of KINDS) expect(KindSchema.safeParse(kind).error, kind.id).toBeUndefined();
    for (const container of CONTAINERS) expect(ContainerSchema.safeParse(container).error, container.id).toBeUndefined();
    for (const position of POSITIONS) expect(PositionSchema.safeParse(position).error, position.id).toBeUndefined();
    for (const school of SCHOOLS) expect(SchoolSchema.safeParse(school).error, school.id).toBeUndefined();
  });

  it.each([
    ['containers', CONTAINERS],
    ['positions', POSITIONS],
    ['schools', SCHOOLS],
  ])('names %s once', (_, list) => {
    const ids = list.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });

  it.each(KINDS.map((kind) => [kind.id, kind] as const))(
    '%s serves a need, lies in its lane and asks for nothing that no kind provides',
    (_, kind) => {
      const needs = Object.keys(kind.grades) as (keyof typeof kind.grades)[];
      const serves = needs.length > 0 || kind.provides.length > 0;
      expect(serves || SERVES_NO_NEED.includes(kind.family), kind.id).toBe(true);
      if (needs.length > 0) expect(needs.some((need) => rungOf(need) === kind.rung)).toBe(true);
      for (const [need, thing] of Object.entries(kind.requires)) {
        expect(THINGS_PROVIDED.has(thing), thing).toBe(true);
        expect(kind.grades[need as keyof typeof kind.grades]).toBeDefined();
      }
    },
  );

  it('is about 140 kinds of every family but "something else"', () => {
    expect(KINDS.length).toBeGreaterThan(135);
    const there = new Set(KINDS.map(({ family }) => family));
    expect(FAMILIES.filter((family) => family !== 'other' && !there.has(family))).toEqual([]);
    expect(new Set(KINDS.map(({ id }) => id)).size).toBe(KINDS.length);
  });

  it('has one row for every family, and each is whole', () => {
    expect(rows.map(({ family }) => family).sort()).toEqual([...FAMILIES].sort());
    const [pattern] = KINDS;
    for (const family of FAMILIES) {
      const kind = { ...plainOfFamily(family), id: 'own', name: 'Own', states: pattern?.states, massG: 1, priceMinor: 1 };
      expect(KindSchema.parse(kind), family).toEqual(kind);
    }
  });

  it.each(SCHOOLS.map((school) => [school.id, school] as const))('%s grades families', (_, school) => {
    for (const family of Object.keys(school.grades)) expect(FAMILIES as readonly string[]).toContain(family);
    expect(school.exceptions).toEqual({});
    expect(school.reason.length).toBeGreaterThan(20);
  });

  it('is named nowhere in the core but here: what is said of a thing follows from family and traits', () => {
    const root = fileURLToPath(new URL('..', import.meta.url));
    // The same word may name a family or a skill.
    const words: readonly string[] = [...FAMILIES, ...Object.values(SKILL_FACTS).map(({ name }) => name)];
    const ids = new Set(KINDS.flatMap(({ id }) => (words.includes(id) ? [] : [id])));
    const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
      (name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && !name.startsWith('catalog'),
    );
    expect(files.length).toBeGreaterThan(80);
    const named = files.flatMap((name) =>
      [...readFileSync(join(root, name), 'utf8').matchAll(/'([a-z0-9-]+)'/g)].flatMap(([, word = '']) =>
        ids.has(word) ? [`${name}: ${word}`] : [],
      ),
    );
    expect(named).toEqual([]);
  });

  it('has something made for every life-saving and support need', () => {
    for (const need of NEED_IDS.filter((id) => rungOf(id) !== 'D'))
      expect(
        KINDS.some((kind) => kind.grades[need] === 'primary'),
        need,
      ).toBe(true);
  });

  it('marks needles and blades as barred at security checks', () => {
    for (const id of ['decompression-needle', 'shears', 'shears-small', 'folding-cutter'])
      expect(CATALOG.get(id)?.barredAtSecurity, id).toBe(true);
    expect(CATALOG.get('foil-blanket')?.barredAtSecurity).toBe(false);
  });
});

describe('needs', () => {
  it('stand in MARCH order, bleeding first, then support, then day to day', () => {
    const rungs = NEED_IDS.map(rungOf);
    expect(rungs.map((rung) => RUNGS.indexOf(rung))).toEqual([...rungs.map((rung) => RUNGS.indexOf(rung))].sort((a, b) => a - b));
    expect(needRank('M.limb')).toBe(0);
    expect(needRank('M.limb')).toBeLessThan(needRank('A.airway'));
  });

  it('say what an unmet one leaves open, and name one and several of a piece', () => {
    for (const id of NEED_IDS) {
      expect(NEEDS[id].without.length, id).toBeGreaterThan(3);
      expect(NEEDS[id].one.length).toBeGreaterThan(2);
    }
    expect(isLifeSaving('H.call')).toBe(true);
    expect(isLifeSaving('S.cut')).toBe(false);
  });

  it('are completed in an order by those that it leaves out', () => {
    expect(completeOrder(['S.cut', 'M.pack']).slice(0, 3)).toEqual(['S.cut', 'M.pack', 'M.limb']);
    expect(completeOrder([])).toEqual(NEED_IDS);
  });
});

describe('records', () => {
  const pathsOf = (value: unknown) => UnitSchema.safeParse(value).error?.issues.map(({ path }) => path.join('.')) ?? [];
  const good = { id: 'u1', kind: 'gloves', count: 1, condition: 'ready' };

  it('a unit is whole with its defaults', () => {
    expect(UnitSchema.parse(good)).toEqual({ ...good, piecesUsed: 0, state: 'asSold', lot: null, expiresOn: null });
    expect(CONDITIONS).toContain('practice');
  });

  it.each([
    [{ ...good, count: 0 }, 'count'],
    [{ ...good, count: 1.5 }, 'count'],
    [{ ...good, count: 1001 }, 'count'],
    [{ ...good, id: '' }, 'id'],
    [{ ...good, id: '../etc' }, 'id'],
    [{ ...good, condition: 'shiny' }, 'condition'],
    [{ ...good, expiresOn: '2027-02-30' }, 'expiresOn'],
    [{ ...good, piecesUsed: -1 }, 'piecesUsed'],
    [{ ...good, lot: 'x'.repeat(41) }, 'lot'],
  ])('a unit is refused with the field that is wrong: %#', (value, path) => {
    expect(pathsOf(value)).toContain(path);
  });

  it('pieces left never fall under nothing', () => {
    expect(piecesLeft({ count: 2, piecesUsed: 3 }, 2)).toBe(1);
    expect(piecesLeft({ count: 1, piecesUsed: 9 }, 2)).toBe(0);
  });

  it('what carries no date is good on every day', () => {
    expect(isGoodOn(null, '2099-01-01' as never)).toBe(true);
  });

  it.each([
    [{ persons: 0 }, 'persons'],
    [{ persons: 2.5 }, 'persons'],
    [{ hoursToCare: -1 }, 'hoursToCare'],
    [{ hoursToCare: Number.NaN }, 'hoursToCare'],
    [{ training: 'surgeon' }, 'training'],
    [{ casualties: 0 }, 'casualties'],
    [{ dosesPerDay: 41 }, 'dosesPerDay'],
  ])('a brief is refused with the field that is wrong: %#', (value, path) => {
    expect(BriefSchema.safeParse(value).error?.issues.map((issue) => issue.path.join('.'))).toContain(path);
  });

  it('layers go from the body outward', () => {
    expect(LAYERS).toEqual(['pocket', 'worn', 'afloat', 'base']);
  });
});
