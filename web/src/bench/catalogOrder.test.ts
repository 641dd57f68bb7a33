import { BriefSchema, judgeKit, KINDS, kindCatalog, type NeedId, plainDate, SCHOOLS, type Unit, UnitSchema } from '@ivrak/core';
import { describe, expect, it } from 'vitest';
import { type KindFilter, shownKinds } from './catalogOrder.ts';

const CATALOG = kindCatalog();
const school = (id: string) => {
  const found = SCHOOLS.find((candidate) => candidate.id === id);
  if (found === undefined) throw new Error(`no school ${id}`);
  return found;
};
const unit = (kind: string): Unit => UnitSchema.parse({ id: kind, kind, count: 1, condition: 'ready' });
function shown(filter: Partial<KindFilter>, units: string[] = [], schoolId = 'committee-first') {
  const judgement = judgeKit(
    { id: 'k', brief: BriefSchema.parse({ penetrating: true }), units: units.map(unit) },
    school(schoolId),
    undefined,
    plainDate('2026-11-25'),
    CATALOG,
  );
  return shownKinds({ search: '', rung: null, need: null, ...filter }, school(schoolId), judgement);
}

describe('the catalogue', () => {
  it('shows every kind where nothing is filtered', () => {
    expect(shown({})).toHaveLength(KINDS.length);
  });

  it('puts what fills the first gap of the school first', () => {
    expect(shown({})[0]?.fills[0]).toBe('M.limb');
    expect(shown({}, [], 'one-piece-at-a-time')[0]?.fills[0]).toBe('M.pack');
    expect(shown({}, ['windlass-tourniquet'])[0]?.fills[0]).toBe('M.pack');
  });

  it('never says of a substitute that it fills a gap', () => {
    const wrap = shown({}).find(({ kind }) => kind.id === 'elastic-wrap-tourniquet');
    expect(wrap?.fills).toEqual([]);
    expect(wrap?.grades).toContain('limb (substitute)');
    expect(shown({}, [], 'one-piece-at-a-time').find(({ kind }) => kind.id === 'elastic-wrap-tourniquet')?.fills).toEqual(['M.limb']);
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
    const ids = shown({ need }, ['pressure-dressing']).map(({ kind }) => kind.id);
    expect(ids).toContain('triangular-bandage');
    expect(ids.indexOf('bar-bandage-100')).toBeLessThan(ids.indexOf('triangular-bandage'));
    expect(ids.indexOf('triangular-bandage')).toBeLessThan(ids.indexOf('cohesive-wrap'));
  });
});
