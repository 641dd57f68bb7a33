import { describe, expect, it } from 'vitest';
import { SCHOOLS } from '../catalog/schools.ts';
import { type Brief, BriefSchema } from '../model/brief.ts';
import { NEED_IDS, type NeedId } from '../model/need.ts';
import { casualtiesOf, type DerivedNeed, deriveNeeds, evaluateTerms, showTerms } from './needs.ts';

const school = (id: string) => {
  const found = SCHOOLS.find((candidate) => candidate.id === id);
  if (found === undefined) throw new Error(`no school ${id}`);
  return found;
};
const brief = (change: Partial<Brief> = {}): Brief => BriefSchema.parse(change);
function need(id: NeedId, change: Partial<Brief> = {}, schoolId = 'one-piece-at-a-time'): DerivedNeed {
  const found = deriveNeeds(brief(change), school(schoolId)).find((candidate) => candidate.need === id);
  if (found === undefined) throw new Error(`no need ${id}`);
  return found;
}

// Common practice, no source, unless said otherwise.
describe('facts of the trade', () => {
  it('packs 2 + 15 = 17 pairs of gloves for one helper in a five-day wait (builders carry 15 to 20)', () => {
    const gloves = need('S.hands', { hoursToCare: 120, helpers: 1 });
    expect(gloves.ideal).toBe(17);
    expect(showTerms(gloves.terms.ideal)).toBe('2 pairs per helper × 1 helper + 3 pairs per day of care × 5 days = 17');
  });

  it('packs a week of medicine as eight days', () => {
    expect(need('D.meds', { dosesPerDay: 3, daysOut: 7, persons: 2 }).least).toBe(3 * 8 * 2);
  });

  it('asks two seals a casualty where something may penetrate, none where not', () => {
    expect(need('R.seal', { penetrating: true, casualties: 3 })).toMatchObject({ least: 6, ideal: 8 });
    expect(need('R.seal', { penetrating: false })).toMatchObject({ least: 0, ideal: 0 });
  });

  it('wants two tourniquets in a kit that stays put, one in one that is worn close to help', () => {
    expect(need('M.limb', { staysPut: true })).toMatchObject({ least: 1, ideal: 2 });
    expect(need('M.limb', { staysPut: false, hoursToCare: 0.5 })).toMatchObject({ least: 1, ideal: 1 });
    expect(need('M.limb', { staysPut: false, hoursToCare: 3 }).ideal).toBe(2);
  });

  it('wants four gauze rolls from two hours on', () => {
    expect(need('M.pack', { hoursToCare: 2 }).ideal).toBe(4);
    expect(need('M.pack', { hoursToCare: 1.9 }).ideal).toBe(2);
    expect(need('M.pack', { hoursToCare: 2, casualties: 3 }).ideal).toBe(6);
  });

  it('asks no airway and no needle of people who are not trained for them', () => {
    for (const training of ['untrained', 'bleedingControl'] as const) {
      expect(need('A.airway', { training }).ideal).toBe(0);
      expect(need('R.decompress', { training }).ideal).toBe(0);
    }
    expect(need('A.airway', { training: 'trauma' }).least).toBe(1);
    expect(need('R.decompress', { training: 'trauma' }).ideal).toBe(0);
    expect(need('R.decompress', { training: 'advanced' })).toMatchObject({ least: 0, ideal: 1 });
  });

  it('leaves rescue breaths to those who learnt them', () => {
    expect(need('R.breath', { training: 'untrained' }).ideal).toBe(0);
    expect(need('R.breath', { helpers: 3 })).toMatchObject({ least: 1, ideal: 2 });
  });

  it('warms everybody where it is cold, wet or far', () => {
    expect(need('H.warm', { persons: 5, coldWet: true })).toMatchObject({ least: 2, ideal: 5 });
    expect(need('H.warm', { persons: 5, coldWet: false, hoursToCare: 0.5 })).toMatchObject({ least: 2, ideal: 2 });
  });

  it('gives a kit that may be grabbed alone a cutter of its own', () => {
    expect(need('S.cut', { standsAlone: true }).least).toBe(1);
    expect(need('S.cut', { standsAlone: false }).least).toBe(0);
  });
});

describe('casualties planned for at once (planning values)', () => {
  it.each([
    [1, 1],
    [3, 1],
    [4, 2],
    [8, 2],
    [9, 3],
    [12, 3],
    [13, 4],
  ])('%d persons: %d', (persons, casualties) => {
    expect(casualtiesOf(brief({ persons }))).toBe(casualties);
  });

  it('lets the person say otherwise', () => {
    expect(casualtiesOf(brief({ persons: 20, casualties: 1 }))).toBe(1);
  });
});

describe('schools', () => {
  it.each(SCHOOLS.map(({ id }) => id))('%s orders every need once', (id) => {
    const { order } = school(id);
    expect([...order].sort()).toEqual([...NEED_IDS].sort());
    expect(deriveNeeds(brief(), school(id)).map((derived) => derived.need)).toEqual(order);
  });

  it('asks nothing for airway and chest under bleeding-only', () => {
    const change = { penetrating: true, training: 'advanced' } as const;
    for (const id of ['A.airway', 'R.seal', 'R.breath', 'R.decompress'] as const) {
      expect(need(id, change, 'bleeding-only').ideal, id).toBe(0);
      expect(need(id, change, 'committee-first').ideal, id).toBeGreaterThan(0);
    }
  });

  it('makes seals optional where gunshots are rare, and does not ask for them without a threat', () => {
    expect(need('R.seal', { penetrating: true }, 'low-gunshot')).toMatchObject({ least: 0, ideal: 2 });
    expect(need('R.seal', { penetrating: false }, 'low-gunshot').ideal).toBe(0);
  });
});

describe('terms', () => {
  it('always work out to the quantity beside them, whatever the brief', () => {
    for (const persons of [1, 5, 30]) {
      for (const hoursToCare of [0, 1.5, 30, 200]) {
        for (const training of ['untrained', 'trauma', 'advanced'] as const) {
          const change = {
            persons,
            hoursToCare,
            training,
            penetrating: true,
            coldWet: persons === 5,
            dark: true,
            children: true,
            dayToDay: true,
            dosesPerDay: 2,
          };
          for (const { id } of SCHOOLS) {
            for (const derived of deriveNeeds(brief(change), school(id))) {
              expect(evaluateTerms(derived.terms.least), derived.need).toBe(derived.least);
              expect(derived.ideal).toBeGreaterThanOrEqual(derived.least);
              expect(Number.isInteger(derived.ideal)).toBe(true);
            }
          }
        }
      }
    }
  });

  it('multiply into the last sum and lift to a floor', () => {
    const add = (value: number) => ({ op: 'add', value, label: '' }) as const;
    expect(evaluateTerms([add(2), { op: 'times', value: 3, label: '' }, add(4)])).toBe(10);
    expect(evaluateTerms([add(2), { op: 'atLeast', value: 4, label: '' }, add(1)])).toBe(5);
    expect(evaluateTerms([])).toBe(0);
  });
});
