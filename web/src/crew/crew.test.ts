import { POSITIONS } from '@ivrak/core/catalog';
import type { CarryKit } from '@ivrak/core/loadout';
import { PersonSchema, type PlacesPlan, PlacesPlanSchema } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { moveByKey } from './PlacesPlan.tsx';
import { whereIs } from './whereIs.ts';

const people = [
  PersonSchema.parse({ id: 'isla', name: 'Isla Vethrin', told: ['box'] }),
  PersonSchema.parse({ id: 'ruth', name: 'Ruth Pellow', told: ['box', 'vest'] }),
];
const plan: PlacesPlan = PlacesPlanSchema.parse({
  id: 'places',
  spots: [{ id: 'house', name: 'Boathouse', sort: 'building', xM: 100, yM: 100, kitIds: ['box'] }],
});
const kit = (id: string, positionId: string, personId: string | null, hangsAt = '') =>
  ({ id, name: id, positionId, personId, hangsAt }) as unknown as CarryKit; // only what is read

describe('where a kit is', () => {
  it('is on who carries it, at its place of the plan, or where it is carried at least', () => {
    const kits = [
      kit('vest', 'vest-front', 'isla'),
      kit('box', 'wall-box', 'ruth', 'left of the door'),
      kit('bag', 'boat-locker', null),
      kit('belt', 'belt-side', null),
    ];
    expect(whereIs(kits, people, plan, POSITIONS).map(({ where, exactly, told }) => [where, exactly, told.map(({ id }) => id)])).toEqual([
      ['Isla Vethrin, harness or vest front', '', ['ruth']],
      ['Boathouse, wall box', 'left of the door', ['isla', 'ruth']],
      ['boat locker', '', []],
      ['nobody in particular, belt side', '', []],
    ]);
  });
});

describe('a place on the plan', () => {
  it('is moved by arrow keys and stays on the plan', () => {
    expect(moveByKey({ xM: 100, yM: 100 }, 'ArrowRight', false)).toEqual({ xM: 110, yM: 100 });
    expect(moveByKey({ xM: 100, yM: 20 }, 'ArrowUp', true)).toEqual({ xM: 100, yM: 0 });
    expect(moveByKey({ xM: 990, yM: 20 }, 'ArrowRight', true)).toEqual({ xM: 1000, yM: 20 });
    expect(moveByKey({ xM: 1, yM: 1 }, 'Enter', false)).toBeNull();
  });
});
