import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { packFit } from '../fit/createFit.ts';
import { FitProblemSchema } from '../fit/problem.ts';
import { Random } from '../fit/random.ts';
import { type Container, ContainerSchema } from '../model/container.ts';
import { packingSteps } from './packingSteps.ts';

const room = (id: string, access: 'front' | 'top') => ({ id, wMm: 150, hMm: 130, dMm: 60, access });
const slot = (id: string) => ({ id, wMm: 60, hMm: 110, dMm: 40 });
const bag = (more: Partial<Container>): Container =>
  ContainerSchema.parse({
    id: 'c',
    name: 'Bag',
    make: 'soft',
    compartments: [room('main', 'front')],
    massG: 1,
    wallMm: 0,
    opening: 'zip',
    ...more,
  });
const loose = { wMm: 140, hMm: 120, dMm: 30, isBefore: true };
const BAGS: readonly Container[] = [
  bag({}),
  bag({ compartments: [room('main', 'top')] }),
  bag({ facing: true, compartments: [room('left', 'front'), room('right', 'front')] }),
  bag({ lies: 'behind', compartments: [room('back', 'front'), room('front', 'front')] }),
  bag({ compartments: [{ ...room('main', 'front'), slots: [slot('a'), slot('b')], loose }] }),
  bag({ make: 'flatBag', compartments: [{ ...room('main', 'front'), wMm: 230, hMm: 260 }] }),
];

describe('packing by hand, step by step', () => {
  it('puts in everything once, nothing before what it lies on, layer on layer, until it is as thick as the packing', () => {
    const random = new Random(seeded(411));
    for (let round = 0; round < rounds(60); round += 1) {
      const container = BAGS[round % BAGS.length] as Container; // an index of it
      const items = Array.from({ length: 1 + random.below(9) }, (_, index) => ({
        id: `i${index}`,
        wMm: 30 + random.below(30),
        hMm: 30 + random.below(70),
        tMm: 5 + random.below(25),
        shape: 'brick',
      }));
      const { make, compartments, facing, lies } = container;
      const problem = FitProblemSchema.parse({ container: { make, compartments, facing, lies }, items, decodes: 150, seed: round });
      const result = packFit(problem);
      const steps = packingSteps(container, result);
      expect(steps.map(({ id }) => id).sort()).toEqual(result.placed.map(({ id }) => id).sort());
      expect(steps.map(({ number }) => number)).toEqual(steps.map((_, index) => index + 1));
      const at = new Map(steps.map((step, index) => [step.id, index]));
      const layerOf = (id: string) => steps[at.get(id) ?? -1]?.layer ?? Number.NaN;
      for (const [index, step] of steps.entries()) {
        // In a vacuum bag nothing is in the way, but it is laid down in an order all the same; none is among these.
        expect([...step.inFront].sort(), `round ${round}`).toEqual([...(result.blockedBy[step.id] ?? [])].sort());
        for (const other of step.inFront) {
          expect(at.get(other), `round ${round}`).toBeGreaterThan(index);
          expect(layerOf(other)).toBeGreaterThan(step.layer);
        }
        for (const under of step.on) expect(at.get(under)).toBeLessThan(index);
        if (step.layer === 0) expect(step.on).toEqual([]);
        expect(step.thicknessMm).toBeGreaterThanOrEqual(steps[index - 1]?.thicknessMm ?? 0);
      }
      expect(steps.at(-1)?.thicknessMm ?? 0, `round ${round}`).toBeCloseTo(result.thicknessMm, 6);
    }
  });
});
