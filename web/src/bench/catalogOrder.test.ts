import { KINDS, SCHOOLS } from '@ivrak/core/catalog';
import type { NeedId } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { type KindFilter, SORT_NAMES, type Sort, shownKinds, sortKinds } from './catalogOrder.ts';

const school = (id: string) => {
  const found = SCHOOLS.find((candidate) => candidate.id === id);
  if (found === undefined) throw new Error(`no school ${id}`);
  return found;
};
const shown = (filter: Partial<KindFilter>, schoolId = 'committee-first') =>
  shownKinds(KINDS, { search: '', rung: null, need: null, ...filter }, school(schoolId));

describe('the catalogue', () => {
  it('shows every kind where nothing is filtered', () => {
    expect(shown({})).toHaveLength(KINDS.length);
  });

  it('says what a kind serves, as the school grades it', () => {
    const wrap = (schoolId: string) => shown({}, schoolId).find(({ kind }) => kind.id === 'elastic-wrap-tourniquet')?.grades;
    expect(wrap('committee-first')).toContain('tourniquets (substitute)');
    expect(wrap('one-piece-at-a-time')).toMatch(/^tourniquets ·/);
  });

  it.each([
    ['WINDLASS', 'windlass-tourniquet'],
    ['gauze z-fold', 'kaolin-gauze'],
    ['chest seal', 'vented-seals'],
    ['tourniquet', 'bar-bandage-100'],
  ])('finds by name and by what a thing serves: %s', (search, id) => {
    expect(shown({ search }).map(({ kind }) => kind.id)).toContain(id);
  });

  it('finds nothing for words that do not go together', () => {
    expect(shown({ search: 'windlass gloves' })).toEqual([]);
  });

  it('filters by lane', () => {
    for (const { kind } of shown({ rung: 'R' })) expect(kind.rung).toBe('R');
  });

  it('for one need lists all that may serve it, the better grade first', () => {
    const need: NeedId = 'M.press';
    const ids = shown({ need }).map(({ kind }) => kind.id);
    expect(ids).toContain('triangular-bandage');
    expect(ids.indexOf('bar-bandage-100')).toBeLessThan(ids.indexOf('triangular-bandage'));
    expect(ids.indexOf('triangular-bandage')).toBeLessThan(ids.indexOf('cohesive-wrap'));
  });
});

describe('sorting', () => {
  const sorted = (sort: Sort) => sortKinds(shown({}), sort, [{ kind: 'marker', helps: 'C.record', gain: 'gap' }]).map(({ kind }) => kind);

  it('puts what helps most first, and what cheap, light and flat mean is what it says', () => {
    expect(sorted('helps')[0]?.id).toBe('marker');
    for (const [sort, value] of [
      ['price', (kind: (typeof KINDS)[number]) => kind.priceMinor],
      ['mass', (kind: (typeof KINDS)[number]) => kind.massG],
      ['flat', (kind: (typeof KINDS)[number]) => kind.states[0]?.tMm ?? 0],
    ] as const) {
      const values = sorted(sort).map(value);
      expect(values, sort).toEqual([...values].sort((a, b) => a - b));
    }
    expect(sorted('lane').map(({ rung }) => 'MARCHSD'.indexOf(rung))).toEqual(
      [...sorted('lane').map(({ rung }) => 'MARCHSD'.indexOf(rung))].sort((a, b) => a - b),
    );
  });

  it('loses nothing, whatever the order', () => {
    for (const sort of Object.keys(SORT_NAMES) as Sort[]) expect(sorted(sort), sort).toHaveLength(KINDS.length);
  });
});
