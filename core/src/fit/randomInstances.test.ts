import { describe, expect, it } from 'vitest';
import { rounds } from '../../testing/rounds.ts';
import { anyProblem, pick } from './anyProblemFixture.ts';
import { lowerBound } from './bounds.ts';
import { checkPlacement } from './check.ts';
import { createFit, packFit } from './createFit.ts';
import { Decoder, decode } from './decoder.ts';
import { leastDepth } from './exact.ts';
import { type Genome, LEFT_OUT, startGenome, WEIGHT_PRESETS, type Weights } from './genome.ts';
import { placedBox } from './placedBoxFixture.ts';
import { prepareFit } from './prepare.ts';
import { type FitProblem, FitProblemSchema } from './problem.ts';
import { Random } from './random.ts';
import { Search } from './search.ts';

describe('random instances of every make', () => {
  const random = new Random(2026);
  const instances = Array.from({ length: rounds(300, 14_000) }, (_, round) => anyProblem(random, round));

  it('pass the independent checker, account for every thing, and never claim more than they found', { timeout: 900_000 }, () => {
    const verdicts = { fits: 0, may: 0, cannot: 0 };
    for (const [round, instance] of instances.entries()) {
      const result = packFit(instance);
      expect(checkPlacement(instance, result.placed), `instance ${round}`).toEqual([]);
      expect([...result.placed.map(({ id }) => id), ...result.unplaced].sort(), `instance ${round}`).toEqual(
        instance.items.map(({ id }) => id).sort(),
      );
      expect(result.verdict === 'fits').toBe(result.feasible);
      if (result.feasible) expect(result.thicknessMm, `instance ${round}`).toBeGreaterThanOrEqual(result.bound.valueMm - 1e-9);
      else expect(result.reasons.length, `instance ${round}`).toBeGreaterThan(0);
      verdicts[result.verdict] += 1;
    }
    // Every outcome must really be met by the instances.
    for (const count of Object.values(verdicts)) expect(count).toBeGreaterThan(rounds(15));
  });

  it('give the same for the same seed, in steps of any size', () => {
    for (const instance of instances.slice(0, 60)) {
      const fit = createFit(instance);
      let step = 1;
      while (fit.step(step) < 1) step = (step * 7) % 53 || 1;
      expect(fit.result()).toEqual(packFit(instance));
    }
  });

  it('never grow thicker with more work', () => {
    for (const instance of instances.slice(60, 140)) {
      if (instance.container.make !== 'soft' && instance.container.make !== 'rigid') continue;
      const [few, many] = [packFit(instance), packFit({ ...instance, press: 0, decodes: 600 })];
      // Where more is wished for than thinness, that comes first.
      if (instance.press === 0 && few.feasible && few.wishes === undefined) {
        expect(many.feasible).toBe(true);
        expect(many.thicknessMm).toBeLessThanOrEqual(few.thicknessMm + 1e-9);
      }
    }
  });
});

function soft(random: Random, n: number, seed = 1, reach: readonly (1 | 2 | 3)[] = [1, 2, 3, 3]): FitProblem {
  return FitProblemSchema.parse({
    container: { make: 'soft', compartments: [{ id: 'main', wMm: 140, hMm: 120, dMm: 140, access: 'front' }] },
    items: Array.from({ length: n }, (_, index) => ({
      id: `i${index}`,
      wMm: 20 + random.below(90),
      hMm: 20 + random.below(70),
      tMm: 5 + random.below(30),
      shape: 'brick',
      reach: pick(random, reach),
    })),
    seed,
  });
}

