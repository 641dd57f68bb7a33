import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { POSITIONS } from '../catalog/containers.ts';
import { Random } from '../fit/random.ts';
import type { Position } from '../model/container.ts';
import { LoadoutSchema } from '../model/loadout.ts';
import { type Outside, sharedPlaces } from './sharedPlace.ts';

const place = (id: string): Position => {
  const found = POSITIONS.find((one) => one.id === id);
  if (found === undefined) throw new Error(`no position ${id}`);
  return found;
};
const loadout = (...kits: object[]) => LoadoutSchema.parse({ id: 'l', name: 'L', kits });
const kit = (positionId: string, wMm: number, hMm: number, tMm: number): Outside => ({ positionId, outer: { wMm, hMm, tMm } });

describe('kits that share a place on the body', () => {
  it('do not in two pockets: left and right are two places', () => {
    const [left, right] = POSITIONS.filter(({ id }) => /^cargo-pocket/.test(id));
    const kits = new Map([
      ['a', kit(left?.id ?? '', 150, 180, 40)],
      ['b', kit(right?.id ?? '', 150, 180, 40)],
    ]);
    expect(left?.id).not.toBe(right?.id);
    expect(sharedPlaces(loadout({ kitId: 'a' }, { kitId: 'b' }), kits, POSITIONS)).toEqual([]);
  });

  it('a needle case and a pouch lie beside each other in a back pocket of 140 mm, on each other in a front one of 110 (common practice, no source)', () => {
    const shared = (positionId: string) => {
      const kits = new Map([
        ['pouch', kit(positionId, 100, 120, 14)],
        ['case', kit(positionId, 20, 110, 12)],
      ]);
      return sharedPlaces(loadout({ kitId: 'pouch' }, { kitId: 'case' }), kits, POSITIONS);
    };
    expect([place('back-pocket').wMm, place('front-pocket').wMm]).toEqual([140, 110]);
    expect(shared('back-pocket')).toMatchObject([{ kitIds: ['pouch', 'case'], lie: 'beside', thicknessMm: 14, limitMm: 22, overMm: 0 }]);
    expect(shared('front-pocket')).toMatchObject([{ lie: 'onEachOther', thicknessMm: 26, limitMm: 35, overMm: 0 }]);
  });

  it('count where they are carried, at hand and on a body only, and say where one is not measured', () => {
    const kits = new Map<string, Outside>([
      ['a', kit('belt-side', 100, 100, 30)],
      ['b', { positionId: 'wall-box', outer: null }],
      ['c', kit('wall-box', 300, 200, 90)],
    ]);
    const at = (more: object = {}) => loadout({ kitId: 'a' }, { kitId: 'b', positionId: 'belt-side', ...more }, { kitId: 'c' });
    expect(sharedPlaces(at(), kits, POSITIONS)).toMatchObject([{ kitIds: ['a', 'b'], thicknessMm: null }]);
    expect(sharedPlaces(at({ distanceM: 30 }), kits, POSITIONS)).toEqual([]);
    expect(sharedPlaces(loadout({ kitId: 'b' }, { kitId: 'c' }), kits, POSITIONS)).toEqual([]);
  });

  it('one that is larger than the place by itself is told', () => {
    const { wMm, hMm } = place('back-pocket');
    const kits = new Map([
      ['a', kit('back-pocket', wMm + 40, hMm + 200, 10)],
      ['b', kit('back-pocket', 20, 60, 5)],
    ]);
    expect(sharedPlaces(loadout({ kitId: 'a' }, { kitId: 'b' }), kits, POSITIONS)[0]?.isTooLarge).toBe(true);
  });

  it('are never thinner than the thickest, nor thicker than all on each other; a wider place and a kit less never make it thicker', () => {
    const random = new Random(seeded(171));
    for (let round = 0; round < rounds(400); round += 1) {
      const position: Position = { ...place('belt-side'), id: 'there', wMm: 80 + random.below(160), hMm: 120 + random.below(100) };
      const ids = Array.from({ length: 2 + random.below(4) }, (_, index) => `k${index}`);
      const kits = new Map(ids.map((id) => [id, kit('there', 20 + random.below(90), 30 + random.below(90), 5 + random.below(40))]));
      const all = loadout(...ids.map((kitId) => ({ kitId })));
      const thickness = (in_: typeof all, at: Position) => sharedPlaces(in_, kits, [at])[0];
      const now = thickness(all, position);
      if (now === undefined || now.isTooLarge) continue;
      const each = ids.map((id) => kits.get(id)?.outer?.tMm ?? 0);
      expect(now.thicknessMm).toBeGreaterThanOrEqual(Math.max(...each));
      expect(now.thicknessMm).toBeLessThanOrEqual(each.reduce((sum, one) => sum + one, 0));
      const wider = thickness(all, { ...position, wMm: position.wMm + 60 });
      expect(wider?.thicknessMm).toBeLessThanOrEqual(now.thicknessMm ?? 0);
      const fewer = thickness(loadout(...ids.slice(1).map((kitId) => ({ kitId }))), position);
      if (fewer !== undefined) expect(fewer.thicknessMm).toBeLessThanOrEqual(now.thicknessMm ?? 0);
      if (now.lie === 'beside') expect(now.thicknessMm).toBe(Math.max(...each));
    }
  });
});
