import { describe, expect, it } from 'vitest';
import { bestFit } from './better.ts';
import { checkPlacement } from './check.ts';
import { packFit } from './createFit.ts';
import { leastDepth } from './exact.ts';
import { flatBagCapacity, rollFootprintMm, roomiestThickness } from './film.ts';
import { laysOf } from './lays.ts';
import { placedBox } from './placedBoxFixture.ts';
import { type FitItem, type FitProblem, FitProblemSchema } from './problem.ts';
import { Random } from './random.ts';

type Row = readonly [id: string, w: number, h: number, t: number, shape: FitItem['shape'], more?: Partial<FitItem>];
const itemOf = ([id, wMm, hMm, tMm, shape, more]: Row) => ({ id, wMm, hMm, tMm, shape, ...more });
const problemOf = (container: unknown, rows: readonly Row[], more: Partial<FitProblem> = {}): FitProblem =>
  FitProblemSchema.parse({ container, items: rows.map(itemOf), ...more });
const room = (id: string, wMm: number, hMm: number, dMm: number, more = {}) => ({ id, wMm, hMm, dMm, access: 'front', ...more });

/** The full trauma list; sizes typical of the kinds, from memory. */
const TRAUMA: readonly Row[] = [
  ['tourniquet', 165, 60, 36, 'brick'],
  ['wrap', 130, 80, 20, 'flat'],
  ['bar-bandage', 100, 65, 38, 'brick'],
  ['plain-gauze', 85, 60, 28, 'brick'],
  ['hemostatic', 140, 100, 20, 'flat', { give: 0.2 }],
  ['seals', 150, 115, 6, 'flat'],
  ['airway', 200, 60, 12, 'flat', { foldable: true }],
  ['needle', 130, 20, 20, 'tube'],
  ['blanket', 110, 75, 15, 'flat', { give: 0.15 }],
  ['gloves', 100, 70, 12, 'flat', { give: 0.25 }],
  ['gloves-large', 105, 75, 12, 'flat', { give: 0.25 }],
  ['marker', 90, 12, 12, 'brick'],
  ['tape', 110, 55, 4, 'flat'],
  ['lighter', 80, 25, 12, 'brick'],
  ['penlight', 130, 15, 15, 'tube'],
  ['shears', 190, 95, 12, 'brick'],
];

describe('a flat bag', () => {
  const quart = { make: 'flatBag', compartments: [room('bag', 178, 203, 90)] };
  const gallon = { make: 'flatBag', compartments: [room('bag', 268, 273, 130)] };

  // Paper-bag formula, from memory: a quart bag holds at most about 1.3 litres.
  it('holds what its girth allows, and no more', () => {
    expect(flatBagCapacity(178, 203) / 1e6).toBeCloseTo(1.3, 1);
    expect(flatBagCapacity(203, 178)).toBe(flatBagCapacity(178, 203));
    const t = roomiestThickness(178, 203);
    const box = (thickness: number) => (178 - thickness) * (203 - thickness) * thickness;
    expect(box(t)).toBeGreaterThan(box(t - 1));
    expect(box(t)).toBeGreaterThan(box(t + 1));
  });

  it('of a quart does not close over the full list by box size, and says when it may all the same', () => {
    const result = packFit(problemOf(quart, TRAUMA, { decodes: 7000 }));
    expect(result.verdict).toBe('may');
    expect(result.feasible).toBe(false);
    const volume = result.reasons.find(({ code }) => code === 'volume');
    expect(volume?.text).toMatch(
      /The boxes hold 2\.\d\d l, the film at most 1\.\d\d l\. It may still close, if the things fill less than 6\d %/,
    );
  });

  it('of a quart cannot where the things are known to fill more, or one of them sticks out by itself', () => {
    const solid = TRAUMA.map((row): Row => [row[0], row[1], row[2], row[3], row[4], { ...row[5], solidity: 0.8 }]);
    expect(packFit(problemOf(quart, solid, { decodes: 700 })).verdict).toBe('cannot');
    expect(packFit(problemOf(quart, [['splint', 230, 110, 20, 'brick']], { decodes: 700 })).verdict).toBe('cannot');
  });

  it('of a gallon closes over it at 64 mm, with film to go round', () => {
    // One pair of gloves: 2.05 litres of boxes. From two seeds, as the page packs.
    const problem = problemOf(
      gallon,
      TRAUMA.filter(([id]) => id !== 'gloves-large'),
      { decodes: 12_000 },
    );
    const result = bestFit(problem, [packFit(problem), packFit({ ...problem, seed: problem.seed + 1 })]);
    expect(result).toMatchObject({ verdict: 'fits', feasible: true });
    expect(result.thicknessMm).toBeLessThanOrEqual(64);
    expect(checkPlacement(problem, result.placed)).toEqual([]);
    expect((result.outer?.wMm ?? 0) + result.thicknessMm).toBeLessThanOrEqual(268);
  });
});

