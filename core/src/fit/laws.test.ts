import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { anyProblem, pick } from './anyProblemFixture.ts';
import { checkPlacement } from './check.ts';
import { packFit } from './createFit.ts';
import type { FitProblem, FitResult } from './problem.ts';
import { Random } from './random.ts';

const RANKS: Record<FitResult['verdict'], number> = { cannot: 0, may: 1, fits: 2 };

/** A problem, and the same with something that can only help, packed from what was found for the first. */
function holds(count: number, own: number, eased: (problem: FitProblem, random: Random) => FitProblem): void {
  const random = new Random(seeded(own));
  let solved = 0;
  for (let round = 0; round < count; round += 1) {
    const problem = anyProblem(random, round);
    const easier = eased(problem, random);
    const first = packFit(problem);
    const second = packFit(easier, first.placed);
    const seen = `round ${round}: ${problem.container.make}`;
    expect(checkPlacement(easier, second.placed), seen).toEqual([]);
    expect(RANKS[second.verdict], seen).toBeGreaterThanOrEqual(RANKS[first.verdict]);
    if (first.feasible) {
      solved += 1;
      expect(second.feasible, seen).toBe(true);
    }
  }
  expect(solved).toBeGreaterThan(count / 5);
}

describe('from what was found before, the verdict is never worse', () => {
  it('in a larger container', { timeout: 240_000 }, () => {
    holds(rounds(120, 2000), 61, (problem, random) => ({
      ...problem,
      container: {
        ...problem.container,
        compartments: problem.container.compartments.map((room) => ({
          ...room,
          wMm: room.wMm + random.below(30),
          hMm: room.hMm + random.below(30),
          dMm: room.dMm + (room.slots === undefined ? random.below(20) : 0),
          ...(room.maxDMm === undefined ? {} : { maxDMm: room.maxDMm + 20 }),
        })),
        ...(problem.container.rollWidthMm === undefined ? {} : { rollWidthMm: problem.container.rollWidthMm + random.below(40) }),
      },
    }));
  });

  it('with more give', { timeout: 240_000 }, () => {
    holds(rounds(120, 2000), 62, (problem, random) => ({
      ...problem,
      items: problem.items.map((item) => ({ ...item, give: Math.min(0.9, (item.give ?? 0) + 0.4 * random.next()) })),
    }));
  });

  it('with one thing fewer', { timeout: 240_000 }, () => {
    holds(rounds(120, 2000), 63, (problem, random) => {
      const out = pick(random, problem.items);
      return { ...problem, items: problem.items.filter((item) => item !== out) };
    });
  });
});

