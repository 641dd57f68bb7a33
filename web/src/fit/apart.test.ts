import { type FitResult, packFit } from '@ivrak/core/fit';
import { type Container, ContainerSchema } from '@ivrak/core/model';
import { packingSteps } from '@ivrak/core/staging';
import { describe, expect, it } from 'vitest';
import { type Point, pulledApart } from './apart.ts';
import { roomDrawings } from './frames.ts';

const bagOf = (access: 'front' | 'top'): Container =>
  ContainerSchema.parse({
    id: 'c',
    name: 'Bag',
    make: 'soft',
    compartments: [{ id: 'main', wMm: 150, hMm: 200, dMm: 90, access }],
    massG: 1,
    wallMm: 0,
    opening: 'zip',
  });
const SIZES = [
  [140, 190, 12],
  [100, 60, 30],
  [70, 90, 22],
  [60, 60, 20],
  [140, 40, 15],
  [30, 30, 30],
  [50, 120, 8],
] as const;
const drawn = (access: 'front' | 'top', seed: number) => {
  const container = bagOf(access);
  const items = SIZES.map(([wMm, hMm, tMm], index) => ({ id: `i${index}`, wMm, hMm, tMm, shape: 'brick' as const, reach: 3 as const }));
  const result = packFit({ container, items, press: 0, seed, decodes: 200 });
  const [room] = roomDrawings(container, result);
  if (room === undefined) throw new Error('nothing is drawn');
  const steps = packingSteps(container, result);
  return { steps, apart: pulledApart(room, steps, 1.2) };
};
const length = ([a, b]: Point[]): number => (a === undefined || b === undefined ? 0 : Math.hypot(b.x - a.x, b.y - a.y));

describe('a stack pulled apart', () => {
  it.each(['front', 'top'] as const)(
    'shows everything once, in its layer, to scale, and names it beside the drawing: opening %s',
    (access) => {
      for (let seed = 1; seed <= 5; seed += 1) {
        const { steps, apart } = drawn(access, seed);
        const boxes = apart.layers.flatMap((layer) => layer.boxes);
        expect(boxes.map(({ id }) => id).sort()).toEqual(steps.map(({ id }) => id).sort());
        for (const { id, layer, box } of steps) {
          const own = apart.layers[apart.layers.length - 1 - layer]?.boxes.find((one) => one.id === id);
          if (own === undefined) throw new Error(`${id} is not in its layer`);
          // Along and up are true to scale.
          expect(length(own.near.slice(0, 2))).toBeCloseTo(box.wMm * 1.2, 6);
          expect(length(own.near.slice(1, 3))).toBeCloseTo((access === 'top' ? box.hMm : box.dMm) * 1.2, 6);
          expect(own.label.x).toBe(apart.labelsAt);
        }
        for (const { x, y } of boxes.flatMap(({ broad, near, side }) => [...broad, ...near, ...side])) {
          expect(x).toBeGreaterThanOrEqual(-1e-6);
          expect(x).toBeLessThanOrEqual(apart.labelsAt);
          expect(y).toBeGreaterThanOrEqual(0);
          expect(y).toBeLessThanOrEqual(apart.height);
        }
      }
    },
  );

  it('keeps its labels and its layers off one another', () => {
    for (const access of ['front', 'top'] as const) {
      const { apart } = drawn(access, 3);
      const labels = apart.layers.flatMap(({ boxes }) => boxes.map(({ label }) => label.y)).sort((a, b) => a - b);
      for (const [index, y] of labels.entries()) if (index > 0) expect(y - (labels[index - 1] ?? 0)).toBeGreaterThanOrEqual(16.9);
      const ends = apart.layers.map(({ boxes, ground }) => {
        const all = [...ground, ...boxes.flatMap(({ broad, near, side }) => [...broad, ...near, ...side])].map(({ y }) => y);
        return [Math.min(...all), Math.max(...all)] as const;
      });
      for (const [index, [top]] of ends.entries()) if (index > 0) expect(top).toBeGreaterThan(ends[index - 1]?.[1] ?? 0);
    }
  });

  const oneLayer = (boxes: Record<string, [xMm: number, yMm: number, wMm: number, hMm: number, dMm: number]>) => {
    const container = bagOf('front');
    const placed = Object.entries(boxes).map(([id, [xMm, yMm, wMm, hMm, dMm]]) => ({
      id,
      compartment: 'main',
      xMm,
      yMm,
      zMm: 0,
      wMm,
      hMm,
      dMm,
      folded: false,
    }));
    const result = { placed } as unknown as FitResult; // what is looked at here
    const [room] = roomDrawings(container, result);
    if (room === undefined) throw new Error('nothing is drawn');
    const [layer, ...others] = pulledApart(room, packingSteps(container, result), 1).layers;
    expect(others).toEqual([]);
    return layer?.boxes ?? [];
  };

  it('makes room for more names than a layer is high', () => {
    const small = Array.from(
      { length: 20 },
      (_, index) => [`s${index}`, [(index % 5) * 30, Math.floor(index / 5) * 30, 25, 25, 6]] as const,
    );
    const labels = oneLayer(Object.fromEntries(small.map(([id, box]) => [id, [...box]])))
      .map(({ label }) => label.y)
      .sort((a, b) => a - b);
    expect(labels[0]).toBeGreaterThanOrEqual(0);
    for (const [index, y] of labels.entries()) if (index > 0) expect(y - (labels[index - 1] ?? 0)).toBeGreaterThanOrEqual(16.9);
  });

  it('paints what is far and what is left before what stands before it to the right', () => {
    const order = oneLayer({ right: [60, 0, 50, 60, 30], left: [0, 0, 60, 60, 10], far: [0, 60, 150, 60, 20] }).map(({ id }) => id);
    expect(order.indexOf('far')).toBeLessThan(order.indexOf('left'));
    expect(order.indexOf('left')).toBeLessThan(order.indexOf('right'));
  });
});
