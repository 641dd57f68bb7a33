import type { Grade, Kind, KindCatalog } from '../model/kind.ts';
import { circleOf, type NeedId } from '../model/need.ts';
import { compareExpiry, type PlainDate } from '../model/plainDate.ts';
import { type Condition, isGoodOn, piecesLeft } from '../model/unit.ts';
import { type Demand, EVERY, type Profile, type Supplier } from './booking.ts';
import { isBarred } from './grades.ts';
import type { AskedNeed, CoverageProblem, StockUnit } from './problem.ts';
import { Profiles } from './profiles.ts';

export const NAMES: readonly Grade[] = ['primary', 'substitute', 'improvised'];

/** Whether a condition lets a thing count at all. Opened sterile things do not. */
export function conditionCounts(condition: Condition, kind: Kind): boolean {
  if (condition === 'opened') return !kind.sterile;
  return condition === 'ready' || condition === 'notStaged';
}

/** A part of a unit as the booking sees it. */
export interface Row extends Supplier {
  unit: StockUnit;
  kind: Kind;
  /** 0: the first part; the others as `moreParts` stand, from 1. */
  part: number;
  expiresOn: PlainDate | null;
  /** What it could do if it were in hand at once. */
  anyTime: Profile;
  /** Pieces of a need in one piece of the thing: ml for what is counted by volume, else 1. */
  scale: number;
}

export interface Prepared {
  /** What serves a need, or is needed beside something that does. Soonest to lapse first. */
  rows: Row[];
  /** All that counts, needed or not. */
  good: readonly GoodUnit[];
  demands: Demand[];
  late: number[];
}

export interface GoodUnit {
  unit: StockUnit;
  kind: Kind;
  pieces: number;
  expiresOn: PlainDate | null;
  reachS: number | null;
}

/**
 * Units that count at all on the date: known, in a condition that counts, in date, with pieces left. Soonest to lapse first, so
 * that it is used last and stays spare; then by id, last id first.
 */
export function goodUnits(problem: Pick<CoverageProblem, 'kits' | 'on' | 'isChecked'>, catalog: KindCatalog): GoodUnit[] {
  const good: GoodUnit[] = [];
  for (const kit of problem.kits) {
    for (const unit of kit.units) {
      const kind = catalog.get(unit.kind);
      const expiresOn = unit.expiresOn ?? null;
      if (
        kind === undefined ||
        (problem.isChecked === true && isBarred(kind)) ||
        !conditionCounts(unit.condition, kind) ||
        !isGoodOn(expiresOn, problem.on)
      )
        continue;
      const pieces = piecesLeft({ count: unit.count, piecesUsed: unit.piecesUsed ?? 0 }, kind.pieces);
      if (pieces > 0) good.push({ unit, kind, pieces, expiresOn, reachS: unit.reachS ?? kit.reachS ?? null });
    }
  }
  return good.sort(
    (a, b) => (a.expiresOn === b.expiresOn ? 0 : compareExpiry(a.expiresOn, b.expiresOn)) || (a.unit.id < b.unit.id ? 1 : -1),
  );
}

/** `good` may be given where it is known already: of the same stock on the same day. */
export function prepare(problem: CoverageProblem, catalog: KindCatalog, good: readonly GoodUnit[] = goodUnits(problem, catalog)): Prepared {
  const profiles = new Profiles(problem);
  const rows: Row[] = [];
  for (const { unit, kind, pieces, expiresOn, reachS } of good)
    for (const { part, profile, piecesPerUnit, scale } of profiles.of(kind)) {
      const own = part === 0 ? pieces : Math.floor(pieces / kind.pieces) * piecesPerUnit;
      if (own === 0) continue;
      const amount = Math.min(EVERY, own * scale);
      const inHand = reachS === null ? profile : profiles.withinReach(profile, reachS, amount);
      rows.push({ unit, kind, part, pieces: amount, expiresOn, anyTime: profile, profile: inHand, scale });
    }
  return { rows, good, demands: demandsOf(problem.needs, profiles), late: profiles.late };
}

/** What is asked as the booking sees it; asked once all kinds have been looked at, since they tell which sorts there are. */
export const demandsOf = (needs: readonly AskedNeed[], profiles: Profiles): Demand[] =>
  needs.map(
    ({ need, least, ideal }, index): Demand => ({
      least: Math.min(EVERY, least),
      ideal: Math.min(EVERY, Math.max(least, ideal)),
      circle: circleOf(need),
      caps: profiles.capsOf(index),
    }),
  );

export interface Means {
  need: NeedId;
  unitId: string;
  grade: Grade;
}

/** Everything that could serve each need, in time or not: what a booking would choose from if nothing were late. What is improvised closes no need of the first circle. */
export function meansOf(needs: readonly AskedNeed[], rows: readonly Row[]): Means[] {
  const means: Means[] = [];
  for (const { unit, anyTime } of rows)
    for (const { demand, grade: code } of anyTime.uses) {
      const grade = NAMES[code - 1];
      const asked = needs[demand];
      if (grade !== undefined && asked !== undefined && (grade !== 'improvised' || circleOf(asked.need) > 0))
        means.push({ need: asked.need, unitId: unit.id, grade });
    }
  return means;
}
