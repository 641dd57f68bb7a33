import { changesBetween, isWorse, type NeedChange, type NeedFigures } from '../coverage/changes.ts';
import { gradeOf, type StockUnit } from '../coverage/prepare.ts';
import type { Grade, KindCatalog } from '../model/kind.ts';
import { LAYERS, type Layer } from '../model/kit.ts';
import type { NeedId } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { piecesLeft } from '../model/unit.ts';
import { isOfferable } from './restock.ts';

interface Held {
  needs: readonly (NeedFigures & { need: NeedId })[];
}
export interface Lender {
  id: string;
  name: string;
  layer: Layer;
  units: readonly StockUnit[];
  /** What the kit's needs look like with other contents. */
  cover: (units: readonly StockUnit[]) => Held;
}
export interface Loan {
  kitId: string;
  kitName: string;
  unitId: string;
  kind: string;
  grade: Grade;
  /** Whole units to take off the stack, and the pieces that they bring. */
  take: number;
  pieces: number;
  expiresOn: PlainDate | null;
  /** What gets worse in the kit that lends; empty: nothing. */
  effect: NeedChange[];
  /** Whether a need of the lender falls below its least that is met now. */
  opensGap: boolean;
}

const MOST_LOANS = 3;
const GRADES_TAKEN: readonly Grade[] = ['primary', 'substitute'];

/**
 * Kits that lie farther from the body, and what they could lend for a need that stores do not fill: those first that lose nothing by
 * it, then those that keep their least, then the farthest. What is improvised is not worth emptying another kit for.
 */
export function loansFor(
  { need, missing }: { need: NeedId; missing: number },
  borrower: { id: string; layer: Layer; school: School },
  lenders: readonly Lender[],
  catalog: KindCatalog,
  on: PlainDate,
): Loan[] {
  const rank = LAYERS.indexOf(borrower.layer);
  const loans = lenders
    .filter(({ id, layer }) => id !== borrower.id && LAYERS.indexOf(layer) > rank)
    .flatMap((lender) => {
      const before = lender.cover(lender.units);
      return lender.units.flatMap((unit): Loan[] => {
        const kind = catalog.get(unit.kind);
        const grade = kind === undefined ? null : gradeOf(kind, need, borrower.school);
        if (kind === undefined || grade === null || !GRADES_TAKEN.includes(grade) || !isOfferable(unit, catalog, on)) return [];
        if (kind.requires[need] !== undefined) return [];
        const take = Math.min(unit.count, Math.ceil(missing / kind.pieces));
        const isWhole = take === unit.count;
        const pieces = Math.min(missing, piecesLeft({ count: take, piecesUsed: isWhole ? (unit.piecesUsed ?? 0) : 0 }, kind.pieces));
        const rest = lender.units.flatMap((one) => (one !== unit ? [one] : isWhole ? [] : [{ ...unit, count: unit.count - take }]));
        const effect = changesBetween(before, lender.cover(rest)).filter(isWorse);
        const opensGap = effect.some((change) => change.before.state !== 'gap' && change.after.state === 'gap');
        const { id: kitId, name: kitName } = lender;
        return [
          { kitId, kitName, unitId: unit.id, kind: unit.kind, grade, take, pieces, expiresOn: unit.expiresOn ?? null, effect, opensGap },
        ];
      });
    });
  const layerOf = new Map(lenders.map(({ id, layer }) => [id, LAYERS.indexOf(layer)]));
  const cost = ({ effect, opensGap }: Loan): number => (opensGap ? 2 : effect.length > 0 ? 1 : 0);
  return loans
    .sort(
      (a, b) =>
        cost(a) - cost(b) ||
        b.pieces - a.pieces ||
        GRADES_TAKEN.indexOf(a.grade) - GRADES_TAKEN.indexOf(b.grade) ||
        (layerOf.get(b.kitId) ?? 0) - (layerOf.get(a.kitId) ?? 0) ||
        (a.unitId < b.unitId ? -1 : 1),
    )
    .slice(0, MOST_LOANS);
}
