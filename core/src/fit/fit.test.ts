import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { checkPlacement } from './check.ts';
import { createFit, packFit } from './createFit.ts';
import { laysOf } from './lays.ts';
import { placedBox } from './placedBoxFixture.ts';
import { type FitItem, type FitProblem, FitProblemSchema, type PlacedItem } from './problem.ts';
import { Random } from './random.ts';

type ItemInput = Partial<FitItem> & Pick<FitItem, 'id' | 'wMm' | 'hMm' | 'tMm'>;
const item = (input: ItemInput): FitItem => ({ shape: 'brick', reach: 3, ...input });

function problem(
  room: { w: number; h: number; d: number; access?: 'front' | 'top' },
  items: ItemInput[],
  more: Partial<FitProblem> = {},
): FitProblem {
  return FitProblemSchema.parse({
    container: { make: 'soft', compartments: [{ id: 'main', wMm: room.w, hMm: room.h, dMm: room.d, access: room.access ?? 'front' }] },
    items: items.map(item),
    ...more,
  });
}

/** Cuts a box into n by guillotine cuts: a packing without any waste exists by construction. */
function guillotine(random: Random, n: number, w: number, h: number, d: number): ItemInput[] {
  let boxes = [{ w, h, d }];
  while (boxes.length < n) {
    boxes.sort((a, b) => b.w * b.h * b.d - a.w * a.h * a.d);
    const [largest, ...rest] = boxes;
    if (largest === undefined) break;
    const axis = (['w', 'h', 'd'] as const).reduce((longest, candidate) => (largest[candidate] > largest[longest] ? candidate : longest));
    const cut = Math.round(largest[axis] * (0.3 + 0.4 * random.next()));
    boxes = [...rest, { ...largest, [axis]: cut }, { ...largest, [axis]: largest[axis] - cut }];
  }
  return boxes.map((box, index) => ({ id: `b${index}`, wMm: box.w, hMm: box.h, tMm: box.d }));
}

function randomProblem(random: Random, seed: number): FitProblem {
  const shapes = ['flat', 'brick', 'tube'] as const;
  const n = 1 + random.below(12);
  const items = Array.from({ length: n }, (_, index): ItemInput => {
    const shape = shapes[random.below(3)] ?? 'flat';
    const t = 2 + random.below(38);
    const reach = random.next() < 0.15 ? 1 : random.next() < 0.3 ? 2 : 3;
    return {
      id: `i${index}`,
      wMm: 20 + random.below(150),
      hMm: shape === 'tube' ? t : 20 + random.below(100),
      tMm: t,
      shape,
      reach,
      foldable: shape === 'flat' && random.next() < 0.3,
      give: random.next() < 0.3 ? 0.2 : 0,
    };
  });
  const room = {
    w: 90 + random.below(160),
    h: 90 + random.below(160),
    d: 20 + random.below(90),
    access: random.next() < 0.25 ? ('top' as const) : ('front' as const),
  };
  return problem(room, items, { seed, press: random.next() < 0.3 ? 0.5 : 0, decodes: 200 });
}

