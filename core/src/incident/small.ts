import type { Kind, KindCatalog } from '../model/kind.ts';
import { piecesLeft, type Unit } from '../model/unit.ts';
import { takePieces } from './use.ts';

export interface SmallThing<U extends Unit = Unit> {
  unit: U;
  kind: Kind;
  left: number;
  /** Of what a day brings: plasters, tablets, wipes; the rest is taken so only now and then. */
  isDaily: boolean;
}

/** What is least likely to be missed first. */
const ORDER = 'DSCHRAM';
const isDaily = ({ rung, family }: Kind): boolean => rung === 'D' || family === 'wipe';

/** What is light goes more often: a plaster before a splint. */
const pieceMassG = ({ massG, pieces }: Kind): number => massG / pieces;

/** What can be taken out of a kit without a casualty: all that is used up and still there; what a day brings first, the lightest foremost. */
export function smallThings<U extends Unit>(units: readonly U[], catalog: KindCatalog): SmallThing<U>[] {
  return units
    .flatMap((unit): SmallThing<U>[] => {
      const kind = catalog.get(unit.kind);
      if (kind === undefined || kind.tool || unit.condition === 'practice' || unit.condition === 'used') return [];
      const left = piecesLeft(unit, kind.pieces);
      return left > 0 ? [{ unit, kind, left, isDaily: isDaily(kind) }] : [];
    })
    .sort(
      (a, b) =>
        Number(b.isDaily) - Number(a.isDaily) ||
        (a.isDaily ? pieceMassG(a.kind) - pieceMassG(b.kind) : ORDER.indexOf(a.kind.rung) - ORDER.indexOf(b.kind.rung)),
    );
}

/** The contents once one piece of a unit was taken; the same where it holds none. */
export function withoutOne<U extends Unit>(units: readonly U[], unitId: string, catalog: KindCatalog): U[] {
  return units.flatMap((unit) => {
    const kind = catalog.get(unit.kind);
    if (unit.id !== unitId || kind === undefined) return [unit];
    const taken = takePieces(unit, kind, 1);
    if (!taken.ok) return [unit];
    return taken.rest === null ? [] : [{ ...unit, ...taken.rest }];
  });
}
