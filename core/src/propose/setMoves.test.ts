import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import type { Kind } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import { plainUnit, UnitIdSchema } from '../model/unit.ts';
import { movesOf } from './setMoves.ts';

const catalog = kindCatalog();
const TOURNIQUET = catalog.get('windlass-tourniquet') as Kind;
const LIMB: NeedId = 'M.limb';
type Asked = Parameters<typeof movesOf>[1];

/** A tourniquet that is wanted within a minute and lies 90 s away; a pocket 5 s away, and a pouch 20 s away. */
const SECONDS = [90, 5, 20];
function asked(more: Partial<Asked> = {}): Asked {
  const kit = (id: string, units: number, alone: NeedId[] = []) => ({
    id,
    alone,
    units: Array.from({ length: units }, (_, at) => plainUnit(UnitIdSchema.parse(`${id}-${at}`), TOURNIQUET.id)),
  });
  return {
    kits: [kit('far', 2), kit('pocket', 0), kit('pouch', 0)],
    kindOf: () => TOURNIQUET,
    wantedFor: () => ({ need: LIMB, windowS: 60 }),
    secondsTo: (at) => SECONDS[at] ?? null,
    goesIn: () => true,
    isInTime: () => false,
    ...more,
  };
}
const LYING = [new Map([[TOURNIQUET, 2]]), new Map(), new Map()];
const moved = (more?: Partial<Asked>) => movesOf(LYING, asked(more)).map(({ unitId, to, wasS, seconds }) => [unitId, to, wasS, seconds]);

describe('what is worth moving', () => {
  it('goes into the soonest that has room, and room that was taken is taken', () => {
    expect(moved()).toEqual([
      ['far-0', 'pocket', 90, 5],
      ['far-1', 'pocket', 90, 5],
    ]);
    const goesIn: Asked['goesIn'] = (at, load) => at !== 1 || (load.get(TOURNIQUET) ?? 0) <= 1;
    expect(moved({ goesIn })).toEqual([
      ['far-0', 'pocket', 90, 5],
      ['far-1', 'pouch', 90, 20],
    ]);
  });

  it('is nothing where no other is soon enough, or it is soon enough where it lies', () => {
    expect(moved({ secondsTo: (at) => [90, 61, 70][at] ?? null })).toEqual([]);
    expect(moved({ wantedFor: () => ({ need: LIMB, windowS: 90 }) })).toEqual([]);
    expect(moved({ wantedFor: () => null })).toEqual([]);
  });

  it('leaves what its kit must hold by itself, and ends once the need is met in time', () => {
    const kits = asked().kits.map((kit) => ({ ...kit, alone: [LIMB] }));
    expect(moved({ kits })).toEqual([]);
    const isInTime: Asked['isInTime'] = (_, loads) => (loads[1]?.get(TOURNIQUET) ?? 0) > 0;
    expect(moved({ isInTime })).toEqual([['far-0', 'pocket', 90, 5]]);
  });

  it('comes out of where hands do not come at all', () => {
    expect(moved({ secondsTo: (at) => (at === 0 ? null : (SECONDS[at] ?? null)) })[0]).toEqual(['far-0', 'pocket', null, 5]);
  });
});
