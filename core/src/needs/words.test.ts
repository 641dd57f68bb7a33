import { describe, expect, it } from 'vitest';
import { SCHOOLS } from '../catalog/schools.ts';
import { BriefSchema } from '../model/brief.ts';
import { NEED_IDS, type NeedId } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { compareNeeds } from './compare.ts';
import { type DerivedNeed, deriveNeeds } from './needs.ts';
import { briefSummary, darkPlaces, leftBehind } from './summary.ts';

const [SCHOOL] = SCHOOLS as readonly [School];
type Given = Parameters<typeof BriefSchema.parse>[0] & object;
const needsOf = (brief: Given): DerivedNeed[] => deriveNeeds(BriefSchema.parse(brief), SCHOOL);
const need = (id: NeedId, brief: Given): DerivedNeed => {
  const found = needsOf(brief).find((one) => one.need === id);
  if (found === undefined) throw new Error(`no need ${id}`);
  return found;
};
const why = (id: NeedId, brief: Given): string => need(id, brief).reason;
const says = (brief: Given): string => briefSummary(BriefSchema.parse(brief), { name: 'Plain' }, plainDate('2026-12-02'));

describe('why an amount is what it is', () => {
  it('names injectors by where they are, and asks where nobody said', () => {
    const pen = (who: string, where: 'kit' | 'person') => ({ who, where });
    expect(why('D.allergy', {})).toBe('nobody with a prescribed injector in this brief');
    expect(why('D.allergy', { withAllergies: 1 })).toBe('ask where the injectors are: on the person, or in this kit');
    expect(why('D.allergy', { injectors: [pen('Ada', 'person')] })).toBe('on the person it is prescribed to: 1');
    expect(why('D.allergy', { injectors: [pen('Ada', 'kit')] })).toBe('each is prescribed to one person');
    expect(why('D.allergy', { injectors: [pen('Ada', 'kit'), pen('Bea', 'person')] })).toBe('1 more on the person');
  });

  it('says for whom chest-pain medicine, sugar and dental things are, and when not', () => {
    expect(why('D.chestPain', {})).toBe('no cardiac threat in this brief');
    expect(why('D.chestPain', { olderPersons: 1 })).toContain('only for whom it is allowed');
    expect(why('D.sugar', {})).toBe('nobody with diabetes in this brief');
    expect(need('D.dental', { dayToDay: true, daysOut: 3 }).ideal).toBe(1);
    expect(why('D.dental', { dayToDay: true, daysOut: 2 })).toBe('a dentist is within reach');
  });

  it('knows two hours from care as far, three as enough to carry, and one casualty as nothing to change gloves for', () => {
    expect(need('H.move', { persons: 3, hoursToCare: 2 }).ideal).toBe(1);
    expect(need('H.move', { persons: 2, hoursToCare: 2 }).ideal).toBe(0);
    expect(need('H.move', { persons: 3, hoursToCare: 1.9 }).ideal).toBe(0);
    expect(need('S.hands', { helpers: 1, casualties: 1 }).terms.least).toHaveLength(2);
    expect(need('S.hands', { helpers: 1, casualties: 2 })).toMatchObject({ least: 3, ideal: 3 });
    expect(need('S.hands', { helpers: 1, casualties: 1, daysOut: 0 }).terms.ideal).toHaveLength(2);
    expect(need('S.hands', { helpers: 1, casualties: 1, daysOut: 1 })).toMatchObject({ least: 2, ideal: 3 });
    expect(need('C.dress', { hoursToCare: 23 }).terms.ideal).toHaveLength(2);
    expect(need('C.defib', { threats: ['cardiac'], persons: 12 }).ideal).toBe(1);
    expect(need('C.defib', { threats: ['cardiac'], persons: 11 }).ideal).toBe(0);
  });

  it('says why small limbs are asked for: children, animals, or both unknown', () => {
    expect(why('M.limbSmall', { animals: 1 })).toMatch(/^animals have limbs/);
    expect(why('M.limbSmall', { animals: 1, childrenByAge: { small: 1 } })).toMatch(/^small children/);
    expect(why('M.limbSmall', { animals: 1, children: true })).toMatch(/^small children/);
    expect(why('M.limbSmall', { childrenByAge: { infants: 1 } })).toMatch(/^small children/);
    expect(why('M.limbSmall', {})).toBe('nobody with small limbs in this brief');
  });

  it('leaves what a purpose is not about to other kits, unless somebody set an amount by hand', () => {
    expect(need('D.wound', { purpose: 'bleeding' })).toMatchObject({ least: 0, ideal: 0, elsewhere: true });
    expect(why('D.wound', { purpose: 'bleeding' })).toMatch(/^outside of what this kit is for: /);
    const set = (least: number | null, ideal: number | null) => ({
      purpose: 'bleeding' as const,
      overrides: { 'D.wound': { least, ideal, windowS: null, reason: 'a blister is a certainty' } },
    });
    expect(need('D.wound', set(null, 0)).elsewhere).toBe(true);
    expect(need('D.wound', set(0, null)).elsewhere).toBe(true);
    expect(need('D.wound', set(null, 2))).toMatchObject({ ideal: 2 });
    expect(need('D.wound', set(1, null))).toMatchObject({ least: 1, ideal: 1 });
    expect(need('D.wound', set(1, null)).elsewhere).toBeUndefined();
  });

  it('asks of each purpose what it is about', () => {
    const asked = (purpose: 'bleeding' | 'everyday' | 'medicines') =>
      needsOf({ purpose, withDiabetes: 1, dark: true, olderPersons: 1, penetrating: true }).flatMap((one) =>
        one.elsewhere === true ? [] : [one.need],
      );
    expect(asked('bleeding').sort()).toEqual(['C.record', 'M.limb', 'M.limbSmall', 'M.pack', 'M.press', 'S.cut', 'S.hands', 'S.light']);
    expect(asked('medicines').sort()).toEqual(['D.allergy', 'D.chestPain', 'D.meds', 'D.sugar']);
    expect(asked('everyday').sort()).toEqual(
      NEED_IDS.filter((id) => 'DS'.includes(id[0] ?? '') || ['C.dress', 'C.roll', 'C.tape', 'H.warm'].includes(id)).sort(),
    );
  });

  it('takes a windowed override, and keeps the window where none is set', () => {
    const with60 = need('M.limb', { overrides: { 'M.limb': { least: null, ideal: null, windowS: 60, reason: 'close' } } });
    expect(with60).toMatchObject({ windowS: 60, override: { derived: { windowS: 180 } } });
    expect(need('M.limb', { overrides: { 'M.limb': { least: 2, ideal: null, windowS: null, reason: 'two' } } })).toMatchObject({
      least: 2,
      ideal: 2,
      windowS: 180,
    });
  });
});