describe('a decoder that goes on from what it keeps', () => {
  it('decodes every one of 2,000 changed genomes as a fresh one does', () => {
    const random = new Random(4);
    for (let round = 0; round < 20; round += 1) {
      const prepared = prepareFit(soft(random, 6 + random.below(8)));
      const n = prepared.lays.length;
      const depths = [prepared.rooms[0]?.d ?? 0];
      const decoder = new Decoder(prepared);
      let genome: Genome = startGenome(prepared, [...Array(n).keys()], WEIGHT_PRESETS[0] as Weights, false);
      decoder.run(genome, depths);
      decoder.keep(genome, depths);
      for (let change = 0; change < 100; change += 1) {
        const next: Genome = { ...genome, order: [...genome.order], lay: [...genome.lay], room: [...genome.room] };
        const [a, b] = [random.below(n), random.below(n)];
        const sort = random.below(5);
        if (sort < 2) [next.order[a], next.order[b]] = [next.order[b] as number, next.order[a] as number];
        else if (sort === 2) next.lay[a] = random.next() < 0.2 ? LEFT_OUT : random.below(prepared.lays[a]?.length ?? 1);
        else if (sort === 3) next.weights = pick(random, WEIGHT_PRESETS);
        else next.mixed = !next.mixed;
        decoder.run(next, depths);
        const [own, fresh] = [decoder.decoded(), decode(prepared, next, depths)];
        expect(own, `round ${round}, change ${change}`).toEqual(fresh);
        if (random.next() < 0.5) {
          decoder.keep(next, depths);
          genome = next;
        }
      }
    }
  });

  it('breaks off as soon as what it misses costs too much, and not before', () => {
    const problem = soft(new Random(8), 12);
    const prepared = prepareFit(problem);
    const genome = startGenome(prepared, [...Array(12).keys()], WEIGHT_PRESETS[0] as Weights, false);
    const shallow = [200];
    const decoder = new Decoder(
      prepared,
      prepared.lays.map(() => 1),
    );
    expect(decoder.run(genome, shallow)).toBe(true);
    const { missed } = decoder;
    expect(missed).toBeGreaterThan(1);
    expect(decoder.run(genome, shallow, missed)).toBe(true);
    expect(decoder.run(genome, shallow, missed - 0.5)).toBe(false);
  });

  it('breaks off where a top passes the limit', () => {
    const prepared = prepareFit(soft(new Random(9), 8));
    const genome = startGenome(prepared, [...Array(8).keys()], WEIGHT_PRESETS[0] as Weights, false);
    const decoder = new Decoder(prepared);
    decoder.run(genome, [1400]);
    const top = decoder.tops[0] as number;
    expect(decoder.run(genome, [1400], Number.POSITIVE_INFINITY, top)).toBe(true);
    expect(decoder.run(genome, [1400], Number.POSITIVE_INFINITY, top - 1)).toBe(false);
  });
});

describe('the search', () => {
  it('leaves out what hurts least where not all goes in', () => {
    const problem = FitProblemSchema.parse({
      container: { make: 'rigid', compartments: [{ id: 'main', wMm: 100, hMm: 100, dMm: 30, access: 'front' }] },
      items: [
        ...['a', 'b', 'c'].map((id) => ({ id, wMm: 90, hMm: 90, tMm: 10, shape: 'flat', keep: 8 })),
        { id: 'least', wMm: 90, hMm: 90, tMm: 10, shape: 'flat', keep: 1 },
      ],
      decodes: 800,
    });
    expect(packFit(problem).unplaced).toEqual(['least']);
  });

  it('is never worse than the packing it starts from', () => {
    const random = new Random(12);
    for (let round = 0; round < 20; round += 1) {
      const prepared = prepareFit(soft(random, 10, round, [3]));
      const options = { seed: round, keep: prepared.lays.map(() => 1) };
      const first = new Search(prepared, { ...options, budget: 400 });
      first.step(400);
      const second = new Search(prepared, { ...options, seed: round + 100, budget: 60, from: first.best });
      second.step(60);
      expect(second.best.thickness).toBeLessThanOrEqual(first.best.thickness);
    }
  });

  it('lays fewer things before those needed first than it would by chance', () => {
    const random = new Random(14);
    let tidied = 0;
    let plain = 0;
    for (let round = 0; round < 12; round += 1) {
      const problem = soft(random, 9, round, [2, 3]);
      const fronts = (result: ReturnType<typeof packFit>) =>
        problem.items.reduce((sum, { id, reach }) => sum + (reach === 2 ? (result.blockedBy[id]?.length ?? 0) : 0), 0);
      tidied += fronts(packFit({ ...problem, decodes: 2500 }));
      plain += fronts(packFit({ ...problem, decodes: 55 }));
    }
    expect(tidied).toBeLessThanOrEqual(plain);
  });
});