describe('a small clamshell, two panels of 150 x 200 x 30', () => {
  const clamshell = { make: 'soft', facing: true, compartments: [room('left', 150, 200, 30), room('right', 150, 200, 30)] };
  const thick = ['tourniquet', 'bar-bandage'];

  it('takes a windlass tourniquet of 36 mm and a bar bandage of 38 mm: each reaches into the room across from it', () => {
    for (const ids of [['tourniquet'], ['bar-bandage'], thick]) {
      const problem = problemOf(
        clamshell,
        TRAUMA.filter(([id]) => ids.includes(id)),
        { decodes: 300 },
      );
      const result = packFit(problem);
      expect(result.verdict).toBe('fits');
      expect(checkPlacement(problem, result.placed)).toEqual([]);
    }
    // Both lie in one panel or across from nothing: no thicker than the thicker of them.
    const result = packFit(
      problemOf(
        clamshell,
        TRAUMA.filter(([id]) => thick.includes(id)),
        { decodes: 300 },
      ),
    );
    expect(result.thicknessMm).toBe(38);
  });

  it('does not take what is thicker than both together', () => {
    const result = packFit(problemOf(clamshell, [['mask', 110, 105, 65, 'brick']], { decodes: 300 }));
    expect(result.reasons).toMatchObject([{ code: 'tooThick', items: ['mask'], overMm: 5 }]);
  });

  it('closes over the rest of the list', () => {
    const rest = TRAUMA.filter(([id]) => ![...thick, 'wrap', 'gloves-large'].includes(id));
    const problem = problemOf(clamshell, rest);
    const result = packFit(problem);
    expect(result).toMatchObject({ verdict: 'fits', feasible: true });
    // 53 of 60 was measured before, by a longer search.
    expect(result.thicknessMm).toBeLessThanOrEqual(54);
    expect(checkPlacement(problem, result.placed)).toEqual([]);
  });
});

describe('a vacuum roll', () => {
  const roll = { make: 'vacuumRoll', rollWidthMm: 280, compartments: [room('tube', 280, 400, 60)] };
  const flat = TRAUMA.filter(([id]) => id !== 'shears' && id !== 'bar-bandage');

  it('comes out as thin as its thickest thing, proven, and inside the girth of the film', () => {
    const problem = problemOf(roll, flat, { decodes: 8000 });
    const result = packFit(problem);
    expect(result).toMatchObject({ feasible: true, thicknessMm: 36, proven: true });
    expect(checkPlacement(problem, result.placed)).toEqual([]);
    expect(result.outer?.wMm).toBeLessThanOrEqual(rollFootprintMm(280, 36));
    expect(result.bound.items).toEqual(['tourniquet']);
  });

  it('grows thicker rather than longer than it may be', () => {
    const short = { ...roll, compartments: [room('tube', 280, 165, 120)] };
    const problem = problemOf(short, flat, { decodes: 8000 });
    const result = packFit(problem);
    expect(result.feasible).toBe(true);
    expect(result.outer?.hMm).toBeLessThanOrEqual(165);
    expect(result.thicknessMm).toBeGreaterThan(36);
    expect(checkPlacement(problem, result.placed)).toEqual([]);
  });
});

