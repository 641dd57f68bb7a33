import { type Allowance, gradeOf, isAllowed, piecesFor } from '../coverage/grades.ts';
import { conditionCounts } from '../coverage/prepare.ts';
import type { StockUnit } from '../coverage/problem.ts';
import { lineOf, sortOf } from '../coverage/sorts.ts';
import { type NeedCoverage, needState } from '../coverage/states.ts';
import type { Grade, Kind, KindCatalog } from '../model/kind.ts';
import { circleOf, type HeldLine, NEEDS, type NeedId } from '../model/need.ts';
import { compareExpiry, type PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { isGoodOn, piecesLeft } from '../model/unit.ts';

export interface SpareUnit extends StockUnit {
  lot?: string | null;
}
export interface SpareTaken {
  unitId: string;
  kind: string;
  grade: Grade;
  pieces: number;
  /** Whole units to take off the stack. */
  take: number;
  expiresOn: PlainDate | null;
  lot: string | null;
}
export interface RestockLine {
  need: NeedId;
  /** Pieces missing to the least. */
  missing: number;
  /** Spares that would fill it, in the order in which they should be taken. */
  fromStores: SpareTaken[];
  /** Kinds that are made for it, cheapest first, where stores do not fill it. */
  toBuy: { kind: string; priceMinor: number; count: number }[];
}

/** A spare that lapses before `outlasts` is only taken if nothing better is there. */
export interface RestockOptions extends Allowance {
  on: PlainDate;
  /** Next inspection of the kit plus the supplier's lead time. */
  outlasts: PlainDate;
  /** Whether a thing of a kind goes into the kit at all; absent: all do. */
  goesIn?: ((kind: Kind) => boolean) | undefined;
}

const GRADE_ORDER: readonly Grade[] = ['primary', 'substitute', 'improvised'];

/**
 * First expired, first out, among the spares that outlast the kit's next inspection; if none does, the longest-lived.
 * Practice, suspect, used, damaged, opened and expired units are never offered. Undated things count as lasting longest.
 */
export function orderSpares(spares: readonly SpareUnit[], { outlasts }: RestockOptions): SpareUnit[] {
  const lasts = (unit: SpareUnit) => isGoodOn(unit.expiresOn ?? null, outlasts);
  const byExpiry = (a: SpareUnit, b: SpareUnit) => compareExpiry(a.expiresOn ?? null, b.expiresOn ?? null) || (a.id < b.id ? -1 : 1);
  const lasting = spares.filter(lasts).sort(byExpiry);
  const short = spares.filter((unit) => !lasts(unit)).sort((a, b) => -byExpiry(a, b));
  return [...lasting, ...short];
}

/** Pieces that so many units of a stack bring, where one holds `each`; the last of it is the one that was begun. */
export function piecesOf(kind: Kind, unit: Pick<StockUnit, 'count' | 'piecesUsed'>, take: number, each: number): number {
  const piecesUsed = take === unit.count ? (unit.piecesUsed ?? 0) : 0;
  return Math.floor((piecesLeft({ count: take, piecesUsed }, kind.pieces) / kind.pieces) * each);
}

export const isOfferable = (unit: StockUnit, catalog: KindCatalog, on: PlainDate): boolean => {
  const kind = catalog.get(unit.kind);
  return kind !== undefined && unit.condition !== 'opened' && conditionCounts(unit.condition, kind) && isGoodOn(unit.expiresOn ?? null, on);
};

/** What a kit misses to its least amounts and where it can come from. A spare is offered to one need only. */
export function restockLines(
  needs: readonly NeedCoverage[],
  school: School,
  spares: readonly SpareUnit[],
  catalog: KindCatalog,
  options: RestockOptions,
): RestockLine[] {
  const gaps = needs.filter(({ least, ideal, have }) => needState(least, ideal, have, 0) === 'gap');
  // Most kits miss nothing, and ordering all spares is long.
  if (gaps.length === 0) return [];
  const free = new Map(
    orderSpares(
      spares.filter((unit) => isOfferable(unit, catalog, options.on)),
      options,
    ).map((unit) => [unit.id, unit]),
  );
  return gaps.map(({ need, least, have, by, lines }) => {
    const missing = least - have;
    const counts = lines === undefined ? counterOf(by, need, catalog, options) : lineCounter(lines, need, options);
    const fromStores = takeSpares(need, missing, school, free, catalog, counts);
    const filled = fromStores.reduce((sum, spare) => sum + spare.pieces, 0);
    return { need, missing, fromStores, toBuy: filled >= missing ? [] : kindsToBuy(need, missing - filled, school, catalog, counts) };
  });
}

/** Spares of one kind, in the order in which they should be taken: what a kit had beyond its least, back as it was. */
export function sparesOfKind(
  kindId: string,
  units: number,
  spares: readonly SpareUnit[],
  catalog: KindCatalog,
  options: RestockOptions,
): SpareTaken[] {
  const kind = catalog.get(kindId);
  if (kind === undefined) return [];
  const own = spares.filter((unit) => unit.kind === kindId && isOfferable(unit, catalog, options.on));
  let open = units;
  return orderSpares(own, options).flatMap((unit): SpareTaken[] => {
    const take = Math.min(open, unit.count);
    if (take <= 0) return [];
    open -= take;
    const { id: unitId, expiresOn = null, lot = null } = unit;
    return [{ unitId, kind: kindId, grade: 'primary', pieces: take * kind.pieces, take, expiresOn, lot }];
  });
}

/** What would count in the kit. */
interface Counter {
  /** How many pieces of a kind more; 0: none. */
  room: (kind: Kind) => number;
  take: (kind: Kind, pieces: number) => void;
}

/** It goes in, somebody may use it there, no check takes it away, and where sorts are counted apart it is none that is there. */
function counterOf(by: NeedCoverage['by'], need: NeedId, catalog: KindCatalog, allowance: RestockOptions): Counter {
  const sorts = new Set(by.flatMap((served) => sortIn(catalog.get(served.kind), need)));
  return {
    room: (kind) => {
      if (!counts(kind, need, allowance)) return 0;
      // One of a sort counts, however many there are.
      return NEEDS[need].countsSorts ? (sorts.has(sortOf(kind, need)) ? 0 : 1) : Number.POSITIVE_INFINITY;
    },
    take: (kind) => void sorts.add(sortOf(kind, need)),
  };
}

/** Of each line what it lacks, and nothing that none asks for. */
function lineCounter(lines: readonly HeldLine[], need: NeedId, allowance: RestockOptions): Counter {
  const open = lines.map(({ least, have }) => Math.max(0, least - have));
  return {
    room: (kind) => (counts(kind, need, allowance) ? (open[lineOf(kind, lines) ?? -1] ?? 0) : 0),
    take: (kind, pieces) => {
      const at = lineOf(kind, lines);
      if (at !== null) open[at] = (open[at] ?? 0) - pieces;
    },
  };
}
const counts = (kind: Kind, need: NeedId, { goesIn, ...allowance }: RestockOptions): boolean =>
  isAllowed(kind, need, allowance) && goesIn?.(kind) !== false;
const sortIn = (kind: Kind | undefined, need: NeedId): string[] => (kind === undefined ? [] : [sortOf(kind, need)]);

function takeSpares(
  need: NeedId,
  missing: number,
  school: School,
  free: Map<string, SpareUnit>,
  catalog: KindCatalog,
  counts: Counter,
): RestockLine['fromStores'] {
  const taken: RestockLine['fromStores'] = [];
  let open = missing;
  for (const grade of GRADE_ORDER) {
    // What is improvised closes nothing that is a matter of minutes.
    if (grade === 'improvised' && circleOf(need) === 0) continue;
    for (const unit of [...free.values()]) {
      if (open <= 0) return taken;
      const kind = catalog.get(unit.kind);
      if (kind === undefined || gradeOf(kind, need, school) !== grade || kind.requires[need] !== undefined) continue;
      const room = Math.min(open, counts.room(kind));
      if (room <= 0) continue;
      // Whole units are taken off a stack; the rest of it stays free for the next need.
      const each = piecesFor(kind, need, school);
      const take = Math.min(unit.count, Math.ceil(room / each));
      const pieces = Math.min(room, piecesOf(kind, unit, take, each));
      if (take === unit.count) free.delete(unit.id);
      else free.set(unit.id, { ...unit, count: unit.count - take });
      counts.take(kind, pieces);
      taken.push({ unitId: unit.id, kind: unit.kind, grade, pieces, take, expiresOn: unit.expiresOn ?? null, lot: unit.lot ?? null });
      open -= pieces;
    }
  }
  return taken;
}

function kindsToBuy(need: NeedId, pieces: number, school: School, catalog: KindCatalog, counts: Counter): RestockLine['toBuy'] {
  return [...catalog.values()]
    .filter((kind) => gradeOf(kind, need, school) === 'primary' && counts.room(kind) > 0)
    .map((kind) => {
      const count = Math.ceil(Math.min(pieces, counts.room(kind)) / piecesFor(kind, need, school));
      return { kind: kind.id, count, priceMinor: count * kind.priceMinor };
    })
    .sort((a, b) => a.priceMinor - b.priceMinor || (a.kind < b.kind ? -1 : 1))
    .slice(0, 3);
}
