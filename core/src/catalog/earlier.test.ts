import { describe, expect, it } from 'vitest';
import { SchoolSchema, schoolIssues } from '../model/school.ts';
import { KINDS, kindCatalog, StoredKindSchema } from './kinds.ts';
import { SCHOOLS } from './schools.ts';

/** Rows as an earlier version wrote them: no family, traits, tools or parts; schools that grade kinds. */
const EARLIER_LIGHT = {
  id: 'bow-lamp',
  name: 'Bow lamp',
  rung: 'S',
  shape: 'rigid',
  drawing: 'lamp',
  states: [{ id: 'asSold', label: 'as packed', wMm: 60, hMm: 45, tMm: 40 }],
  foldable: false,
  give: 0,
  massG: 90,
  priceMinor: 2100,
  dating: 'battery',
  pieces: 1,
  pieceName: 'piece',
  sterile: false,
  grades: { 'S.light': 'primary', 'H.head': 'substitute', 'H.call': 'substitute' },
  requires: {},
  provides: [],
  skill: null,
  caution: null,
  barredAtSecurity: false,
  sellerMatters: false,
  source: 'practice',
};

describe('kinds of an earlier version', () => {
  it('keep what was said of them, and are something else until somebody says what', () => {
    const kind = StoredKindSchema.parse(EARLIER_LIGHT);
    expect(kind).toMatchObject({ id: 'bow-lamp', family: 'other', massG: 90, tool: true, moreParts: [], traits: {} });
    // A light that served the eyes is looked into them with, and is no shield.
    expect(kind.grades).toEqual({ 'S.light': 'primary', 'C.pupil': 'substitute', 'H.call': 'substitute' });
  });

  it('that were doses stay daily medicines', () => {
    const doses = StoredKindSchema.parse({ ...EARLIER_LIGHT, id: 'doses', dating: 'printed', grades: { 'D.meds': 'primary' } });
    expect(doses.traits.medicine?.purposes).toEqual(['daily']);
    expect(doses.tool).toBe(false);
  });

  it('that were shipped and changed here are of the family that they were shipped in', () => {
    const shipped = KINDS.find(({ id }) => id === 'vented-seals');
    if (shipped === undefined) throw new Error('no seals');
    const { family: _, alsoCalled: __, tool: ___, moreParts: ____, traits: _____, ...earlier } = shipped;
    const kind = StoredKindSchema.parse({ ...earlier, massG: 41 });
    expect(kind).toMatchObject({ family: 'chestSeal', massG: 41, traits: { vented: true } });
  });

  it('are left alone once they say what they are', () => {
    const kind = StoredKindSchema.parse({ ...EARLIER_LIGHT, family: 'headlamp', traits: { handsFree: true } });
    expect(kind.grades).toEqual(EARLIER_LIGHT.grades);
    expect(kind.tool).toBe(false);
  });
});

describe('schools of an earlier version', () => {
  const [shipped] = SCHOOLS;
  if (shipped === undefined) throw new Error('schools are missing');
  const NEW = ['M.limbSmall', 'C.pupil', 'C.defib', 'H.move', 'D.sprain', 'D.sugar', 'D.allergy', 'D.chestPain'];

  it('keep their grades for the kinds that they named, and have every need once', () => {
    const { exceptions: _, ...earlier } = shipped;
    const school = SchoolSchema.parse({
      ...earlier,
      id: 'ours',
      order: shipped.order.filter((need) => !NEW.includes(need)),
      grades: { 'elastic-wrap-tourniquet': { 'M.limb': 'substitute' }, shears: { 'S.cut': null } },
    });
    // The second word names a family as well; what was said was said of the kind.
    expect(school.exceptions).toEqual({ 'elastic-wrap-tourniquet': { 'M.limb': 'substitute' }, shears: { 'S.cut': null } });
    expect(school.grades).toEqual({});
    expect(schoolIssues(school, kindCatalog())).toEqual([]);
    expect(school.order.indexOf('M.limbSmall')).toBe(school.order.indexOf('M.limb') + 1);
  });
});
