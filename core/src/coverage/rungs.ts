import { type Rung, rungOf } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';
import type { Coverage } from './coverage.ts';
import { isAsked, type NeedCoverage, type NeedState } from './states.ts';

/** The worst state first: what a rung shows for all its needs. */
const WORST_FIRST: readonly NeedState[] = ['gap', 'thin', 'held', 'full'];

export interface RungCoverage {
  rung: Rung;
  state: NeedState;
  /** Pieces that serve the rung's needs (with a gap: only those toward a least), and the least. */
  have: number;
  least: number;
  needs: NeedCoverage[];
}

/** A rung of which nothing is asked: left to other kits, or not needed at all. */
const unasked = (needs: readonly NeedCoverage[]): NeedState => (needs.some(({ state }) => state === 'elsewhere') ? 'elsewhere' : 'off');

/** Sums a coverage up by rung; a rung is as good as its worst need, `full` only where every asked need is. */
export function byRung(result: Coverage, rungs: readonly Rung[]): RungCoverage[] {
  return rungs.map((rung) => {
    const needs = result.needs.filter(({ need }) => rungOf(need) === rung);
    const asked = needs.filter(({ state }) => isAsked(state));
    const state = WORST_FIRST.find((candidate) => asked.some((need) => need.state === candidate)) ?? unasked(needs);
    const least = asked.reduce((sum, need) => sum + need.least, 0);
    // Plenty of one need does not make up for a gap in another, so in a gap only what meets a least is counted.
    const have = asked.reduce((sum, need) => sum + (state === 'gap' ? Math.min(need.have, need.least) : need.have), 0);
    return { rung, state, have, least, needs };
  });
}

/** The day after which some life-saving or support need is no longer met; null where nothing lapses. */
export function readyUntil(result: Coverage): PlainDate | null {
  const lapses = result.needs.flatMap(({ need, lapsesOn }) => (lapsesOn !== null && rungOf(need) !== 'D' ? [lapsesOn] : []));
  const first = lapses.sort()[0];
  return first === undefined ? null : addDays(first, -1);
}

export const hasGap = (result: Coverage): boolean => result.needs.some(({ state }) => state === 'gap');
