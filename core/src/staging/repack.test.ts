import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { Random } from '../fit/random.ts';
import { piecesLeft, UnitIdSchema, UnitSchema } from '../model/unit.ts';
import { medicineKey } from './medicineKey.ts';
import { bookedOut, passesFrom, tubesFrom } from './repack.ts';

const CATALOG = kindCatalog();

describe('medicines out of their bottle', () => {
  it('says from which inner width a tablet passes, whichever way it is measured', () => {
    // A round tablet of 12 x 12 x 5 goes edgewise: a box of 12 x 5 needs its diagonal.
    expect(passesFrom({ lengthMm: 12, widthMm: 12, thickMm: 5 })).toBe(13);
    expect(passesFrom({ lengthMm: 5, widthMm: 12, thickMm: 12 })).toBe(13);
    expect(passesFrom({ lengthMm: 20, widthMm: 8, thickMm: 6 })).toBe(10);
  });

  it('gives as many tubes as there are pieces for, and loses none', () => {
    expect(tubesFrom(100, 8)).toEqual({ tubes: 12, left: 4 });
    expect(tubesFrom(7, 8)).toEqual({ tubes: 0, left: 7 });
  });

  it('books doses out without making or losing one, and never with a later date', () => {
    const random = new Random(seeded(83));
    for (let round = 0; round < rounds(500); round += 1) {
      const perUnit = 1 + random.below(30);
      const count = 1 + random.below(4);
      const bottle = UnitSchema.parse({
        id: 'bottle',
        kind: 'tablets',
        count,
        piecesUsed: random.below(perUnit),
        condition: 'ready',
        lot: 'L1',
        expiresOn: '2027-05-31',
        own: { whose: 'Una' },
      });
      const before = piecesLeft(bottle, perUnit);
      const pieces = 1 + random.below(before + 3);
      const booked = bookedOut(bottle, perUnit, pieces, UnitIdSchema.parse('tube'));
      if (pieces > before) {
        expect(booked).toBeNull();
        continue;
      }
      const { rest, part } = booked as NonNullable<typeof booked>; // there were enough
      expect(piecesLeft(part, perUnit)).toBe(pieces);
      expect(rest === null ? 0 : piecesLeft(rest, perUnit)).toBe(before - pieces);
      expect(part).toMatchObject({ id: 'tube', kind: 'tablets', lot: 'L1', expiresOn: '2027-05-31', own: { whose: 'Una' } });
      for (const unit of rest === null ? [part] : [rest, part]) {
        expect(UnitSchema.parse(unit)).toEqual(unit);
        expect(unit.piecesUsed).toBeLessThan(perUnit);
      }
    }
  });

  it('has a key to what lies loose: substance, for what, for whom not, whose, the original date; no dose', () => {
    const units = [
      UnitSchema.parse({ id: 'a', kind: 'aspirin', count: 1, condition: 'ready', lot: 'A7', expiresOn: '2027-05-31' }),
      UnitSchema.parse({ id: 'w', kind: 'windlass-tourniquet', count: 1, condition: 'ready' }),
      UnitSchema.parse({ id: 't', kind: 'tablets', count: 6, condition: 'ready', own: { whose: 'Una' } }),
    ];
    const key = medicineKey(units, CATALOG);
    expect(key.map(({ unitId }) => unitId).sort()).toEqual(['a', 't']);
    expect(key.find(({ unitId }) => unitId === 'a')).toMatchObject({
      substance: 'acetylsalicylic acid, tablet',
      forWhat: 'chest pain; pain',
      notFor: 'children; anybody who bleeds or may need an operation; anybody allergic to it',
      lot: 'A7',
      expiresOn: '2027-05-31',
      left: 10,
    });
    expect(key.find(({ unitId }) => unitId === 't')).toMatchObject({ whose: 'Una', left: 6 });
  });
});