describe('elastic slots', () => {
  const slot = (id: string, more = {}) => ({ id, wMm: 95, hMm: 110, dMm: 30, ...more });
  const wrap = (more = {}) => ({
    make: 'soft',
    compartments: [room('band', 570, 110, 30, { slots: ['1', '2', '3', '4', '5', '6'].map((id) => slot(id, more)) })],
  });
  const ANKLE: readonly Row[] = [
    ['flat-tourniquet', 140, 55, 30, 'flat'],
    ['hemostatic', 140, 100, 20, 'flat'],
    ['seals', 150, 115, 6, 'flat', { foldable: true }],
    ['dressing', 140, 100, 16, 'flat'],
    ['gloves', 95, 65, 7, 'flat'],
  ];

  it('of an ankle wrap look impossible until they stretch to 110 and let 40 mm stick out', () => {
    expect(packFit(problemOf(wrap(), ANKLE, { decodes: 500 })).verdict).toBe('cannot');
    const problem = problemOf(wrap({ stretchMm: 15, stickOutMm: 40 }), ANKLE, { decodes: 2000 });
    const result = packFit(problem);
    expect(result).toMatchObject({ verdict: 'fits', thicknessMm: 30 });
    expect(new Set(result.placed.map(({ slot: own }) => own)).size).toBe(5);
    expect(checkPlacement(problem, result.placed)).toEqual([]);
  });

  it('stand side by side in what is said of the whole band: width, profile and balance', () => {
    const weights = [10, 10, 10, 10, 10, 10];
    const problem = problemOf(
      wrap(),
      weights.map((massG, index): Row => [`i${index}`, 90, 100, 4, 'flat', { massG }]),
      { decodes: 600 },
    );
    const [band] = packFit(problem).perCompartment;
    expect(band?.wMm).toBeGreaterThan(5 * 95);
    expect(band?.profileMm.every((value) => value === 4)).toBe(true);
    // The same weight in every slot hangs in the middle, but for the play in the slots.
    expect(Math.abs(band?.balance?.rightMm ?? 99)).toBeLessThan(5);
  });

  it('hold several thin things as long as they fit together, and no more', () => {
    const wipes = (count: number) => Array.from({ length: count }, (_, index): Row => [`wipe-${index}`, 60, 60, 10, 'flat']);
    // Three lie behind one another in 30 mm, and nothing beside them in 95 x 110: eighteen in six slots.
    const all = problemOf(wrap(), wipes(18), { decodes: 600 });
    const result = packFit(all);
    expect(result).toMatchObject({ verdict: 'fits', thicknessMm: 30 });
    expect(checkPlacement(all, result.placed)).toEqual([]);
    const over = packFit(problemOf(wrap(), wipes(19), { decodes: 600 }));
    expect(over.unplaced).toHaveLength(1);
    expect(over.reasons.map(({ text }) => text).join(' ')).not.toContain('a slot holds');
  });

  it('are each a room of their own, by the checker', () => {
    const problem = problemOf(wrap(), [
      ['a', 50, 50, 3, 'flat'],
      ['b', 50, 50, 3, 'flat'],
    ]);
    const at = (id: string, more: Partial<ReturnType<typeof placedBox>>) =>
      placedBox(id, { compartment: 'band', wMm: 50, hMm: 50, dMm: 3, ...more });
    const rules = (second: Partial<ReturnType<typeof placedBox>>) =>
      checkPlacement(problem, [at('a', { slot: '1' }), at('b', second)]).map(({ rule }) => rule);
    expect(rules({ slot: '1' })).toEqual(['overlap', 'overlap']);
    expect(rules({})).toEqual(['slot']);
    expect(rules({ slot: '1', zMm: 3 })).toEqual([]);
    expect(rules({ slot: '2' })).toEqual([]);
  });
});

describe('two facing panels', () => {
  const clamshell = { make: 'soft', facing: true, compartments: [room('left', 150, 200, 30), room('right', 150, 200, 30)] };

  it('are as thick as what lies across from each other', () => {
    const slabs = ['a', 'b', 'c', 'd'].map((id): Row => [id, 140, 190, 10, 'flat']);
    const problem = problemOf(clamshell, slabs, { decodes: 1500 });
    const result = packFit(problem);
    expect(result).toMatchObject({ feasible: true, thicknessMm: 40 });
    expect(checkPlacement(problem, result.placed)).toEqual([]);
    // Half as high, they lie above each other where nothing is across.
    const low = slabs.map(([id]): Row => [id, 140, 95, 10, 'flat']);
    expect(packFit(problemOf(clamshell, low, { decodes: 1500 })).thicknessMm).toBe(20);
  });
});

