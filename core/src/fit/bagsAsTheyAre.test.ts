import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { checkPlacement } from './check.ts';
import { packFit } from './createFit.ts';
import { type FitContainer, type FitItem, type FitProblem, FitProblemSchema } from './problem.ts';
import { Random } from './random.ts';

const item = (id: string, wMm: number, hMm: number, tMm: number, more: Partial<FitItem> = {}): FitItem => ({
  id,
  wMm,
  hMm,
  tMm,
  shape: 'flat',
  reach: 3,
  ...more,
});
const room = (id: string, wMm: number, hMm: number, dMm: number) => ({ id, wMm, hMm, dMm, access: 'front' as const });
const pack = (container: FitContainer, items: FitItem[]) => {
  const problem = FitProblemSchema.parse({ container, items, decodes: 1500 }) as FitProblem;
  const result = packFit(problem);
  expect(checkPlacement(problem, result.placed)).toEqual([]);
  return result;
};

describe('compartments that lie behind each other', () => {
  it('add up: what lies in each is on top of the others, by hand', () => {
    const two = [room('front', 100, 100, 30), room('back', 100, 100, 30)];
    // Two things as large as a compartment, 20 and 25 thick: one in each, or both in one.
    const items = [item('a', 100, 100, 20), item('b', 100, 100, 25)];
    expect(pack({ make: 'soft', compartments: two, lies: 'behind' }, items)).toMatchObject({ feasible: true, thicknessMm: 45 });
    expect(pack({ make: 'soft', compartments: two }, items)).toMatchObject({ feasible: true, thicknessMm: 25 });
    expect(pack({ make: 'soft', compartments: two, lies: 'above' }, items)).toMatchObject({ feasible: true, thicknessMm: 25 });
  });

  it('are as thick as the tops of all of them, never thinner than beside each other, on random things', () => {
    const random = new Random(seeded(501));
    for (let round = 0; round < rounds(25); round += 1) {
      const compartments = Array.from({ length: 2 + random.below(3) }, (_, index) => room(`c${index}`, 120, 150, 40));
      const items = Array.from({ length: 3 + random.below(7) }, (_, index) =>
        item(`i${index}`, 30 + random.below(80), 30 + random.below(80), 5 + random.below(25)),
      );
      const behind = pack({ make: 'soft', compartments, lies: 'behind' }, items);
      const beside = pack({ make: 'soft', compartments }, items);
      const sum = behind.perCompartment.reduce((all, { thicknessMm }) => all + thicknessMm, 0);
      expect(behind.thicknessMm).toBeCloseTo(sum, 5);
      expect(behind.bound.valueMm).toBeLessThanOrEqual(behind.thicknessMm + 1e-9);
      if (behind.feasible && beside.bound.valueMm > 0) expect(behind.thicknessMm).toBeGreaterThanOrEqual(beside.bound.valueMm - 1e-9);
    }
  });

  it('two facing panels are two that lie behind each other', () => {
    const panels = [room('left', 150, 200, 30), room('right', 150, 200, 30)];
    const items = [item('a', 140, 190, 12), item('b', 140, 190, 15), item('c', 70, 90, 10)];
    const facing = pack({ make: 'soft', compartments: panels, facing: true }, items);
    const behind = pack({ make: 'soft', compartments: panels, lies: 'behind' }, items);
    expect(behind.thicknessMm).toBe(facing.thicknessMm);
  });
});