describe('packFit', () => {
  it('passes the independent checker on random instances, and accounts for every thing', () => {
    const random = new Random(seeded(101));
    let feasible = 0;
    for (let round = 0; round < rounds(200, 5000); round += 1) {
      const instance = randomProblem(random, round);
      const result = packFit(instance);
      expect(checkPlacement(instance, result.placed), `instance ${round}`).toEqual([]);
      expect([...result.placed.map(({ id }) => id), ...result.unplaced].sort()).toEqual(instance.items.map(({ id }) => id).sort());
      expect(result.feasible).toBe(result.unplaced.length === 0);
      if (result.feasible) expect(result.thicknessMm).toBeGreaterThanOrEqual(result.bound.valueMm - 1e-9);
      else expect(result.reasons.length).toBeGreaterThan(0);
      feasible += result.feasible ? 1 : 0;
    }
    // Both outcomes must really be met by the instances.
    expect(feasible).toBeGreaterThan(rounds(40, 1000));
    expect(feasible).toBeLessThan(rounds(195, 4900));
  });

  it('gives the same result for the same seed, however the work is cut up', () => {
    const instance = randomProblem(new Random(seeded(3)), 9);
    const whole = packFit(instance);
    const fit = createFit(instance);
    while (fit.step(7) < 1) {
      // in steps of seven
    }
    expect(fit.result()).toEqual(whole);
  });

  // The gap that is allowed is what is reached today, so that it cannot get worse unseen.
  it.each([
    [6, 0],
    [8, 0.18],
    [10, 0.25],
  ])('packs %d boxes cut from one box by guillotine cuts, where no waste is possible, with a gap of at most %d', (n, gap) => {
    for (let round = 0; round < 3; round += 1) {
      const cut = guillotine(new Random(n * 10 + round), n, 160, 120, 60);
      const result = packFit(problem({ w: 160, h: 120, d: 90 }, cut, { decodes: 20_000 }));
      expect(result.feasible).toBe(true);
      expect(result.thicknessMm, `n ${n}, round ${round}`).toBeLessThanOrEqual(60 * (1 + gap));
    }
  });

  it('keeps everything in front of a class-1 thing free, and at most one thing before a class-2 thing', () => {
    const slab = (id: string, reach: 1 | 2 | 3): ItemInput => ({ id, wMm: 100, hMm: 100, tMm: 10, shape: 'flat', reach });
    const result = packFit(problem({ w: 100, h: 100, d: 60 }, [slab('a', 3), slab('b', 1), slab('c', 3), slab('d', 2)]));
    expect(result.feasible).toBe(true);
    expect(result.blockedBy.b).toEqual([]);
    expect(result.blockedBy.d).toEqual(['b']);
  });

  it('leaves locked things where they are', () => {
    const lockedAt = { compartment: 'main', xMm: 50, yMm: 20, zMm: 0, wMm: 40, hMm: 40, dMm: 10 };
    const instance = problem({ w: 120, h: 100, d: 40 }, [
      { id: 'locked', wMm: 40, hMm: 40, tMm: 10, lockedAt },
      { id: 'free', wMm: 100, hMm: 60, tMm: 10 },
    ]);
    const result = packFit(instance);
    expect(result.placed.find(({ id }) => id === 'locked')).toMatchObject({ xMm: 50, yMm: 20, zMm: 0 });
    expect(checkPlacement(instance, result.placed)).toEqual([]);
  });

  it('shares things out among compartments', () => {
    const slab = (id: string): ItemInput => ({ id, wMm: 90, hMm: 90, tMm: 20, shape: 'flat' });
    const rooms = ['left', 'right'].map((id) => ({ id, wMm: 100, hMm: 100, dMm: 45, access: 'front' as const }));
    const instance = FitProblemSchema.parse({
      container: { make: 'soft', compartments: rooms },
      items: ['a', 'b', 'c', 'd'].map((id) => item(slab(id))),
    });
    const result = packFit(instance);
    expect(result.feasible).toBe(true);
    expect(result.perCompartment.map(({ thicknessMm }) => thicknessMm)).toEqual([40, 40]);
    expect(checkPlacement(instance, result.placed)).toEqual([]);
  });

  it('folds what may be folded where that is the only way in', () => {
    const wide: ItemInput = { id: 'seals', wMm: 200, hMm: 150, tMm: 6, shape: 'flat' };
    expect(packFit(problem({ w: 160, h: 110, d: 20 }, [wide])).verdict).toBe('cannot');
    const folded = packFit(problem({ w: 160, h: 110, d: 20 }, [{ ...wide, foldable: true }]));
    expect(folded).toMatchObject({ feasible: true, thicknessMm: 12 });
    expect(folded.placed[0]?.folded).toBe(true);
  });

  it('is empty for nothing', () => {
    expect(packFit(problem({ w: 10, h: 10, d: 10 }, []))).toMatchObject({ verdict: 'fits', feasible: true, thicknessMm: 0, placed: [] });
  });
});

describe('why not', () => {
  it('names the thing that sticks out and by how much', () => {
    const result = packFit(problem({ w: 178, h: 203, d: 90 }, [{ id: 'shears', wMm: 230, hMm: 95, tMm: 12 }]));
    expect(result.verdict).toBe('cannot');
    expect(result.reasons[0]).toMatchObject({ code: 'tooLarge', items: ['shears'], overMm: 27 });
  });

  it('names the thing that is too thick', () => {
    // A windlass tourniquet, 36 mm, in a panel of 30 mm: common practice, no source.
    const result = packFit(problem({ w: 150, h: 200, d: 30 }, [{ id: 'tourniquet', wMm: 165, hMm: 60, tMm: 36 }]));
    expect(result.reasons[0]).toMatchObject({ code: 'tooThick', items: ['tourniquet'], overMm: 6 });
  });

  it('proves by things that cannot lie side by side', () => {
    const slab = (id: string): ItemInput => ({ id, wMm: 90, hMm: 90, tMm: 12, shape: 'flat' });
    const result = packFit(problem({ w: 100, h: 100, d: 30 }, [slab('a'), slab('b'), slab('c')]));
    expect(result.verdict).toBe('cannot');
    expect(result.bound).toMatchObject({ kind: 'stack', valueMm: 36 });
    expect(result.reasons.map(({ code }) => code)).toContain('stack');
  });

  it('says may where boxes say no and what they really fill says not impossible', () => {
    // Any two lie side by side, but five are more than the room holds.
    const five = ['a', 'b', 'c', 'd', 'e'].map((id): ItemInput => ({ id, wMm: 50, hMm: 50, tMm: 29, shape: 'flat' }));
    const room = { w: 100, h: 100, d: 30 };
    const solid = packFit(problem(room, five));
    expect(solid.verdict).toBe('cannot');
    expect(solid.reasons.map(({ code }) => code)).toContain('volume');
    expect(
      packFit(
        problem(
          room,
          five.map((thing) => ({ ...thing, solidity: 0.6 })),
        ),
      ).verdict,
    ).toBe('may');
  });

  it('never claims a bound above a packing that exists', () => {
    const random = new Random(seeded(77));
    for (let round = 0; round < 60; round += 1) {
      const cut = guillotine(random, 3 + random.below(6), 150, 110, 50);
      expect(packFit(problem({ w: 150, h: 110, d: 200 }, cut, { decodes: 60 })).bound.valueMm).toBeLessThanOrEqual(50);
    }
  });
});