describe('life-saving and day-to-day things', () => {
  it('the first come to lie before the second, where thickness leaves the choice', () => {
    const random = new Random(33);
    let before = 0;
    let behind = 0;
    for (let round = 0; round < 25; round += 1) {
      const items = Array.from({ length: 8 }, (_, index) => ({
        id: `i${index}`,
        wMm: 60 + random.below(40),
        hMm: 50 + random.below(30),
        tMm: 6 + random.below(12),
        shape: 'flat',
        keep: index % 2 === 0 ? 8 : 1,
      }));
      const result = packFit(
        FitProblemSchema.parse({
          container: { make: 'soft', compartments: [{ id: 'main', wMm: 110, hMm: 90, dMm: 200, access: 'front' }] },
          items,
          seed: round,
          decodes: 1500,
        }),
      );
      const isVital = (id: string) => Number(id.slice(1)) % 2 === 0;
      for (const [id, front] of Object.entries(result.blockedBy))
        for (const other of front) {
          if (isVital(id) && !isVital(other)) behind += 1;
          if (!isVital(id) && isVital(other)) before += 1;
        }
    }
    expect(before).toBeGreaterThan(1.5 * behind);
  });
});

describe('bounds', () => {
  it('are never over the exact least depth, on random lists', () => {
    const random = new Random(21);
    let compared = 0;
    for (let round = 0; round < 80; round += 1) {
      const prepared = prepareFit(soft(random, 3 + random.below(4), round, [3]));
      const [room] = prepared.rooms;
      if (room === undefined) continue;
      const exact = leastDepth({ lays: prepared.lays, w: room.w, h: room.h, known: 2000, floor: 0 }, 60_000);
      if (!exact.isProven) continue;
      compared += 1;
      expect(lowerBound(prepared).tenths, `round ${round}`).toBeLessThanOrEqual(exact.depth);
    }
    expect(compared).toBeGreaterThan(15);
  });

  it('of facing panels count both tops, so one slab on each side is no thinner than its half', () => {
    const problem = FitProblemSchema.parse({
      container: {
        make: 'soft',
        facing: true,
        compartments: ['left', 'right'].map((id) => ({ id, wMm: 100, hMm: 100, dMm: 40, access: 'front' })),
      },
      items: ['a', 'b'].map((id) => ({ id, wMm: 100, hMm: 100, tMm: 10, shape: 'flat' })),
      decodes: 200,
    });
    const result = packFit(problem);
    expect(result.bound.valueMm).toBeLessThanOrEqual(20);
    expect(result.thicknessMm).toBe(20);
  });
});

describe('the checker finds what is not kept', () => {
  const problem = FitProblemSchema.parse({
    container: {
      make: 'soft',
      compartments: [
        { id: 'main', wMm: 100, hMm: 100, dMm: 40, access: 'front' },
        { id: 'lid', wMm: 100, hMm: 100, dMm: 40, access: 'front' },
      ],
    },
    items: [
      { id: 'a', wMm: 60, hMm: 50, tMm: 10, shape: 'flat', pinnedTo: 'lid' },
      { id: 'b', wMm: 60, hMm: 50, tMm: 10, shape: 'flat', foldable: true, fold: true },
    ],
  });
  const at = (id: string, compartment: string, more = {}) => placedBox(id, { compartment, ...more });

  it.each([
    ['pinned', [at('a', 'main')]],
    ['size', [at('b', 'main')]],
  ])('%s', (rule, placed) => {
    expect(checkPlacement(problem, placed).map((violation) => violation.rule)).toContain(rule);
  });

  it('and film that does not go round, where the boxes themselves are inside', () => {
    const bag = FitProblemSchema.parse({
      container: { make: 'flatBag', compartments: [{ id: 'bag', wMm: 100, hMm: 100, dMm: 50, access: 'front' }] },
      items: [{ id: 'a', wMm: 80, hMm: 70, tMm: 30, shape: 'brick' }],
    });
    const lying = { id: 'a', compartment: 'bag', xMm: 0, yMm: 0, zMm: 0, wMm: 80, hMm: 70, dMm: 30, folded: false };
    expect(checkPlacement(bag, [lying])).toMatchObject([{ rule: 'film', detail: 'the film is 10.0 mm too narrow' }]);
  });

  it('nothing where it is kept', () => {
    expect(checkPlacement(problem, [at('a', 'lid'), at('b', 'main', { wMm: 30, dMm: 20, folded: true })])).toEqual([]);
  });
});
