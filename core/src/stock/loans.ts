import { changesBetween, isWorse, type NeedChange, type NeedFigures } from '../coverage/changes.ts';
import { type Allowance, gradeOf, isAllowed, piecesFor } from '../coverage/grades.ts';
import type { StockUnit } from '../coverage/problem.ts';
import type { Grade, Kind, KindCatalog } from '../model/kind.ts';
import { LAYERS, type Layer } from '../model/kit.ts';
import type { NeedId } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { isOfferable, piecesOf } from './restock.ts';

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
  /** Kept from one question to the next: what a loan would do to the kit, by unit and count, and its units by kind. */
  effects?: Map<string, NeedChange[]>;
  stacks?: ReadonlyMap<string, readonly StockUnit[]>;
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
  borrower: { id: string; layer: Layer; school: School; goesIn?: ((kind: Kind) => boolean) | undefined } & Allowance,
  lenders: readonly Lender[],
  catalog: KindCatalog,
  on: PlainDate,
): Loan[] {
  const rank = LAYERS.indexOf(borrower.layer);
  const kinds = [...catalog.values()].flatMap((kind) => {
    // What somebody takes every day is theirs, and lies where it does for them.
    const isOffered =
      need !== 'D.meds' && kind.requires[need] === undefined && isAllowed(kind, need, borrower) && borrower.goesIn?.(kind) !== false;
    const grade = isOffered ? gradeOf(kind, need, borrower.school) : null;
    return grade !== null && GRADES_TAKEN.includes(grade) ? [{ kind, grade }] : [];
  });
  const layerOf = ({ layer }: Lender): number => LAYERS.indexOf(layer);
  const offers = lenders
    .filter((lender) => lender.id !== borrower.id && layerOf(lender) > rank)
    .flatMap((lender) =>
      kinds.flatMap(({ kind, grade }) =>
        (stacksOf(lender).get(kind.id) ?? []).flatMap((unit): Offer[] => {
          if (!isOfferable(unit, catalog, on)) return [];
          const each = piecesFor(kind, need, borrower.school);
          const take = Math.min(unit.count, Math.ceil(missing / each));
          const pieces = Math.min(missing, piecesOf(kind, unit, take, each));
          return [{ lender, unit, grade, take, pieces }];
        }),
      ),
    )
    .sort(
      (a, b) =>
        b.pieces - a.pieces ||
        GRADES_TAKEN.indexOf(a.grade) - GRADES_TAKEN.indexOf(b.grade) ||
        layerOf(b.lender) - layerOf(a.lender) ||
        (a.unit.id < b.unit.id ? -1 : 1),
    );
  // What a loan would do to its lender is the long part, so it is looked at in order, and no further than what nobody feels.
  const byCost: Loan[][] = [[], [], []];
  for (const offer of offers) {
    const loan = loanOf(offer);
    byCost[loan.opensGap ? 2 : loan.effect.length > 0 ? 1 : 0]?.push(loan);
    if ((byCost[0]?.length ?? 0) === MOST_LOANS) break;
  }
  return byCost.flat().slice(0, MOST_LOANS);
}

interface Offer {
  lender: Lender;
  unit: StockUnit;
  grade: Grade;
  take: number;
  pieces: number;
}

/** Of each kind, what lies in a kit. */
function stacksOf(lender: Lender): ReadonlyMap<string, readonly StockUnit[]> {
  if (lender.stacks === undefined) {
    const stacks = new Map<string, StockUnit[]>();
    for (const unit of lender.units) stacks.set(unit.kind, [...(stacks.get(unit.kind) ?? []), unit]);
    lender.stacks = stacks;
  }
  return lender.stacks;
}

function loanOf({ lender, unit, grade, take, pieces }: Offer): Loan {
  const { id: kitId, name: kitName } = lender;
  const key = `${unit.id} ${take}`;
  const effect = lender.effects?.get(key) ?? effectOf(lender, unit, take);
  lender.effects?.set(key, effect);
  const opensGap = effect.some(({ before, after }) => before.state !== 'gap' && after.state === 'gap');
  return { kitId, kitName, unitId: unit.id, kind: unit.kind, grade, take, pieces, expiresOn: unit.expiresOn ?? null, effect, opensGap };
}

function effectOf({ units, cover }: Lender, unit: StockUnit, take: number): NeedChange[] {
  const rest = units.flatMap((one) => (one !== unit ? [one] : take === unit.count ? [] : [{ ...unit, count: unit.count - take }]));
  return changesBetween(cover(units), cover(rest)).filter(isWorse);
}
