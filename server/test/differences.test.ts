import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../core/testing/rounds.ts';
import { differences } from '../src/db/differences.ts';

const named = (id: string, more: object = {}) => ({ id, ...more });

describe('what a journal keeps of a change', () => {
  it('is what differs, within fields and within lists of named things', () => {
    const before = { name: 'Belt', brief: { persons: 1, minutes: 10 }, modules: [named('a'), named('b', { name: 'B' })], note: 'x' };
    const after = { name: 'Belt', brief: { persons: 2, minutes: 10 }, modules: [named('a'), named('b', { name: 'C' }), named('c')] };
    expect(differences(before, after)).toEqual({
      before: { brief: { persons: 1 }, modules: [named('b', { name: 'B' })], note: 'x' },
      after: { brief: { persons: 2 }, modules: [named('b', { name: 'C' }), named('c')] },
    });
  });

  it('is the whole list where only the order is another one, or where nothing in it has a name of its own', () => {
    const turned = { before: { order: [named('a'), named('b')] }, after: { order: [named('b'), named('a')] } };
    expect(differences(turned.before, turned.after)).toEqual(turned);
    const plain = { before: { days: [1, 2, 3] }, after: { days: [1, 3] } };
    expect(differences(plain.before, plain.after)).toEqual(plain);
    const twice = { before: { all: [named('a'), named('a')] }, after: { all: [named('a')] } };
    expect(differences(twice.before, twice.after)).toEqual(twice);
  });

  it('is something wherever anything is other, and nothing of what is the same, whatever the thing', () => {
    // What is kept was JSON, and JSON makes no object without the usual prototype.
    const plain = { noNullPrototype: true };
    const value = fc.letrec((tie) => ({
      leaf: fc.oneof(fc.integer({ min: 0, max: 3 }), fc.constant(null), fc.constantFrom('x', 'y')),
      things: fc.array(fc.record({ id: fc.constantFrom('a', 'b', 'c'), of: tie('any') }, plain), { maxLength: 3 }),
      any: fc.oneof({ depthSize: 'small' }, tie('leaf'), tie('things'), fc.dictionary(fc.constantFrom('k', 'l', 'm'), tie('any'), plain)),
    })).any;
    const fields = fc.dictionary(fc.constantFrom('k', 'l', 'm', 'n'), value, plain);
    fc.assert(
      fc.property(fields, fields, (before, after) => {
        const told = differences(before, after) as { before: Record<string, unknown>; after: Record<string, unknown> };
        for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
          const isSame = JSON.stringify(before[key]) === JSON.stringify(after[key]);
          const isTold = key in told.before || key in told.after;
          expect(isTold && isSame, key).toBe(false);
          if (!isTold) expect(before[key], key).toEqual(after[key]);
        }
        expect(differences(before, before)).toEqual({ before: {}, after: {} });
      }),
      { seed: seeded(26), numRuns: rounds(300) },
    );
  });
});
