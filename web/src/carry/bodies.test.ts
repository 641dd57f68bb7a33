import { BODY_SPOTS } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { moving, nextPlace, type Place, SHEET, SPOTS } from './bodies.ts';

const places: Place[] = BODY_SPOTS.map((spot) => ({ id: spot, x: SPOTS[spot].x, y: SPOTS[spot].y }));

describe('places on the figure', () => {
  it('lie on the sheet, each on its side, and do not cover each other', () => {
    for (const { id, x, y } of places) {
      expect(x > 0 && x < SHEET.wide && y > 0 && y < SHEET.high).toBe(true);
      expect(SPOTS[id as keyof typeof SPOTS].side).toBe(x < SHEET.wide / 2 ? 'front' : 'back');
      for (const other of places) if (other.id !== id) expect(Math.hypot(other.x - x, other.y - y)).toBeGreaterThan(24);
    }
  });

  it('are all reached by arrow keys from each of them', () => {
    for (const { id } of places) {
      const seen = new Set([id]);
      for (const at of seen) for (const key of ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown']) seen.add(nextPlace(places, at, key));
      expect([...seen].sort()).toEqual(places.map((place) => place.id).sort());
    }
  });

  it('stay where they are at the edge, and for other keys', () => {
    expect(nextPlace(places, 'ankle', 'ArrowDown')).toBe('ankle');
    expect(nextPlace(places, 'ankle', 'a')).toBe('ankle');
    expect(nextPlace(places, 'gone', 'ArrowUp')).toBe('gone');
  });
});

describe('a kit that is moved', () => {
  it('is picked up, held over other places, and left where it was on giving up', () => {
    const held = moving(null, { do: 'pickUp', kitId: 'vest', from: 'vest' });
    expect(held).toEqual({ kitId: 'vest', from: 'vest', over: 'vest' });
    const over = moving(held, { do: 'key', key: 'ArrowDown', places });
    expect(over?.over).not.toBe('vest');
    expect(moving(over, { do: 'over', place: 'ankle' })?.over).toBe('ankle');
    expect(moving(over, { do: 'cancel' })).toBeNull();
    expect(moving(null, { do: 'key', key: 'ArrowUp', places })).toBeNull();
  });
});