describe('slots with loose room', () => {
  const pouch = (isBefore: boolean): FitContainer => ({
    make: 'soft',
    compartments: [
      {
        ...room('main', 180, 200, 75),
        slots: ['one', 'two'].map((id) => ({ id, wMm: 60, hMm: 120, dMm: 35 })),
        loose: { wMm: 180, hMm: 200, dMm: 40, isBefore },
      },
    ],
  });

  it('take what fits a slot in a slot and the rest loose; before the slots it adds to them', () => {
    const items = [
      item('strap', 60, 110, 30, { shape: 'brick' }),
      item('gauze', 55, 85, 28, { shape: 'brick' }),
      item('blanket', 170, 180, 25),
    ];
    const before = pack(pouch(true), items);
    expect(before).toMatchObject({ feasible: true, thicknessMm: 55 });
    expect(before.placed.find(({ id }) => id === 'blanket')?.slot).toBeUndefined();
    expect(pack(pouch(false), items)).toMatchObject({ feasible: true, thicknessMm: 30 });
  });

  it('let what lies loose before the slots be lifted first', () => {
    const before = pack(pouch(true), [item('strap', 60, 110, 30, { shape: 'brick', pinnedTo: 'main' }), item('blanket', 170, 180, 25)]);
    expect(before.blockedBy.strap).toEqual(['blanket']);
    expect(before.blockedBy.blanket).toEqual([]);
    const beside = pack(pouch(false), [item('strap', 60, 110, 30, { shape: 'brick' }), item('blanket', 170, 180, 25)]);
    expect(beside.blockedBy.strap).toEqual([]);
  });

  it('hold no more than slots and room do, and never say that a slot holds one where there is room beside', () => {
    const many = Array.from({ length: 9 }, (_, index) => item(`b${index}`, 170, 190, 12));
    const result = pack(pouch(true), many);
    expect(result.feasible).toBe(false);
    expect(result.placed.filter(({ slot }) => slot === undefined).length).toBe(3);
    expect(result.reasons.map(({ code }) => code)).not.toContain('slots');
  });
});

describe('panels that face each other', () => {
  it('close over what lies across, on random things of which many are thicker than a panel', () => {
    const random = new Random(seeded(502));
    let across = 0;
    for (let round = 0; round < rounds(60); round += 1) {
      const panels = [
        room('left', 120 + random.below(60), 150, 20 + random.below(15)),
        room('right', 120 + random.below(60), 150, 20 + random.below(15)),
      ];
      const items = Array.from({ length: 4 + random.below(6) }, (_, index) =>
        item(`i${index}`, 40 + random.below(60), 40 + random.below(60), 6 + random.below(36), { urgency: 1 / (30 + random.below(600)) }),
      );
      const result = pack({ make: 'soft', compartments: panels, facing: true }, items);
      const deep = (panels[0]?.dMm ?? 0) + (panels[1]?.dMm ?? 0);
      expect(result.thicknessMm).toBeLessThanOrEqual(deep);
      across += result.placed.filter(
        ({ zMm, dMm, compartment }) => zMm + dMm > (panels.find(({ id }) => id === compartment)?.dMm ?? 0),
      ).length;
    }
    expect(across).toBeGreaterThan(10);
  });
});

describe('trays', () => {
  const trays: FitContainer = { make: 'rigid', lies: 'trays', compartments: [room('upper', 150, 120, 30), room('lower', 150, 120, 40)] };

  it('add up, and the upper one is lifted on the way to whatever lies in the lower', () => {
    const { thicknessMm, blockedBy } = pack(trays, [
      item('a', 140, 110, 20, { pinnedTo: 'upper' }),
      item('b', 140, 110, 30, { pinnedTo: 'lower' }),
    ]);
    expect(thicknessMm).toBe(50);
    expect(blockedBy).toEqual({ a: [], b: ['tray/upper'] });
  });

  it('hold above what is urgent', () => {
    const items = [item('late', 140, 110, 20, { urgency: 1 / 900 }), item('soon', 140, 110, 28, { urgency: 1 / 60 })];
    const { placed } = pack(trays, items);
    expect(placed.find(({ id }) => id === 'soon')?.compartment).toBe('upper');
    expect(placed.find(({ id }) => id === 'late')?.compartment).toBe('lower');
  });
});

describe('a long stiff thing', () => {
  it('lies askew where it goes in no other way, and nothing else lies in the box around it', () => {
    // A bar of 210 x 20 in 150 x 180: the diagonal is 234 mm.
    const pouch: FitContainer = { make: 'soft', compartments: [room('main', 150, 180, 30)] };
    const result = pack(pouch, [item('bar', 210, 20, 6), item('card', 140, 170, 10)]);
    expect(result).toMatchObject({ verdict: 'fits', thicknessMm: 16 });
    const bar = result.placed.find(({ id }) => id === 'bar');
    expect(bar?.turnedDeg).toBeGreaterThan(30);
    expect(bar?.wMm).toBeLessThanOrEqual(150);
    expect(pack(pouch, [item('bar', 240, 20, 6)]).verdict).toBe('cannot');
    // Straight wherever that goes.
    expect(pack(pouch, [item('bar', 175, 20, 6)]).placed[0]?.turnedDeg).toBeUndefined();
  });
});
