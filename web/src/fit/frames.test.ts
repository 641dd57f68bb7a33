import { CONTAINERS } from '@ivrak/core/catalog';
import type { FitResult } from '@ivrak/core/fit';
import type { Container } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { frameOf, roomDrawings, scaleFor } from './frames.ts';

const container = (id: string): Container => {
  const found = CONTAINERS.find((one) => one.id === id);
  if (found === undefined) throw new Error(`no container ${id}`);
  return found;
};
const result = (outer?: FitResult['outer']) => ({ placed: [], ...(outer === undefined ? {} : { outer }) }) as unknown as FitResult; // what drawing looks at

describe('what is drawn of a container', () => {
  it('is each compartment with one frame, as large as it is inside', () => {
    expect(roomDrawings(container('small-clamshell'), result())).toMatchObject([
      { id: 'left panel', w: 150, h: 200, d: 30, frames: [{ x: 0, y: 0 }] },
      { id: 'right panel' },
    ]);
  });

  it('is each slot of a band beside the others, none over another', () => {
    const [band] = roomDrawings(container('ankle-wrap'), result());
    if (band === undefined) throw new Error('nothing drawn');
    expect(band.frames).toHaveLength(6);
    for (const [index, a] of band.frames.entries())
      for (const b of band.frames.slice(index + 1))
        expect(a.x >= b.x + b.w || b.x >= a.x + a.w || a.y >= b.y + b.h || b.y >= a.y + a.h).toBe(true);
    expect(frameOf(band, { compartment: 'band', slot: 'slot 4' })?.slot).toBe('slot 4');
    expect(frameOf(band, { compartment: 'lid' })).toBeUndefined();
  });

  it('is of film what it holds, not the film laid flat', () => {
    expect(roomDrawings(container('quart-bag'), result({ wMm: 120, hMm: 140, tMm: 50 }))[0]).toMatchObject({ w: 120, h: 140, d: 50 });
  });

  it('is drawn to one scale that fits the room there is', () => {
    for (const id of ['small-clamshell', 'ankle-wrap', 'shoulder-bag', 'wallet-sleeve']) {
      const rooms = roomDrawings(container(id), result());
      const scale = scaleFor(rooms, 80, 730, 350);
      expect(Math.max(...rooms.map(({ h }) => h)) * scale).toBeLessThanOrEqual(350 + 1e-9);
      expect(rooms.reduce((sum, { w }) => sum + (w + 80) * scale, 0)).toBeLessThanOrEqual(730);
    }
  });
});
