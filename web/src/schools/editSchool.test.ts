import { kindCatalog, SCHOOLS } from '@ivrak/core/catalog';
import { NEED_IDS, type School, schoolIssues } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { dropGrade, moveNeed, placeNeed, setGrade, setGradeWhy, setQuantity, setWhy } from './editSchool.ts';
import { gradeLines } from './SchoolLines.tsx';

const [SCHOOL] = SCHOOLS as readonly [School, ...School[]]; // schools are shipped
const CATALOG = kindCatalog();

describe('the order of a school', () => {
  it('moves a need one place, and stops at the ends', () => {
    expect(moveNeed(SCHOOL, 'M.pack', -1).order.slice(1, 3)).toEqual(['M.pack', 'M.limbSmall']);
    expect(moveNeed(SCHOOL, 'M.limb', -1)).toBe(SCHOOL);
    const last = SCHOOL.order.at(-1) ?? 'M.limb';
    expect(moveNeed(SCHOOL, last, 1)).toBe(SCHOOL);
  });

  it('puts a need in the place of another one, forwards and backwards', () => {
    const first = placeNeed(SCHOOL, 'H.warm', 'M.limb');
    expect(first.order[0]).toBe('H.warm');
    expect(first.order[1]).toBe('M.limb');
    const later = placeNeed(SCHOOL, 'M.limb', 'M.press');
    expect(later.order.slice(0, 3)).toEqual(['M.limbSmall', 'M.pack', 'M.press']);
    expect(later.order[3]).toBe('M.limb');
    expect(placeNeed(SCHOOL, 'M.limb', 'M.limb')).toBe(SCHOOL);
  });

  it('loses no need, whatever is moved', () => {
    for (const need of NEED_IDS)
      for (const target of NEED_IDS) {
        const moved = placeNeed(SCHOOL, need, target);
        expect([...moved.order].sort()).toEqual([...NEED_IDS].sort());
        expect(moved.order.indexOf(need)).toBe(SCHOOL.order.indexOf(target));
      }
  });

  it('keeps a reason, and none where it is emptied', () => {
    expect(setWhy(SCHOOL, 'S.light', 'we work at night').why['S.light']).toBe('we work at night');
    expect(setWhy(SCHOOL, 'M.limb', '').why).not.toHaveProperty('M.limb');
  });
});

describe('the grades of a school', () => {
  it('are set, explained and dropped, and the school stays valid', () => {
    const graded = setGradeWhy(setGrade(SCHOOL, { of: 'grades', id: 'shears' }, 'S.cut', null), 'shears', 'they rust in a week');
    expect(graded.grades.shears).toEqual({ 'S.cut': null });
    expect(schoolIssues(graded, CATALOG)).toEqual([]);
    const dropped = dropGrade(graded, { of: 'grades', id: 'shears' }, 'S.cut');
    expect(dropped).toEqual(SCHOOL);
  });

  it('of a kind that has several lose only the one that is dropped', () => {
    const cravat = { of: 'exceptions', id: 'triangular-bandage' } as const;
    const two = setGrade(setGrade(SCHOOL, cravat, 'M.press', 'primary'), cravat, 'C.roll', 'primary');
    expect(dropGrade(two, cravat, 'C.roll').exceptions['triangular-bandage']).toEqual({ 'M.press': 'primary' });
  });

  it('are told line by line with their reason', () => {
    const lines = gradeLines(SCHOOL);
    expect(lines.find(({ graded }) => graded.id === 'elasticWrapTourniquet')).toEqual({
      graded: { of: 'grades', id: 'elasticWrapTourniquet' },
      name: 'Elastic-wrap tourniquet',
      need: 'M.limb',
      grade: 'substitute',
      why: SCHOOL.gradeWhy.elasticWrapTourniquet,
    });
  });
});

describe('the quantities of a school', () => {
  it('are set and taken back', () => {
    const set = setQuantity(SCHOOL, 'R.seal', { least: 4, ideal: 6, reason: 'two boats' });
    expect(set.quantities['R.seal']).toEqual({ least: 4, ideal: 6, reason: 'two boats' });
    expect(setQuantity(set, 'R.seal', null)).toEqual(SCHOOL);
  });
});
