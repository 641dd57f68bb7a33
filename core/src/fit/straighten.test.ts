import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from './random.ts';
import { outlineSize, type Point, toPhoto } from './straighten.ts';

/** A camera somewhere above a sheet, by focal length, tilt and turn: what it sees of a point on the sheet, px. */
function camera(random: Random): (at: Point) => Point {
  const [tilt, turn] = [0.5 * (random.next() - 0.5), 2 * Math.PI * random.next()];
  const focal = 800 + 800 * random.next();
  const far = 500 + 400 * random.next();
  return ([x, y]) => {
    const [px, py] = [(x - 150) * Math.cos(turn) - (y - 100) * Math.sin(turn), (x - 150) * Math.sin(turn) + (y - 100) * Math.cos(turn)];
    const depth = far + py * Math.sin(tilt);
    return [500 + (focal * px) / depth, 400 + (focal * py * Math.cos(tilt)) / depth];
  };
}

describe('a photo of a ruled sheet', () => {
  it('is straightened from its four corners: every point of it is where a camera sees it, on random cameras', () => {
    const random = new Random(seeded(71));
    for (let round = 0; round < rounds(60); round += 1) {
      const see = camera(random);
      const map = toPhoto([see([0, 0]), see([297, 0]), see([297, 210]), see([0, 210])], { wMm: 297, hMm: 210 });
      if (map === null) throw new Error(`round ${round}`);
      for (let point = 0; point < 5; point += 1) {
        const at: Point = [297 * random.next(), 210 * random.next()];
        const [x, y] = map(at);
        const [u, v] = see(at);
        expect(Math.hypot(x - u, y - v), `round ${round}`).toBeLessThan(1e-6);
      }
    }
  });

  it('cannot be straightened where three of its corners lie in a line', () => {
    expect(
      toPhoto(
        [
          [0, 0],
          [100, 0],
          [200, 0],
          [0, 100],
        ],
        { wMm: 297, hMm: 210 },
      ),
    ).toBeNull();
  });

  it('has an outline as wide and high as its outermost points', () => {
    expect(
      outlineSize([
        [20, 30],
        [170, 32],
        [165, 230],
        [22, 228],
      ]),
    ).toEqual({ wMm: 150, hMm: 200 });
    expect(outlineSize([])).toEqual({ wMm: 0, hMm: 0 });
  });
});
