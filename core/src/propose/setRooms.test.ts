import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import type { Kind } from '../model/kind.ts';
import type { Counted, Packings } from './packing.ts';
import { type RoomOfSet, SetRooms } from './setRooms.ts';

const catalog = kindCatalog();
const kindOf = (id: string) => catalog.get(id) as Kind;
const [TOURNIQUET, GAUZE, BLANKET] = ['windlass-tourniquet', 'plain-gauze', 'foil-blanket'].map(kindOf) as [Kind, Kind, Kind];
const SO = { way: { isFlat: false, press: 0 }, outerTMm: 10 };

/** Takes so many things, whatever they are, and is told apart by how much it holds. */
const holding = (most: number, volume: number) =>
  ({
    of: (chosen: Counted) => (chosen.reduce((sum, { count }) => sum + count, 0) <= most ? SO : 'notFound'),
    mostVolume: () => volume,
    leastVolume: () => 0,
  }) as unknown as Packings; // what is asked of it
const room = (more: Partial<RoomOfSet>): RoomOfSet => ({
  packings: holding(9, 100),
  isBare: false,
  fixed: new Map(),
  secondsTo: () => 5,
  ...more,
});

function shared(rooms: RoomOfSet[], chosen: [Kind, number][], windows: [Kind, number][] = []) {
  const counted = chosen.map(([kind, count]) => ({ kind, count }));
  const found = new SetRooms(rooms, () => new Map(windows)).sharedOut(counted);
  return typeof found === 'string' ? found : found.map(({ load }) => [...load].map(([kind, count]) => `${count} ${kind.id}`));
}

describe('what goes into which kit of a set', () => {
  const pocket = room({ packings: holding(2, 10), secondsTo: () => 4 });
  const bag = room({ packings: holding(9, 500), secondsTo: () => 70 });

  it('is what is needed at once into the soonest in the hand, and the rest into the roomiest', () => {
    expect(
      shared(
        [bag, pocket],
        [
          [TOURNIQUET, 1],
          [BLANKET, 1],
        ],
        [[TOURNIQUET, 60]],
      ),
    ).toEqual([['1 foil-blanket'], ['1 windlass-tourniquet']]);
  });

  it('is in a roomy one only what is in the hand out of it in its window, where another has room', () => {
    const far = room({ packings: holding(9, 500), secondsTo: () => 900 });
    expect(shared([far, pocket], [[BLANKET, 1]], [[BLANKET, 600]])).toEqual([[], ['1 foil-blanket']]);
    expect(shared([bag, pocket], [[BLANKET, 1]], [[BLANKET, 600]])).toEqual([['1 foil-blanket'], []]);
    // Late is better than not at all.
    const full = room({ packings: holding(0, 10), secondsTo: () => 4 });
    expect(shared([far, full], [[BLANKET, 1]], [[BLANKET, 600]])).toEqual([['1 foil-blanket'], []]);
  });

  it('counts what lies in one already, and puts it nowhere else', () => {
    const filled = room({ fixed: new Map([[GAUZE.id, 1]]) });
    expect(shared([filled, bag], [[GAUZE, 1]])).toEqual([['1 plain-gauze'], []]);
    expect(shared([filled, bag], [[GAUZE, 2]])).toEqual([['1 plain-gauze'], ['1 plain-gauze']]);
  });

  it('is one thing and no more in what is carried bare, and nothing where nothing has room', () => {
    const bare = room({ isBare: true, packings: null, secondsTo: () => 2 });
    const chosen: [Kind, number][] = [[TOURNIQUET, 2]];
    expect(shared([bare, pocket], chosen, [[TOURNIQUET, 60]])).toEqual([['1 windlass-tourniquet'], ['1 windlass-tourniquet']]);
    expect(shared([room({ packings: holding(1, 10) })], chosen)).toBe('notFound');
  });
});
