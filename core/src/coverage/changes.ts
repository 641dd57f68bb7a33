import type { NeedId } from '../model/need.ts';
import { isAsked, type NeedState } from './states.ts';

export interface NeedFigures {
  state: NeedState;
  have: number;
  least: number;
  ideal: number;
}
export interface NeedChange {
  need: NeedId;
  before: NeedFigures;
  after: NeedFigures;
}

const ORDER: readonly NeedState[] = ['gap', 'thin', 'held', 'full'];
/** As much of a coverage as tells what changed. */
interface Held {
  needs: readonly (NeedFigures & { need: NeedId })[];
}
const figures = ({ state, have, least, ideal }: NeedFigures): NeedFigures => ({ state, have, least, ideal });
const isSame = (a: NeedFigures, b: NeedFigures): boolean =>
  a.state === b.state && a.have === b.have && a.least === b.least && a.ideal === b.ideal;

/** Needs whose figures differ between two coverages, in the order of the first. */
export function changesBetween(before: Held, after: Held): NeedChange[] {
  const then = new Map(after.needs.map((need) => [need.need, need]));
  return before.needs.flatMap((was) => {
    const is = then.get(was.need);
    if (is === undefined) return [];
    const change = { need: was.need, before: figures(was), after: figures(is) };
    return isSame(change.before, change.after) ? [] : [change];
  });
}

/** Whether a need got worse: a lower state, or fewer pieces of what is asked for. */
export const isWorse = ({ before, after }: NeedChange): boolean => {
  // What is no longer asked for is not lost, and what comes up is worse only where it is not met.
  if (!isAsked(after.state)) return false;
  if (!isAsked(before.state)) return after.state === 'gap';
  return after.state === before.state
    ? after.have - after.least < before.have - before.least
    : ORDER.indexOf(after.state) < ORDER.indexOf(before.state);
};
