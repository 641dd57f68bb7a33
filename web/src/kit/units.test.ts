import { kindCatalog } from '@ivrak/core/catalog';
import { type Kind, plainDate, UnitIdSchema } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { aDraft } from './unitFixture.ts';
import { moveBefore, moveBy, newUnit, withOneLess, withOneMore, withUnit } from './units.ts';

const CATALOG = kindCatalog();
const kind = (id: string): Kind => {
  const found = CATALOG.get(id);
  if (found === undefined) throw new Error(`no kind ${id}`);
  return found;
};
const empty = aDraft();

describe('laying out', () => {
  it('stacks things without a date and keeps dated ones apart, so that each can be read', () => {
    const gloves = withOneMore(withOneMore(empty, kind('gloves')).draft, kind('gloves')).draft;
    expect(gloves.units.map(({ count }) => count)).toEqual([2]);
    const gauze = withOneMore(withOneMore(empty, kind('kaolin-gauze')).draft, kind('kaolin-gauze')).draft;
    expect(gauze.units.map(({ count }) => count)).toEqual([1, 1]);
  });

  it('never stacks on a thing that has a lot, is opened, or does not count', () => {
    for (const change of [{ lot: 'A' }, { piecesUsed: 1 }, { condition: 'damaged' as const }, { expiresOn: plainDate('2028-01-01') }]) {
      const draft = { ...empty, units: [{ ...newUnit(kind('gloves')), ...change }] };
      expect(withOneMore(draft, kind('gloves')).draft.units).toHaveLength(2);
    }
  });

  it('gives every thing an id of its own', () => {
    const ids = Array.from({ length: 50 }, () => newUnit(kind('gloves')).id);
    expect(new Set(ids).size).toBe(50);
  });

  it('counts down to one and not further', () => {
    const { draft, unitId } = withOneMore(withOneMore(empty, kind('gloves')).draft, kind('gloves'));
    const one = withOneLess(draft, unitId);
    expect(one.units[0]?.count).toBe(1);
    expect(withOneLess(one, unitId).units[0]?.count).toBe(1);
  });

  it('changes no draft that it was given', () => {
    const { draft, unitId } = withOneMore(empty, kind('gloves'));
    const frozen = JSON.stringify(draft);
    withUnit(draft, unitId, (unit) => ({ ...unit, count: 9 }));
    withOneMore(draft, kind('gloves'));
    expect(JSON.stringify(draft)).toBe(frozen);
    expect(withUnit(draft, UnitIdSchema.parse('nobody'), (unit) => ({ ...unit, count: 9 })).units).toEqual(draft.units);
  });
});

describe('order on the sheet', () => {
  const catalog = kindCatalog();
  const laid = ['windlass-tourniquet', 'kaolin-gauze', 'gloves', 'pressure-dressing', 'shears'].map((id, index) => ({
    ...newUnit(kind(id)),
    id: UnitIdSchema.parse(`u${index}`),
  }));
  const draft = { ...empty, units: laid };
  const ids = (next: typeof draft) => next.units.map(({ id }) => id).join(' ');
  const id = (name: string) => UnitIdSchema.parse(name);

  it('moves a thing within its lane, forwards to the end and backwards to the front', () => {
    expect(ids(moveBefore(draft, id('u3'), id('u0'), catalog))).toBe('u3 u0 u1 u2 u4');
    expect(ids(moveBefore(draft, id('u0'), id('u3'), catalog))).toBe('u1 u2 u3 u0 u4');
  });

  it('never moves a thing into another lane: a lane follows the kind', () => {
    expect(moveBefore(draft, id('u0'), id('u2'), catalog)).toBe(draft);
    expect(moveBefore(draft, id('u0'), id('u0'), catalog)).toBe(draft);
    expect(moveBefore(draft, id('nobody'), id('u0'), catalog)).toBe(draft);
  });

  it('steps over things of other lanes, and stops at the ends of its own', () => {
    expect(ids(moveBy(draft, id('u1'), 1, catalog))).toBe('u0 u2 u3 u1 u4');
    expect(ids(moveBy(draft, id('u4'), -1, catalog))).toBe('u0 u1 u4 u2 u3');
    expect(moveBy(draft, id('u0'), -1, catalog)).toBe(draft);
    expect(moveBy(draft, id('u3'), 1, catalog)).toBe(draft);
  });

  it('loses nothing, whatever is moved where', () => {
    for (const from of laid)
      for (const to of laid)
        expect(
          moveBefore(draft, from.id, to.id, catalog)
            .units.map(({ id: own }) => own)
            .sort(),
        ).toEqual(laid.map(({ id: own }) => own).sort());
  });
});
