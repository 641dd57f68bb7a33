import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { Random } from '../fit/random.ts';
import { CONDITIONS, piecesLeft, type Unit, UnitSchema } from '../model/unit.ts';
import { smallThings, withoutOne } from './small.ts';

const CATALOG = kindCatalog();
const unit = (id: string, kind: string, more: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id, kind, count: 1, condition: 'ready', ...more });

describe('took one', () => {
  it('offers plasters and tablets before dressings, and tools never', () => {
    const lies = [
      unit('t', 'windlass-tourniquet'),
      unit('s', 'shears'),
      unit('p', 'adhesive-dressings'),
      unit('d', 'pressure-dressing'),
      unit('m', 'tablets'),
    ];
    expect(smallThings(lies, CATALOG).map(({ unit: { id }, isDaily }) => [id, isDaily])).toEqual([
      ['p', true],
      ['m', true],
      ['t', false],
      ['d', false],
    ]);
  });

  it('takes exactly one piece of what was pressed, and no more than is spoiled with it, on random contents', () => {
    const random = new Random(seeded(81));
    for (let round = 0; round < rounds(500); round += 1) {
      const lies = Array.from({ length: 1 + random.below(6) }, (_, index) => {
        const kind = KINDS[random.below(KINDS.length)];
        const count = 1 + random.below(3);
        const pieces = count * (kind?.pieces ?? 1);
        return unit(`u${index}`, kind?.id ?? '', {
          count,
          piecesUsed: random.below(Math.min(pieces, kind?.pieces ?? 1)),
          condition: CONDITIONS[random.below(CONDITIONS.length)] ?? 'ready',
        });
      });
      for (const { unit: pressed, kind, left, isDaily } of smallThings(lies, CATALOG)) {
        expect(kind.tool).toBe(false);
        expect(typeof isDaily).toBe('boolean');
        const after = withoutOne(lies, pressed.id, CATALOG);
        const rest = after.find(({ id }) => id === pressed.id);
        const now = rest === undefined ? 0 : piecesLeft(rest, kind.pieces);
        // A sterile pack that is opened beside whole ones is gone with its rest.
        expect(left - now).toBeGreaterThanOrEqual(1);
        if (!kind.sterile || kind.pieces === 1) expect(left - now).toBe(1);
        expect(after.filter(({ id }) => id !== pressed.id)).toEqual(lies.filter(({ id }) => id !== pressed.id));
      }
    }
  });
});
