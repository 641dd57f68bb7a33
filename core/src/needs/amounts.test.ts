import { describe, expect, it } from 'vitest';
import { SCHOOLS } from '../catalog/schools.ts';
import { BriefSchema } from '../model/brief.ts';
import { NEEDS, type NeedId } from '../model/need.ts';
import type { School } from '../model/school.ts';
import { careDaysOf, deriveNeeds, showTerms } from './needs.ts';

const found = SCHOOLS.find(({ id }) => id === 'committee-first');
if (found === undefined) throw new Error('the school is gone');
const SCHOOL: School = found;
type Given = Parameters<typeof BriefSchema.parse>[0] & object;
const amountOf = (need: NeedId, brief: Given): [number, number] => {
  const found = deriveNeeds(BriefSchema.parse(brief), SCHOOL).find((one) => one.need === need);
  return [found?.least ?? Number.NaN, found?.ideal ?? Number.NaN];
};
const trained = { training: 'advanced' };

// Planning values of ours, common practice, no source: each amount on both sides of every boundary that moves it.
describe('planned amounts', () => {
  it.each<[NeedId, Given, number, number]>([
    ['M.limb', {}, 1, 1],
    ['M.limb', { hoursToCare: 1 }, 1, 1],
    ['M.limb', { hoursToCare: 1.1 }, 1, 2],
    ['M.limb', { staysPut: true, persons: 4 }, 2, 4],
    ['M.limb', { threats: ['machinery'], casualties: 3 }, 3, 6],
    ['M.pack', {}, 1, 2],
    ['M.pack', { hoursToCare: 1.9 }, 1, 2],
    ['M.pack', { hoursToCare: 2 }, 1, 4],
    ['M.pack', { hoursToCare: 2, casualties: 3 }, 3, 6],
    ['M.press', {}, 1, 2],
    ['M.press', { casualties: 2 }, 2, 3],
    ['M.press', { threats: ['vehicle'] }, 1, 3],
    ['M.press', { threats: ['machinery'] }, 1, 3],
    ['A.airway', {}, 0, 0],
    ['A.airway', trained, 1, 1],
    ['A.airway', { ...trained, children: true }, 1, 2],
    ['A.airway', { ...trained, persons: 4, casualties: 1, childrenByAge: { small: 1, older: 1 } }, 1, 3],
    ['A.airway', { ...trained, persons: 2, casualties: 1, childrenByAge: { small: 1, older: 1 } }, 1, 2],
    ['A.airway', { ...trained, persons: 1, childrenByAge: { infants: 1 } }, 1, 1],
    ['R.seal', {}, 0, 0],
    ['R.seal', { penetrating: true }, 2, 4],
    ['R.seal', { penetrating: true, casualties: 3 }, 6, 8],
    ['R.decompress', trained, 0, 1],
    ['R.decompress', {}, 0, 0],
    ['R.breath', {}, 1, 1],
    ['R.breath', { training: 'untrained' }, 0, 0],
    ['R.breath', { training: 'untrained', threats: ['drowning'] }, 0, 1],
    ['R.breath', { ...trained, helpers: 2 }, 1, 1],
    ['R.breath', { ...trained, helpers: 3 }, 1, 2],
    ['C.dress', {}, 2, 2],
    ['C.dress', { hoursToCare: 23.9 }, 2, 2],
    ['C.dress', { hoursToCare: 24 }, 2, 6],
    ['C.dress', { hoursToCare: 24.5, casualties: 2 }, 4, 20],
    ['C.roll', {}, 1, 1],
    ['C.tape', {}, 1, 1],
    ['C.record', {}, 1, 2],
    ['C.vitals', {}, 0, 0],
    ['C.vitals', { training: 'trauma' }, 0, 1],
    ['C.vitals', trained, 0, 2],
    ['C.vitals', { ...trained, remoteAdvice: true }, 0, 3],
    ['H.warm', { persons: 3 }, 1, 1],
    ['H.warm', { persons: 3, hoursToCare: 1 }, 1, 1],
    ['H.warm', { persons: 3, hoursToCare: 1.1 }, 1, 3],
    ['H.warm', { persons: 3, coldWet: true }, 1, 3],
    ['H.warm', { persons: 1, casualties: 2, coldWet: true }, 2, 2],
    ['H.head', {}, 0, 2],
    ['H.head', { threats: ['eye'] }, 2, 2],
    ['H.call', {}, 1, 1],
    ['H.call', { hoursToCare: 1 }, 1, 1],
    ['H.call', { hoursToCare: 1.1 }, 1, 2],
    ['H.call', { phoneCover: false }, 1, 2],
    ['S.hands', {}, 2, 2],
    ['S.hands', { helpers: 3 }, 6, 6],
    ['S.hands', { hoursToCare: 24 }, 2, 5],
    ['S.hands', { hoursToCare: 49 }, 2, 11],
    ['S.cut', {}, 1, 1],
    ['S.cut', { standsAlone: false }, 0, 0],
    ['S.cut', { standsAlone: false, threats: ['vehicle'] }, 1, 1],
    ['S.light', {}, 0, 0],
    ['S.light', { dark: true }, 1, 1],
    ['S.clean', {}, 0, 1],
    ['D.wound', {}, 0, 0],
    ['D.wound', { dayToDay: true }, 5, 10],
    ['D.burn', { dayToDay: true }, 1, 2],
    ['D.burn', { threats: ['burn'] }, 1, 2],
    ['D.splint', { dayToDay: true }, 1, 2],
    ['D.splint', { threats: ['fall'] }, 1, 2],
    ['D.blister', { dayToDay: true }, 2, 4],
    ['D.bite', { dayToDay: true }, 0, 2],
    ['D.bite', { threats: ['bites'] }, 1, 2],
    ['D.flush', { dayToDay: true }, 20, 40],
    ['D.flush', { dayToDay: true, hoursToCare: 2 }, 250, 500],
    ['D.flush', { threats: ['eye'] }, 20, 200],
    ['D.close', { dayToDay: true }, 0, 1],
    ['D.meds', {}, 0, 0],
    ['D.meds', { dosesPerDay: 2, daysOut: 7, persons: 3 }, 48, 48],
    ['D.sugar', { withDiabetes: 1 }, 2, 2],
    ['D.sugar', { withDiabetes: 2, dosesPerDay: 1, persons: 1 }, 4, 4],
    ['D.meds', { withDiabetes: 2, dosesPerDay: 1, persons: 1 }, 1, 1],
    ['D.dental', { dayToDay: true, daysOut: 5 }, 0, 1],
    ['D.dental', { dayToDay: true, daysOut: 2 }, 0, 0],
    ['M.limb', { penetrating: true }, 1, 2],
    ['M.limbSmall', {}, 0, 0],
    ['M.limbSmall', { childrenByAge: { infants: 0, small: 0, older: 2 } }, 0, 0],
    ['M.limbSmall', { childrenByAge: { infants: 0, small: 2, older: 0 } }, 1, 1],
    ['M.limbSmall', { children: true }, 1, 1],
    ['M.limbSmall', { animals: 1 }, 1, 1],
    ['C.pupil', {}, 0, 0],
    ['C.pupil', { training: 'trauma' }, 0, 1],
    ['C.defib', { threats: ['cardiac'] }, 0, 0],
    ['C.defib', { threats: ['cardiac'], staysPut: true }, 0, 1],
    ['C.defib', { threats: ['cardiac'], persons: 20 }, 0, 1],
    ['H.move', { persons: 4, hoursToCare: 2 }, 0, 1],
    ['H.move', { persons: 2, hoursToCare: 2 }, 0, 0],
    ['S.hands', { helpers: 2, casualties: 4 }, 7, 7],
    ['S.hands', { daysOut: 3 }, 2, 3],
    ['S.hands', { purpose: 'bleeding' }, 1, 1],
    ['D.wound', { dayToDay: true, persons: 12, daysOut: 21 }, 40, 80],
    ['D.wound', { dayToDay: true, daily: { 'D.wound': false } }, 0, 0],
    ['D.blister', { daily: { 'D.blister': true } }, 2, 4],
    ['D.sprain', { dayToDay: true }, 1, 2],
    ['D.sprain', { threats: ['fall'] }, 1, 2],
    ['D.allergy', { withAllergies: 2 }, 0, 0],
    ['D.allergy', { injectors: [{ who: 'Ada', where: 'person' }] }, 0, 0],
    [
      'D.allergy',
      {
        injectors: [
          { who: 'Ada', where: 'kit' },
          { who: 'Bea', where: 'kit' },
        ],
      },
      2,
      2,
    ],
    ['D.chestPain', { olderPersons: 1 }, 0, 1],
    ['D.chestPain', { threats: ['cardiac'] }, 0, 1],
  ])('%s for %j: %i, better %i', (need, brief, least, ideal) => {
    expect(amountOf(need, brief)).toEqual([least, ideal]);
  });

  it('count casualties: one, two from four persons, a quarter of them from nine', () => {
    const casualties = (persons: number) => amountOf('M.press', { persons })[0];
    expect([1, 3, 4, 8, 9, 12, 13].map(casualties)).toEqual([1, 1, 2, 2, 3, 3, 4]);
  });

  it('say in words how they come about, one and many', () => {
    const said = (need: NeedId, brief: object) => {
      const { terms } = deriveNeeds(BriefSchema.parse(brief), SCHOOL).find((one) => one.need === need) ?? {
        terms: { least: [], ideal: [] },
      };
      return [showTerms(terms.least), showTerms(terms.ideal)];
    };
    expect(said('M.limb', { casualties: 1 })[0]).toBe('1 per casualty × 1 casualty = 1');
    expect(said('M.limb', { casualties: 3 })[0]).toBe('1 per casualty × 3 casualties = 3');
    expect(said('M.pack', { hoursToCare: 2 })[1]).toBe(
      '2 per casualty, hemostatic and plain behind it × 1 casualty, but at least 4 rolls when care is two hours away or more = 4',
    );
    expect(said('S.hands', { helpers: 1, hoursToCare: 24 })).toEqual([
      '2 pairs per helper × 1 helper = 2',
      '2 pairs per helper × 1 helper + 3 pairs per day of care × 1 day = 5',
    ]);
    expect(said('S.hands', { helpers: 2, hoursToCare: 30 })[1]).toBe(
      '2 pairs per helper × 2 helpers + 3 pairs per day of care × 2 days = 10',
    );
    expect(said('R.breath', { helpers: 2 })[1]).toBe('1 per pair of helpers × 1 pair = 1');
    expect(said('R.breath', { helpers: 4 })[1]).toBe('1 per pair of helpers × 2 pairs = 2');
    expect(said('R.seal', {})).toEqual(['0', '0']);
    expect(said('D.sugar', { withDiabetes: 1 })[0]).toBe('2 doses of sugar × 1 with diabetes = 2');
  });

  it('of medicines and of what a threat asks for say why', () => {
    const why = (need: NeedId, brief: object) => deriveNeeds(BriefSchema.parse(brief), SCHOOL).find((one) => one.need === need)?.reason;
    expect(why('D.meds', {})).toBe('no daily medicines in this brief');
    expect(why('D.sugar', { withDiabetes: 1 })).toBe('sugar for somebody whose level falls');
    expect(why('D.meds', { dosesPerDay: 1 })).toBe('a week out is packed as eight days');
    expect(why('H.warm', { coldWet: true })).toBe('cold or wet: everybody cools');
    expect(why('H.warm', { hoursToCare: 2 })).toBe('over an hour to care: everybody cools');
    expect(why('H.warm', {})).toContain('on a warm day too');
    expect(why('H.call', { phoneCover: false })).toContain('beyond phone cover');
    expect(why('H.call', {})).toContain('being found');
    expect(why('M.limb', { threats: ['machinery'] })).toContain('machines');
    expect(why('M.limb', { staysPut: true })).toContain('four limbs');
    expect(why('M.limb', {})).toContain('a worn kit');
    expect(why('R.breath', { threats: ['drowning'] })).toContain('after drowning');
    expect(why('R.breath', {})).toContain('two rescuers');
    expect(why('S.cut', { standsAlone: false, threats: ['vehicle'] })).toContain('belts');
    expect(why('S.cut', { standsAlone: false })).toContain('another kit');
    expect(why('D.burn', { threats: ['burn'] })).toContain('among the threats');
    expect(why('D.burn', { dayToDay: true })).toContain('flames');
    expect(why('D.burn', {})).toContain('another bag');
  });

  it('of a school replace those of the brief, but never ask for what the brief leaves out', () => {
    const quantities = { 'R.seal': { least: 1, ideal: 1, reason: 'one pair' }, 'C.tape': { least: 0, ideal: 3, reason: 'more' } };
    const school = { ...SCHOOL, quantities };
    const of = (need: NeedId, brief: object, under: School = school) => {
      const found = deriveNeeds(BriefSchema.parse(brief), under).find((one) => one.need === need);
      return [found?.least, found?.ideal];
    };
    expect(of('R.seal', {})).toEqual([0, 0]);
    expect(of('R.seal', { penetrating: true })).toEqual([1, 1]);
    expect(of('C.tape', {})).toEqual([0, 3]);
    const none = { ...SCHOOL, quantities: { 'R.seal': { least: 0, ideal: 0, reason: 'none' } } };
    expect(of('R.seal', { penetrating: true }, none)).toEqual([0, 0]);
    // An ideal under the least is a contradiction: the least wins.
    const odd = { ...SCHOOL, quantities: { 'C.tape': { least: 4, ideal: 2, reason: 'odd' } } };
    expect(of('C.tape', {}, odd)).toEqual([4, 4]);
  });

  it('set by hand stand, and pull the other one with them', () => {
    const of = (least: number | null, ideal: number | null, windowS: number | null = null) => {
      const brief = BriefSchema.parse({ overrides: { 'M.press': { least, ideal, windowS, reason: 'mine' } } });
      const found = deriveNeeds(brief, SCHOOL).find((one) => one.need === 'M.press');
      return [found?.least, found?.ideal, found?.windowS];
    };
    expect(of(null, null)).toEqual([1, 2, 300]);
    expect(of(0, null)).toEqual([0, 2, 300]);
    expect(of(5, null)).toEqual([5, 5, 300]);
    expect(of(null, 0)).toEqual([0, 0, 300]);
    expect(of(null, 7)).toEqual([1, 7, 300]);
    expect(of(2, 3, 60)).toEqual([2, 3, 60]);
  });

  // "Care days rounded down" went unnoticed once.
  it('count a begun day of care, and none under a day', () => {
    const days = (hoursToCare: number) => careDaysOf(BriefSchema.parse({ hoursToCare }));
    expect([0, 23.9, 24, 24.1, 48, 48.1, 120].map(days)).toEqual([0, 0, 1, 2, 2, 3, 5]);
  });

  it('give each need the window in which its first piece should be in the hand', () => {
    const windows = Object.fromEntries(Object.entries(NEEDS).map(([need, { windowS }]) => [need, windowS]));
    expect(windows).toEqual({
      'M.limb': 180,
      'M.limbSmall': 180,
      'M.pack': 180,
      'M.press': 300,
      'A.airway': 240,
      'R.seal': 600,
      'R.breath': 240,
      'R.decompress': 900,
      'C.dress': 1200,
      'C.roll': 1200,
      'C.tape': 1200,
      'C.record': 1200,
      'C.pupil': null,
      'C.vitals': 1200,
      'C.defib': 240,
      'H.warm': 1200,
      'H.head': 1200,
      'H.call': 300,
      'H.move': null,
      'S.hands': 60,
      'S.cut': 60,
      'S.light': 60,
      'S.clean': null,
      'D.wound': null,
      'D.burn': null,
      'D.sprain': null,
      'D.splint': null,
      'D.blister': null,
      'D.bite': null,
      'D.flush': null,
      'D.close': null,
      'D.sugar': null,
      'D.allergy': 300,
      'D.chestPain': null,
      'D.meds': null,
      'D.dental': null,
    });
  });
});
