import highsLoader from 'highs';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import { type Assignment, assignPieces, type Demand, type GradeCode, leastMet, type Supplier } from './assign.ts';
import { bitsOf } from './bits.ts';

interface Instance {
  demands: Demand[];
  suppliers: Supplier[];
}

function randomInstance(random: Random, mostDemands: number, mostSuppliers: number): Instance {
  const demands = Array.from({ length: 1 + random.below(mostDemands) }, () => {
    const least = random.below(3);
    return { least, ideal: least + random.below(3) };
  });
  const suppliers = Array.from({ length: random.below(mostSuppliers + 1) }, () => ({
    pieces: 1 + random.below(2),
    grades: demands.map(() => (random.next() < 0.55 ? 0 : ((1 + random.below(3)) as GradeCode))), // 1 to 3
  }));
  return { demands, suppliers };
}

/** The objectives in order of importance; each is a sum over variables that is to be made most (+1) or least (-1). */
interface Objective {
  sense: 1 | -1;
  terms: string[];
  value: (found: Assignment) => number;
}

const y = (supplier: number, demand: number) => `y_${supplier}_${demand}`;
const z = (supplier: number, demand: number) => `z_${supplier}_${demand}`;

function objectivesOf({ demands, suppliers }: Instance): Objective[] {
  const of = (demand: number, name: typeof y, grade?: number): string[] =>
    suppliers.flatMap((supplier, index) => {
      const own = supplier.grades[demand] ?? 0;
      return own > 0 && (grade === undefined || own === grade) ? [name(index, demand)] : [];
    });
  const served = (found: Assignment, demand: number, grade: number, part: 'towardLeast' | 'towardIdeal') =>
    found.servings.reduce((sum, serving) => sum + (serving.demand === demand && serving.grade === grade ? serving[part] : 0), 0);
  const most = (name: typeof y, amounts: 'least' | 'extra') =>
    demands.map((_, demand): Objective => ({ sense: 1, terms: of(demand, name), value: (found) => found[amounts][demand] ?? 0 }));
  const fewest = (name: typeof y, part: 'towardLeast' | 'towardIdeal') =>
    demands.flatMap((_, demand) =>
      [3, 2].map(
        (grade): Objective => ({ sense: -1, terms: of(demand, name, grade), value: (found) => served(found, demand, grade, part) }),
      ),
    );
  return [...most(y, 'least'), ...fewest(y, 'towardLeast'), ...most(z, 'extra'), ...fewest(z, 'towardIdeal')];
}

/** The same problem as an integer programme in LP format, with the objectives before `k` fixed at what was found. */
function programme(instance: Instance, objectives: Objective[], k: number, found: Assignment): string {
  const { demands, suppliers } = instance;
  const rows: string[] = [];
  const names: string[] = [];
  for (const [index, supplier] of suppliers.entries()) {
    const own = demands.flatMap((_, demand) => ((supplier.grades[demand] ?? 0) > 0 ? [y(index, demand), z(index, demand)] : []));
    names.push(...own);
    if (own.length > 0) rows.push(`${own.join(' + ')} <= ${supplier.pieces}`);
  }
  for (const [demand, { least, ideal }] of demands.entries()) {
    const able = suppliers.flatMap((supplier, index) => ((supplier.grades[demand] ?? 0) > 0 ? [index] : []));
    if (able.length === 0) continue;
    rows.push(`${able.map((index) => y(index, demand)).join(' + ')} <= ${least}`);
    rows.push(`${able.map((index) => z(index, demand)).join(' + ')} <= ${ideal - least}`);
  }
  for (const objective of objectives.slice(0, k))
    if (objective.terms.length > 0) rows.push(`${objective.terms.join(' + ')} = ${objective.value(found)}`);
  const goal = objectives[k];
  if (goal === undefined) throw new Error('no such objective');
  return `${goal.sense === 1 ? 'Maximize' : 'Minimize'}\n obj: ${goal.terms.join(' + ')}\nSubject To\n${rows.map((row, index) => ` r${index}: ${row}`).join('\n')}\nGeneral\n ${names.join(' ')}\nEnd`;
}