describe('a bundle', () => {
  it('says how large it comes out', () => {
    const problem = problemOf({ make: 'bundle', compartments: [room('band', 150, 110, 120)] }, [
      ['dressing', 140, 100, 16, 'flat'],
      ['gauze', 85, 60, 28, 'brick'],
      ['gloves', 95, 65, 7, 'flat'],
    ]);
    const result = packFit(problem);
    expect(result.feasible).toBe(true);
    expect(result.outer?.tMm).toBe(result.thicknessMm);
    expect(result.outer?.wMm).toBeLessThanOrEqual(150);
    expect(checkPlacement(problem, result.placed)).toEqual([]);
  });
});

describe('pressing', () => {
  it('never comes out thicker than loose, on 60 seeded lists', () => {
    const random = new Random(5);
    for (let round = 0; round < 60; round += 1) {
      const rows = Array.from({ length: 4 + random.below(8) }, (_, index): Row => {
        const shape = (['flat', 'brick', 'tube'] as const)[random.below(3)] ?? 'flat';
        const t = 4 + random.below(30);
        return [`i${index}`, 30 + random.below(90), shape === 'tube' ? t : 30 + random.below(70), t, shape, { give: random.next() * 0.4 }];
      });
      const container = { make: 'soft', compartments: [room('main', 150, 130, 160)] };
      const loose = packFit(problemOf(container, rows, { decodes: 200, seed: round }));
      const problem = problemOf(container, rows, { decodes: 500, seed: round, press: 0.8 });
      const pressed = packFit(problem);
      expect(checkPlacement(problem, pressed.placed), `round ${round}`).toEqual([]);
      if (loose.feasible) expect(pressed.thicknessMm).toBeLessThanOrEqual(loose.thicknessMm + 1e-9);
    }
  });
});

describe('the exact least depth', () => {
  const lays = (rows: readonly Row[]) => rows.map((row) => laysOf(FitProblemSchema.shape.items.element.parse(itemOf(row)), 0));

  it('is that of the box that was cut, and is proven', () => {
    const cut: readonly Row[] = [
      ['a', 100, 60, 20, 'brick'],
      ['b', 60, 60, 20, 'brick'],
      ['c', 160, 60, 10, 'brick'],
      ['d', 160, 60, 30, 'brick'],
    ];
    expect(leastDepth({ lays: lays(cut), w: 1600, h: 1200, known: 900, floor: 0 }, 200_000)).toMatchObject({ isProven: true, depth: 300 });
  });

  it('is under no packing that the search finds, and over no bound, on 60 seeded lists without reach', () => {
    const random = new Random(11);
    let proven = 0;
    for (let round = 0; round < 60; round += 1) {
      const rows = Array.from(
        { length: 3 + random.below(5) },
        (_, index): Row => [`i${index}`, 40 + random.below(80), 40 + random.below(60), 5 + random.below(40), 'brick'],
      );
      const result = packFit(
        problemOf({ make: 'soft', compartments: [room('main', 130, 110, 200)] }, rows, { decodes: 1500, seed: round }),
      );
      if (!result.feasible) continue;
      const exact = leastDepth({ lays: lays(rows), w: 1300, h: 1100, known: Math.round(result.thicknessMm * 10), floor: 0 }, 400_000);
      if (!exact.isProven) continue;
      proven += 1;
      expect(exact.depth, `round ${round}`).toBeLessThanOrEqual(Math.round(result.thicknessMm * 10));
      expect(exact.depth).toBeGreaterThanOrEqual(Math.round(result.bound.valueMm * 10));
      // Seven things and fewer are found at their least within the budget; one miss in twenty is let pass.
    }
    expect(proven).toBeGreaterThan(50);
  });

  it('says that it stopped where the nodes ran out', () => {
    const many = Array.from({ length: 9 }, (_, index): Row => [`i${index}`, 50 + 3 * index, 40 + 2 * index, 20 + index, 'brick']);
    expect(leastDepth({ lays: lays(many), w: 1300, h: 1100, known: 2000, floor: 0 }, 50).isProven).toBe(false);
  });
});
