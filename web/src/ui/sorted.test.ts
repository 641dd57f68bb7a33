import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../../core/testing/rounds.ts';
import { inOrder, nextOrder } from './sorted.ts';

const COLUMNS = { name: ({ name }: Row) => name, massG: ({ massG }: Row) => massG };
interface Row {
  at: number;
  name: string;
  massG: number | null;
}
const rowsOf = fc
  .array(fc.record({ name: fc.constantFrom('Tape', 'tape 10 m', 'tape 5 m', 'Gloves'), massG: fc.option(fc.integer({ max: 5, min: 0 })) }))
  .map((list): Row[] => list.map((row, at) => ({ at, ...row })));

describe('rows in the order of a column', () => {
  it('are the same rows, rise or fall, keep their order where alike, and have what is not known last', () => {
    fc.assert(
      fc.property(rowsOf, fc.boolean(), (rows, isDown) => {
        const sorted = inOrder(rows, COLUMNS, { column: 'massG', isDown });
        expect([...sorted].sort((a, b) => a.at - b.at)).toEqual(rows);
        for (const [index, row] of sorted.entries()) {
          const before = sorted[index - 1];
          if (before === undefined) continue;
          if (before.massG === null) expect(row.massG).toBeNull();
          else if (row.massG !== null) expect(isDown ? before.massG - row.massG : row.massG - before.massG).toBeGreaterThanOrEqual(0);
          if (before.massG === row.massG) expect(before.at).toBeLessThan(row.at);
        }
      }),
      { seed: seeded(61), numRuns: rounds(200) },
    );
  });

  it('have figures within words by size', () => {
    const rows = ['Tape 10 m', 'tape 5 m', 'Gloves'].map((name, at) => ({ at, name, massG: null }));
    expect(inOrder(rows, COLUMNS, { column: 'name', isDown: false }).map(({ name }) => name)).toEqual(['Gloves', 'tape 5 m', 'Tape 10 m']);
    expect(inOrder(rows, COLUMNS, null)).toBe(rows);
  });

  it('go up, down and back with the presses on one heading, and begin anew with another', () => {
    const up = nextOrder<'name' | 'massG'>(null, 'name');
    expect(up).toEqual({ column: 'name', isDown: false });
    expect(nextOrder(up, 'name')).toEqual({ column: 'name', isDown: true });
    expect(nextOrder({ column: 'name', isDown: true }, 'name')).toBeNull();
    expect(nextOrder<'name' | 'massG'>({ column: 'name', isDown: true }, 'massG')).toEqual({ column: 'massG', isDown: false });
  });
});
