import { describe, expect, it } from 'vitest';
import { SCHOOLS } from '../catalog/schools.ts';
import { BriefSchema } from '../model/brief.ts';
import { NEEDS, type NeedId } from '../model/need.ts';
import { careDaysOf, deriveNeeds } from './needs.ts';

const school = SCHOOLS.find(({ id }) => id === 'committee-first');
if (school === undefined) throw new Error('the school is gone');
type Given = Parameters<typeof BriefSchema.parse>[0] & object;
const amountOf = (need: NeedId, brief: Given): [number, number] => {
  const found = deriveNeeds(BriefSchema.parse(brief), school).find((one) => one.need === need);
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
    ['C.vitals', trained, 0, 1],
    ['C.vitals', { ...trained, remoteAdvice: true }, 0, 2],
    ['H.warm', { persons: 3 }, 1, 1],
    ['H.warm', { persons: 3, hoursToCare: 1 }, 1, 1],
    ['H.warm', { persons: 3, hoursToCare: 1.1 }, 1, 3],
    ['H.warm', { persons: 3, coldWet: true }, 1, 3],
    ['H.warm', { persons: 1, casualties: 2, coldWet: true }, 2, 2],
    ['H.head', {}, 0, 3],
    ['H.head', { threats: ['eye'] }, 2, 3],
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
    ['D.flush', { dayToDay: true }, 1, 2],
    ['D.flush', { threats: ['eye'] }, 1, 2],
    ['D.close', { dayToDay: true }, 0, 1],
    ['D.meds', {}, 0, 0],
    ['D.meds', { dosesPerDay: 2, daysOut: 7, persons: 3 }, 48, 48],
    ['D.meds', { withDiabetes: 1 }, 2, 2],
    ['D.meds', { withDiabetes: 2, dosesPerDay: 1, persons: 1 }, 5, 5],
    ['D.dental', { dayToDay: true, daysOut: 5 }, 0, 0],
  ])('%s for %j: %i, better %i', (need, brief, least, ideal) => {
    expect(amountOf(need, brief)).toEqual([least, ideal]);
  });

  it('count casualties: one, two from four persons, a quarter of them from nine', () => {
    const casualties = (persons: number) => amountOf('M.press', { persons })[0];
    expect([1, 3, 4, 8, 9, 12, 13].map(casualties)).toEqual([1, 1, 2, 2, 3, 3, 4]);
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
      'C.vitals': 1200,
      'H.warm': 1200,
      'H.head': 1200,
      'H.call': 300,
      'S.hands': 60,
      'S.cut': 60,
      'S.light': 60,
      'S.clean': null,
      'D.wound': null,
      'D.burn': null,
      'D.splint': null,
      'D.blister': null,
      'D.bite': null,
      'D.flush': null,
      'D.close': null,
      'D.meds': null,
      'D.dental': null,
    });
  });
});