describe('the brief in words', () => {
  it('names who is among the people, one and many, and nobody who is not', () => {
    expect(says({ persons: 1 })).toContain('Covers 1 person, and plans for one casualty at a time.');
    expect(says({ persons: 9, olderPersons: 1, onBloodThinners: 1, withAllergies: 1, withDiabetes: 1, animals: 1 })).toContain(
      'Covers 9 persons (among them 1 older person, 1 on blood thinners, 1 with a severe allergy and 1 with diabetes), and 1 animal, and plans for 3 casualties at once.',
    );
    expect(says({ persons: 3, olderPersons: 2, animals: 2, childrenByAge: { infants: 1, small: 2 } })).toContain(
      'Covers 3 persons (among them 1 child aged under 1, 2 children aged 1 to 7 and 2 older people), and 2 animals,',
    );
    expect(says({ persons: 3, children: true })).toContain('(among them children)');
    expect(says({ persons: 3, children: true, childrenByAge: { older: 1 } })).toContain('(among them 1 child aged 8 to 14),');
  });

  it('names medicines and injectors by person, and no dose', () => {
    const text = says({
      medicines: [
        { who: 'Una', substance: 'metformin', perDay: 3 },
        { who: '', substance: 'ramipril', perDay: 2 },
      ],
      injectors: [
        { who: 'Ada', where: 'kit' },
        { who: 'Bea', where: 'person' },
      ],
    });
    expect(text).toContain('Daily medicines: metformin for Una and ramipril.');
    expect(text).toContain('Injectors: Ada (in this kit, by agreement) and Bea (on the person).');
    expect(/Daily medicines:[^.]*\./.exec(text)?.[0]).not.toMatch(/\d/);
    expect(says({})).not.toMatch(/Daily medicines|Injectors/);
  });

  it('tells a trip from a day, training from none, and what is set by hand', () => {
    expect(says({ daysOut: 0 })).not.toContain('on a trip');
    expect(says({ daysOut: 1 })).toContain('on a trip of 1 day,');
    const carer = (skills: string[]) => ({ carers: [{ name: 'Ada', carries: false, skills, authorised: [] }] }) as Given;
    expect(says(carer([]))).toContain('Ada (no course)');
    expect(says(carer(['tourniquet']))).toContain('Ada (tourniquet)');
    const overrides = { 'R.seal': { least: 6, ideal: null, windowS: 90, reason: '2 boats share it' } };
    expect(says({ overrides })).toContain('Set by hand: chest seals at least 6, within 90 s (2 boats share it).');
    expect(says({})).not.toContain('Set by hand');
  });

  it('has words for where it is: nothing is left ashore on a hike', () => {
    expect(leftBehind({ surroundings: 'boat' })).toBe('ashore');
    expect([leftBehind({ surroundings: 'trail' }), leftBehind({ surroundings: null })]).toEqual(['behind', 'behind']);
    expect(darkPlaces({ surroundings: 'boat' })).toContain('below deck');
    expect(darkPlaces({ surroundings: null })).toBe(darkPlaces({ surroundings: 'town' }));
    expect(says({ surroundings: null, purpose: 'trauma' })).toMatch(/^Trauma\. /);
    expect(says({ surroundings: 'boat', purpose: 'trauma' })).toMatch(/^Trauma, on a boat/);
  });
});

describe('two lists of needs beside each other', () => {
  it('name a window only where the need is asked for, and a place only where both ask', () => {
    const before = needsOf({});
    const window = (id: NeedId, ideal: number) => before.map((one) => (one.need === id ? { ...one, windowS: 42, ideal } : one));
    const of = (id: NeedId, after: readonly DerivedNeed[]) => compareNeeds(before, after).find((one) => one.need === id)?.changes;
    expect(of('M.limb', window('M.limb', 1))).toEqual(['window']);
    expect(of('R.seal', window('R.seal', 0))).toEqual([]);
    const first = before[0] as DerivedNeed; // there are needs
    const moved = [...before.slice(1, 3), first, ...before.slice(3)];
    const both = (id: NeedId) => (before.find((one) => one.need === id)?.ideal ?? 0) > 0;
    const changed = compareNeeds(before, moved).filter(({ changes }) => changes.includes('order'));
    expect(changed.length).toBeGreaterThan(1);
    for (const { need: id } of changed) expect(both(id), id).toBe(true);
    const off = before.map((one) => (one.need === first.need ? { ...one, least: 0, ideal: 0 } : one));
    expect(compareNeeds(before, off).find((one) => one.need === first.need)?.place).toEqual({ before: 0, after: 0 });
  });
});
