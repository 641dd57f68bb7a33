import { type FitItem, type FitProblem, FitProblemSchema } from './problem.ts';
import type { Random } from './random.ts';

export const pick = <T>(random: Random, list: readonly T[]): T => list[random.below(list.length)] as T;

/** Any container of any make, with any things: shapes, reach, urgency, blocks, folds, pins, pressing, and what the place leaves. */
export function anyProblem(random: Random, seed: number): FitProblem {
  const make = pick(random, ['soft', 'soft', 'soft', 'rigid', 'flatBag', 'vacuumRoll', 'bundle'] as const);
  const isFilm = make !== 'soft' && make !== 'rigid';
  const facing = make === 'soft' && random.next() < 0.15;
  const count = isFilm ? 1 : facing ? 2 : 1 + random.below(3);
  const compartments = Array.from({ length: count }, (_, index) => {
    const d = 15 + random.below(70);
    const hasSlots = !isFilm && !facing && random.next() < 0.15;
    return {
      id: `room ${index}`,
      wMm: 90 + random.below(150),
      hMm: 90 + random.below(150),
      dMm: d,
      ...(make === 'soft' && random.next() < 0.2 ? { maxDMm: d + random.below(20) } : {}),
      access: !isFilm && random.next() < 0.25 ? 'top' : 'front',
      ...(hasSlots
        ? {
            slots: Array.from({ length: 1 + random.below(5) }, (__, slot) => ({
              id: `slot ${slot}`,
              wMm: 40 + random.below(60),
              hMm: 60 + random.below(60),
              dMm: 15 + random.below(20),
              stretchMm: random.below(20),
              stickOutMm: random.below(40),
            })),
          }
        : {}),
    };
  });
  const isWished = random.next() < 0.4;
  const items = Array.from({ length: 1 + random.below(9) }, (_, index) => {
    const shape = pick(random, ['flat', 'brick', 'tube'] as const);
    const t = 2 + random.below(30);
    const foldable = shape === 'flat' && random.next() < 0.3;
    return {
      id: `i${index}`,
      wMm: 20 + random.below(110),
      hMm: shape === 'tube' ? t : 20 + random.below(80),
      tMm: t,
      shape,
      reach: isFilm ? 3 : pick(random, [1, 2, 3, 3, 3]),
      foldable,
      ...(foldable && random.next() < 0.4 ? { fold: random.next() < 0.5 } : {}),
      give: random.next() < 0.4 ? 0.25 : 0,
      ...(random.next() < 0.6 ? { solidity: 0.3 + 0.7 * random.next() } : {}),
      ...(isWished ? wishes(random) : {}),
      ...(shape === 'flat' && t < 10 && random.next() < 0.25
        ? { block: Array.from({ length: 2 + random.below(5) }, (__, at) => (at === 0 ? `i${index}` : `i${index}:${at + 1}`)) }
        : {}),
      keep: 1 + random.below(8),
      ...(random.next() < 0.15 ? { pinnedTo: pick(random, compartments).id } : {}),
    };
  });
  return FitProblemSchema.parse({
    container: {
      make,
      compartments,
      ...(facing ? { facing: true } : {}),
      ...(count > 1 && !facing ? { lies: pick(random, ['beside', 'above', 'behind', 'trays'] as const) } : {}),
      ...(make === 'vacuumRoll' ? { rollWidthMm: 120 + random.below(250) } : {}),
    },
    items,
    ...(random.next() < 0.3
      ? { placeBounds: { wMm: 90 + random.below(150), hMm: 90 + random.below(150), tMm: 15 + random.below(60) } }
      : {}),
    press: random.next() < 0.3 ? random.next() : 0,
    seed,
    decodes: 90,
  });
}

/** What a thing of a kit wishes for. */
function wishes(random: Random): Pick<FitItem, 'urgency' | 'lifeSaving' | 'together'> {
  const side = random.next();
  return {
    urgency: random.next() < 0.6 ? 1 / (30 + random.below(900)) : 0,
    ...(side < 0.4 ? { lifeSaving: true } : side < 0.6 ? { lifeSaving: false } : {}),
    together: random.next() < 0.3 ? [pick(random, ['one', 'two'])] : [],
  };
}