describe('what is wished for', () => {
  /** A stack: nothing lies beside anything, so the order is all there is. */
  const stack = (items: Partial<FitProblem['items'][number]>[], more: Partial<FitProblem> = {}): FitProblem => ({
    container: { make: 'soft', compartments: [{ id: 'main', wMm: 100, hMm: 100, dMm: 90, access: 'front' }] },
    items: items.map((item, index) => ({ id: `i${index}`, wMm: 95, hMm: 95, tMm: 5 + index, shape: 'flat', reach: 3, ...item })),
    press: 0,
    seed: 1,
    decodes: 400,
    ...more,
  });

  it('comes in the order of the windows, on random stacks: the sooner it is needed, the less lies in front', () => {
    const random = new Random(seeded(64));
    for (let round = 0; round < rounds(40); round += 1) {
      const windows = Array.from({ length: 3 + random.below(4) }, () => 30 + random.below(1200));
      const problem = stack(windows.map((window) => ({ urgency: 1 / window })));
      const { blockedBy } = packFit({ ...problem, decodes: 800 });
      const soonest = windows.indexOf(Math.min(...windows));
      expect(blockedBy[`i${soonest}`], `round ${round}`).toEqual([]);
    }
  });

  it('counts before thinness where all is within the limit, and after it where it is not', () => {
    // Beside each other they are 20 mm, one before the other 30: the urgent one is free either way only if the rest lies behind.
    const items = [
      { id: 'first', wMm: 95, hMm: 95, tMm: 10, urgency: 1 / 60 },
      { id: 'late', wMm: 95, hMm: 95, tMm: 20, urgency: 1 / 3600 },
    ];
    const roomy = packFit(stack(items));
    expect(roomy.blockedBy).toEqual({ late: ['first'], first: [] });
    const place = { wMm: 200, hMm: 200, tMm: 25 };
    expect(packFit(stack(items, { placeBounds: place })).thicknessMm).toBe(30);
  });

  it('decides between what may have one thing before it, too: the sooner of two lies in front', () => {
    const room = (id: string) => ({ id, wMm: 100, hMm: 100, dMm: 90, access: 'front' as const });
    const problem = stack(
      [
        { id: 'now', urgency: 1 / 30, pinnedTo: 'a' },
        { id: 'later', urgency: 1 / 300, pinnedTo: 'b', tMm: 5 },
        { id: 'soon', urgency: 1 / 200, pinnedTo: 'b', tMm: 30 },
      ],
      { container: { make: 'soft', compartments: [room('a'), room('b')] } },
    );
    for (const seed of [1, 2, 3]) {
      const result = packFit({ ...problem, seed });
      expect(result.blockedBy).toEqual({ now: [], soon: [], later: ['soon'] });
      // One thing before what may wait ten times as long as the most urgent; that one is brushed aside.
      expect(result.wishes).toMatchObject({ buried: 0 });
      expect(result.wishes?.exit).toBeCloseTo(0.1, 9);
    }
  });

  it('keeps day-to-day things from before life-saving ones, whatever their windows', () => {
    const problem = stack([
      { id: 'plasters', lifeSaving: false, tMm: 3 },
      { id: 'seals', lifeSaving: true, tMm: 30 },
      { id: 'cream', lifeSaving: false, tMm: 9 },
    ]);
    for (const seed of [1, 2, 3]) expect(packFit({ ...problem, seed })).toMatchObject({ blockedBy: { seals: [] }, wishes: { apart: 0 } });
    const lockedAt = { compartment: 'main', xMm: 0, yMm: 0, zMm: 50, wMm: 95, hMm: 95, dMm: 3 };
    const items = problem.items.map((item) => (item.id === 'plasters' ? { ...item, lockedAt } : item));
    expect(packFit({ ...problem, items }).wishes).toMatchObject({ apart: 1 });
  });

  it('keeps what belongs together in one compartment, where there is room', () => {
    const random = new Random(seeded(65));
    for (let round = 0; round < rounds(15); round += 1) {
      const items = Array.from({ length: 6 }, (_, index) => ({
        id: `i${index}`,
        wMm: 40 + random.below(30),
        hMm: 40 + random.below(30),
        tMm: 5 + random.below(10),
        shape: 'flat' as const,
        reach: 3 as const,
        urgency: 1 / (60 + random.below(600)),
        ...(index < 3 ? { lifeSaving: true } : { lifeSaving: false }),
        together: index === 3 || index === 4 ? ['pair'] : [],
      }));
      const compartments = ['a', 'b', 'c'].map((id) => ({ id, wMm: 150, hMm: 150, dMm: 40, access: 'front' as const }));
      const { placed, blockedBy } = packFit({ ...stack([]), container: { make: 'soft', compartments }, items, decodes: 1200, seed: round });
      const rooms = (ids: string[]) => new Set(placed.filter(({ id }) => ids.includes(id)).map(({ compartment }) => compartment)).size;
      expect(rooms(['i0', 'i1', 'i2']), `round ${round}`).toBe(1);
      expect(rooms(['i3', 'i4']), `round ${round}`).toBe(1);
      // Day-to-day things never lie before life-saving ones.
      for (const id of ['i0', 'i1', 'i2']) expect(blockedBy[id]?.filter((one) => ['i3', 'i4', 'i5'].includes(one))).toEqual([]);
    }
  });
});
