import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage } from '../coverage/coverage.ts';
import { compareInOrder, inOrder } from '../coverage/inOrder.ts';
import type { StockUnit } from '../coverage/problem.ts';
import type { NeedCoverage } from '../coverage/states.ts';
import { Random } from '../fit/random.ts';
import { BriefSchema } from '../model/brief.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { restockLines } from './restock.ts';

const CATALOG = kindCatalog();
const ON = plainDate('2026-11-25');

function stock(random: Random, prefix: string, most: number): StockUnit[] {
  return Array.from({ length: random.below(most + 1) }, (_, index) => {
    const kind = KINDS[random.below(KINDS.length)];
    return {
      id: `${prefix}${index}`,
      kind: kind?.id ?? 'marker',
      count: 1 + random.below(3),
      condition: random.next() < 0.85 ? 'ready' : 'suspect',
      expiresOn: random.next() < 0.6 ? addDays(ON, random.below(500) - 60) : null,
    };
  });
}

/** The kit with what a restock line says put into it. */
function putBack(
  units: readonly StockUnit[],
  spares: readonly StockUnit[],
  taken: readonly { unitId: string; take: number }[],
): StockUnit[] {
  const moved = taken.flatMap(({ unitId, take }, index) => {
    const spare = spares.find(({ id }) => id === unitId);
    return spare === undefined ? [] : [{ ...spare, id: `${unitId}-${index}`, count: take }];
  });
  return [...units, ...moved];
}

describe('restock against coverage', () => {
  it('putting back what it offers never opens a gap, and makes the kit better in the order of its school, on random kits', () => {
    const random = new Random(seeded(83));
    let filled = 0;
    for (let round = 0; round < rounds(200); round += 1) {
      const school = SCHOOLS[random.below(SCHOOLS.length)];
      if (school === undefined) throw new Error('no school');
      const needs = deriveNeeds(
        BriefSchema.parse({ persons: 1 + random.below(6), penetrating: random.next() < 0.5, dayToDay: random.next() < 0.5 }),
        school,
      );
      const solve = (units: StockUnit[]): readonly NeedCoverage[] =>
        coverage({ needs, school, on: ON, kits: [{ id: 'k', units }] }, CATALOG).needs;
      const units = stock(random, 'u', 8);
      const spares = stock(random, 's', 14);
      const before = solve(units);
      const lines = restockLines(before, school, spares, CATALOG, { on: ON, outlasts: addDays(ON, 100) });
      for (const { fromStores } of lines) {
        for (const { unitId, take } of fromStores) expect(take).toBeLessThanOrEqual(spares.find(({ id }) => id === unitId)?.count ?? 0);
      }
      const taken = lines.flatMap(({ fromStores }) => fromStores);
      const perStack = new Map<string, number>();
      for (const { unitId, take } of taken) perStack.set(unitId, (perStack.get(unitId) ?? 0) + take);
      for (const [id, take] of perStack)
        expect(take, 'no stack is promised twice').toBeLessThanOrEqual(spares.find((spare) => spare.id === id)?.count ?? 0);
      const after = solve(putBack(units, spares, taken));
      for (const [index, need] of before.entries())
        if (need.state !== 'gap') expect(after[index]?.state, `round ${round}, ${need.need}`).not.toBe('gap');
      // A piece that was fetched for one need may serve a more important one instead, or that one better: the whole order is compared.
      const gained = compareInOrder(inOrder(after), inOrder(before));
      if (taken.length > 0) {
        expect(gained, `round ${round}`).toBeGreaterThan(0);
        filled += 1;
      } else expect(gained).toBe(0);
      for (const line of lines) {
        const promised = line.fromStores.reduce((sum, spare) => sum + spare.pieces, 0);
        expect(promised).toBeLessThanOrEqual(line.missing);
        if (promised < line.missing && KINDS.some((kind) => kind.grades[line.need] === 'primary'))
          expect(line.toBuy.length, line.need).toBeGreaterThan(0);
      }
    }
    expect(filled).toBeGreaterThan(rounds(100));
  });
});