describe('assignPieces', () => {
  // HiGHS is an independent integer programming solver.
  it('is optimal objective by objective, as HiGHS proves on random instances', { timeout: 300_000 }, async () => {
    const highs = await highsLoader();
    const random = new Random(seeded(20_261_125));
    let compared = 0;
    for (let round = 0; round < rounds(360); round += 1) {
      const instance = randomInstance(random, 4, 5);
      const found = assignPieces(instance.demands, instance.suppliers);
      const objectives = objectivesOf(instance);
      for (const [k, objective] of objectives.entries()) {
        // Nothing to decide: the sum is empty, or what was found is already the best that can be.
        if (objective.terms.length === 0 || (objective.sense === -1 && objective.value(found) === 0)) continue;
        const solved = highs.solve(programme(instance, objectives, k, found), { output_flag: false });
        expect(solved.Status, `instance ${round}, objective ${k}: what was found must be possible`).toBe('Optimal');
        expect(Math.round(solved.ObjectiveValue), `instance ${round}, objective ${k}: ${JSON.stringify(instance)}`).toBe(
          objective.value(found),
        );
        compared += 1;
      }
    }
    expect(compared).toBeGreaterThan(rounds(1200));
  });

  it('never uses a piece twice and never serves above the ideal, on random instances', () => {
    const random = new Random(seeded(7));
    for (let round = 0; round < rounds(500); round += 1) {
      const { demands, suppliers } = randomInstance(random, 12, 20);
      const { servings, least, extra } = assignPieces(demands, suppliers);
      for (const [index, supplier] of suppliers.entries()) {
        const used = servings
          .filter((serving) => serving.supplier === index)
          .reduce((sum, serving) => sum + serving.towardLeast + serving.towardIdeal, 0);
        expect(used).toBeLessThanOrEqual(supplier.pieces);
      }
      for (const [index, demand] of demands.entries()) {
        const served = servings
          .filter((serving) => serving.demand === index)
          .reduce((sum, serving) => sum + serving.towardLeast + serving.towardIdeal, 0);
        expect(served).toBe((least[index] ?? 0) + (extra[index] ?? 0));
        expect(served).toBeLessThanOrEqual(demand.ideal);
      }
    }
  });

  it('takes the supplier that stands last first, so that the first in the list stays spare', () => {
    const demands = [{ least: 1, ideal: 1 }];
    const { servings } = assignPieces(demands, [
      { pieces: 1, grades: [1] },
      { pieces: 1, grades: [1] },
    ]);
    expect(servings.map(({ supplier }) => supplier)).toEqual([1]);
  });

  it('gives the same amounts whether suppliers share their list of grades or not, on random instances', () => {
    const random = new Random(seeded(13));
    for (let round = 0; round < rounds(500); round += 1) {
      const { demands, suppliers } = randomInstance(random, 6, 5);
      // Each kind comes as up to three units.
      const units = suppliers.flatMap(({ grades }) =>
        Array.from({ length: 1 + random.below(3) }, () => ({ grades, pieces: 1 + random.below(2) })),
      );
      const shared = assignPieces(demands, units);
      const apart = assignPieces(
        demands,
        units.map(({ grades, pieces }) => ({ grades: [...grades], pieces })),
      );
      expect([shared.least, shared.extra]).toEqual([apart.least, apart.extra]);
      const used = (found: Assignment) =>
        units.map((_, index) =>
          found.servings
            .filter(({ supplier }) => supplier === index)
            .reduce((sum, { towardLeast, towardIdeal }) => sum + towardLeast + towardIdeal, 0),
        );
      expect(used(shared), `round ${round}`).toEqual(used(apart));
      const byGrade = (found: Assignment) =>
        [1, 2, 3].map((grade) =>
          demands.map((_, demand) =>
            found.servings
              .filter((serving) => serving.demand === demand && serving.grade === grade)
              .reduce((sum, { towardLeast }) => sum + towardLeast, 0),
          ),
        );
      expect(byGrade(shared)).toEqual(byGrade(apart));
    }
  });

  it('does not let the return flow of an edge pass for a way round it', () => {
    // Two needs with one substitute each: the first used to borrow the second one's piece through the sink.
    const { least } = assignPieces(
      [
        { least: 2, ideal: 3 },
        { least: 2, ideal: 3 },
      ],
      [
        { pieces: 1, grades: [0, 2] },
        { pieces: 1, grades: [2, 0] },
      ],
    );
    expect(least).toEqual([1, 1]);
  });
});

describe('leastMet', () => {
  it('meets the same least amounts as the full assignment, on random instances', () => {
    const random = new Random(seeded(11));
    for (let round = 0; round < rounds(500); round += 1) {
      const { demands, suppliers } = randomInstance(random, 8, 12);
      const masks = suppliers.map(({ grades }) => bitsOf(grades.length, (index) => (grades[index] ?? 0) > 0));
      const { met, left } = leastMet(
        demands,
        masks,
        suppliers.map(({ pieces }) => pieces),
      );
      expect(met).toEqual(assignPieces(demands, suppliers).least);
      expect(left.reduce((sum, count) => sum + count, 0)).toBe(
        suppliers.reduce((sum, { pieces }) => sum + pieces, 0) - met.reduce((sum, count) => sum + count, 0),
      );
    }
  });

  // More needs than a number has places: the thirty-third must not be taken for the first.
  it('tells more than thirty-one demands apart', () => {
    const random = new Random(seeded(12));
    for (let round = 0; round < rounds(60); round += 1) {
      const { demands, suppliers } = randomInstance(random, 45, 30);
      const masks = suppliers.map(({ grades }) => bitsOf(grades.length, (index) => (grades[index] ?? 0) > 0));
      const { met } = leastMet(
        demands,
        masks,
        suppliers.map(({ pieces }) => pieces),
      );
      expect(met).toEqual(assignPieces(demands, suppliers).least);
    }
    const demands = Array.from({ length: 40 }, (_, index) => ({ least: index === 33 ? 1 : 0, ideal: 1 }));
    expect(leastMet(demands, [bitsOf(40, (place) => place === 1)], [1]).met[33]).toBe(0);
    expect(leastMet(demands, [bitsOf(40, (place) => place === 33)], [1]).met[33]).toBe(1);
  });
});
