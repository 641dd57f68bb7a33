import type { Drill } from '../model/drill.ts';
import { cardsOf, DRILL_PLAN, type DrillCard } from './cards.ts';

const LAST = 3;

/** How one person finds one thing. */
export interface GridCell {
  /** Median of the last three sittings, s; null where it was mostly missed. */
  seconds: number | null;
  /** Sittings in which it was asked. */
  asked: number;
}
export interface GridRow {
  kind: string;
  /** By person; null: never asked. */
  cells: (GridCell | null)[];
}

/** Who finds what in how many seconds: people against things. */
export function drillGrid(drills: readonly Drill[], kitId: string, personIds: readonly string[], kinds: readonly string[]): GridRow[] {
  const cards = personIds.map((personId) => cardsOf(drills, personId, kitId));
  return kinds.map((kind) => ({ kind, cells: cards.map((own) => cellOf(own.get(kind))) }));
}

export function cellOf(card: DrillCard | undefined): GridCell | null {
  if (card === undefined || card.times.length === 0) return null;
  const last = card.times.slice(-LAST);
  const found = last.filter((time) => time !== null).toSorted((a, b) => a - b);
  // Of as many misses as finds nothing is promised.
  const isFound = found.length * 2 > last.length;
  return { seconds: isFound ? (found[Math.floor((found.length - 1) / 2)] ?? null) : null, asked: card.times.length };
}

/** What one thing would gain the crew most; null: nothing is missed or slow. */
export interface WorstThing {
  kind: string;
  /** People who were asked, and those of them who miss it. */
  asked: number;
  missed: number;
  /** Of those who find it, the slowest, s. */
  slowestS: number | null;
}

/** The thing that most people miss, then the one that takes longest beyond the planning value. */
export function worstThing(rows: readonly GridRow[]): WorstThing | null {
  const things = rows.map(({ kind, cells }): WorstThing => {
    const known = cells.filter((cell) => cell !== null);
    const times = known.flatMap(({ seconds }) => (seconds === null ? [] : [seconds]));
    return {
      kind,
      asked: known.length,
      missed: known.length - times.length,
      slowestS: times.length === 0 ? null : Math.max(...times),
    };
  });
  const bad = things.filter(({ missed, slowestS }) => missed > 0 || (slowestS ?? 0) > DRILL_PLAN.slowS);
  return bad.toSorted((a, b) => b.missed - a.missed || (b.slowestS ?? 0) - (a.slowestS ?? 0))[0] ?? null;
}

/** Of one sitting, how much of what was asked was missed. */
export interface SittingPoint {
  at: string;
  asked: number;
  missed: number;
}

/** Sittings of each person with a kit in the order of their times: how often things were missed. */
export const missesOverTime = (drills: readonly Drill[], kitId: string, personIds: readonly string[]): SittingPoint[][] =>
  personIds.map((personId) =>
    drills
      .filter((drill) => drill.way === 'find' && drill.kitId === kitId && drill.personId === personId)
      .toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at))
      .map(({ at, answers }) => ({
        at,
        asked: answers.length,
        missed: answers.filter(({ isFound, misses }) => !isFound || misses > 0).length,
      })),
  );