describe('realistic lists', () => {
  // Back pocket with the wrap laid flat, gloves and ribbon pressed, into a wide sleeve 195 x 120: 32 mm loose by box size
  // (figure of the trade's own measuring; sizes from memory).
  const BACK_POCKET: ItemInput[] = [
    { id: 'wrap', wMm: 185, hMm: 110, tMm: 8, shape: 'flat' },
    { id: 'ribbon', wMm: 100, hMm: 75, tMm: 11, shape: 'flat' },
    { id: 'gloves-1', wMm: 95, hMm: 65, tMm: 7, shape: 'flat' },
    { id: 'gloves-2', wMm: 95, hMm: 65, tMm: 7, shape: 'flat' },
    { id: 'seals', wMm: 150, hMm: 115, tMm: 6, shape: 'flat' },
    { id: 'tape', wMm: 110, hMm: 55, tMm: 4, shape: 'flat' },
    { id: 'film-1', wMm: 75, hMm: 70, tMm: 1, shape: 'flat' },
    { id: 'film-2', wMm: 75, hMm: 70, tMm: 1, shape: 'flat' },
    { id: 'barrier', wMm: 60, hMm: 60, tMm: 12, shape: 'flat' },
    { id: 'wipe-1', wMm: 55, hMm: 55, tMm: 3, shape: 'flat' },
    { id: 'wipe-2', wMm: 55, hMm: 55, tMm: 3, shape: 'flat' },
  ];

  // Figures of the trade's own measuring: 32 mm loose, at 28 mm one thing stays out, no list of these boxes under 26 mm.
  it('the back-pocket kit leaves one thing out at 28 mm, and no bound claims more than is true', () => {
    const tight = packFit(problem({ w: 195, h: 120, d: 28 }, BACK_POCKET, { decodes: 12_000 }));
    expect(tight.feasible).toBe(false);
    expect(tight.unplaced).toHaveLength(1);
    expect(tight.verdict).not.toBe('fits');
    const wide = packFit(problem({ w: 195, h: 120, d: 60 }, BACK_POCKET, { decodes: 12_000 }));
    expect(wide.thicknessMm).toBeLessThanOrEqual(32);
    expect(wide.bound.valueMm).toBeLessThanOrEqual(wide.thicknessMm);
    expect(wide.bound.valueMm).toBeGreaterThanOrEqual(24);
  });

  it('pressed, the back-pocket kit is no thicker than 31 mm', () => {
    const soft = BACK_POCKET.map((thing) =>
      thing.id.startsWith('gloves') ? { ...thing, give: 0.25 } : thing.id === 'ribbon' ? { ...thing, give: 0.2 } : thing,
    );
    const pressed = packFit(problem({ w: 195, h: 120, d: 60 }, soft, { decodes: 12_000, press: 1 }));
    expect(pressed.feasible).toBe(true);
    expect(pressed.thicknessMm).toBeLessThanOrEqual(31);
  });

  it('the back-pocket kit lies in a wide sleeve at 32 mm, and not with the wrap in its packet in a pouch', () => {
    const wide = packFit(problem({ w: 195, h: 120, d: 32 }, BACK_POCKET, { decodes: 6000 }));
    expect(wide).toMatchObject({ verdict: 'fits', feasible: true });
    const inPacket = BACK_POCKET.map((thing) =>
      thing.id === 'wrap'
        ? { ...thing, wMm: 130, hMm: 80, tMm: 20 }
        : thing.id.startsWith('gloves')
          ? { ...thing, wMm: 100, hMm: 70, tMm: 12 }
          : thing,
    );
    expect(packFit(problem({ w: 165, h: 115, d: 24 }, inPacket)).verdict).toBe('cannot');
  });
});

describe('laysOf', () => {
  it('gives six ways for a brick, two for a flat thing, three for a tube, and no way twice', () => {
    const count = (input: Partial<ItemInput>) => laysOf(item({ id: 'a', wMm: 30, hMm: 20, tMm: 10, ...input }), 0).length;
    expect(count({})).toBe(6);
    expect(count({ hMm: 30, tMm: 30 })).toBe(1);
    expect(count({ shape: 'flat' })).toBe(2);
    expect(count({ shape: 'tube', hMm: 10 })).toBe(3);
    expect(count({ shape: 'flat', foldable: true })).toBe(4);
  });

  it('presses thickness only, by what gives', () => {
    expect(laysOf(item({ id: 'a', wMm: 100, hMm: 80, tMm: 20, shape: 'flat', give: 0.2 }), 1)[0]).toMatchObject({
      w: 1000,
      h: 800,
      d: 160,
    });
  });
});

describe('the checker', () => {
  const instance = problem({ w: 100, h: 100, d: 40 }, [
    { id: 'a', wMm: 60, hMm: 50, tMm: 10, reach: 1 },
    { id: 'b', wMm: 60, hMm: 50, tMm: 10 },
  ]);
  const at = (id: string, xMm: number, zMm: number, more: Partial<PlacedItem> = {}) => placedBox(id, { xMm, zMm, ...more });

  it.each([
    ['inside', [at('a', 50, 0)]],
    ['size', [at('a', 0, 0, { wMm: 61 })]],
    ['overlap', [at('a', 0, 0), at('b', 30, 5)]],
    ['reach', [at('a', 0, 0), at('b', 10, 10)]],
    ['rest', [at('a', 0, 0), at('b', 0, 25)]],
    ['known', [at('a', 0, 0), at('a', 0, 10)]],
    ['known', [at('x', 0, 0)]],
  ] as const)('finds what breaks %s', (rule, placed) => {
    expect(checkPlacement(instance, [...placed]).map((violation) => violation.rule)).toContain(rule);
  });

  it('finds nothing in a good packing', () => {
    expect(checkPlacement(instance, [at('b', 0, 0), at('a', 0, 10)])).toEqual([]);
  });
});

describe('FitProblemSchema', () => {
  const good = {
    container: { make: 'soft', compartments: [{ id: 'main', wMm: 100, hMm: 100, dMm: 40, access: 'front' }] },
    items: [{ id: 'a', wMm: 10, hMm: 10, tMm: 10, shape: 'flat' }],
  };
  const pathsOf = (value: unknown) => FitProblemSchema.safeParse(value).error?.issues.map(({ path }) => path.join('.')) ?? [];

  it.each([
    ['no compartments', { ...good, container: { make: 'soft', compartments: [] } }, 'container.compartments'],
    ['a negative measure', { ...good, items: [{ ...good.items[0], wMm: -1 }] }, 'items.0.wMm'],
    ['a measure that is no number', { ...good, items: [{ ...good.items[0], tMm: Number.POSITIVE_INFINITY }] }, 'items.0.tMm'],
    ['ids that repeat', { ...good, items: [good.items[0], good.items[0]] }, 'items'],
    ['more than 80 things', { ...good, items: Array.from({ length: 81 }, (_, index) => ({ ...good.items[0], id: `i${index}` })) }, 'items'],
    ['a roll without a width', { ...good, container: { ...good.container, make: 'vacuumRoll' } }, 'container.rollWidthMm'],
    ['a panel that faces nothing', { ...good, container: { ...good.container, facing: true } }, 'container.compartments'],
    [
      'a bag of two compartments',
      {
        ...good,
        container: { make: 'flatBag', compartments: [good.container.compartments[0], { ...good.container.compartments[0], id: 'other' }] },
      },
      'container.compartments',
    ],
    [
      'a lock in film',
      {
        container: { make: 'flatBag', compartments: good.container.compartments },
        items: [{ ...good.items[0], lockedAt: { compartment: 'main', xMm: 0, yMm: 0, zMm: 0, wMm: 10, hMm: 10, dMm: 10 } }],
      },
      'items',
    ],
    [
      'a lock in a compartment that is not there',
      {
        ...good,
        items: [{ ...good.items[0], lockedAt: { compartment: 'gone', xMm: 0, yMm: 0, zMm: 0, wMm: 10, hMm: 10, dMm: 10 } }],
      },
      'items',
    ],
  ])('refuses %s', (_, value, path) => {
    expect(pathsOf(value)).toContain(path);
  });
});
