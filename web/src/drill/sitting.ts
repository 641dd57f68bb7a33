import type { DrillAnswer } from '@ivrak/core/model';
import { type Asked, kitMark } from './asked.ts';

export interface Sitting {
  asked: readonly Asked[];
  at: number;
  /** The compartment that is open; null: the kit is closed. */
  open: string | null;
  misses: number;
  startedMs: number;
  /** What became of the present one; null: it is being looked for. */
  outcome: 'found' | 'shown' | null;
  answers: readonly DrillAnswer[];
}

export type Deed =
  | { do: 'begin'; asked: readonly Asked[]; nowMs: number }
  | { do: 'open'; compartment: string }
  | { do: 'point'; boxes: readonly string[]; nowMs: number }
  | { do: 'show'; nowMs: number }
  | { do: 'next'; nowMs: number };

const MOST_S = 600;

export const notBegun: Sitting = { asked: [], at: 0, open: null, misses: 0, startedMs: 0, outcome: null, answers: [] };

/** One sitting, deed by deed: each thing is looked for in the closed kit until it is pointed at or shown. */
export function sit(before: Sitting, deed: Deed): Sitting {
  const asked = before.asked[before.at];
  switch (deed.do) {
    case 'begin':
      return { ...notBegun, asked: deed.asked, startedMs: deed.nowMs };
    case 'open':
      return { ...before, open: before.open === deed.compartment ? null : deed.compartment };
    case 'point': {
      if (asked === undefined || before.outcome !== null) return before;
      const isThere =
        asked.inKit === null ? asked.boxes.some(({ id }) => deed.boxes.includes(id)) : deed.boxes.includes(kitMark(asked.inKit));
      return isThere ? ended(before, asked, 'found', deed.nowMs) : { ...before, misses: before.misses + 1 };
    }
    case 'show':
      return asked === undefined || before.outcome !== null
        ? before
        : { ...ended(before, asked, 'shown', deed.nowMs), open: asked.boxes[0]?.compartment ?? before.open };
    case 'next':
      return before.outcome === null
        ? before
        : { ...before, at: before.at + 1, open: null, misses: 0, outcome: null, startedMs: deed.nowMs };
  }
}

function ended(before: Sitting, { kind, where }: Asked, outcome: 'found' | 'shown', nowMs: number): Sitting {
  const seconds = Math.min(MOST_S, Math.round(Math.max(0, nowMs - before.startedMs) / 100) / 10);
  const notOf = { openedS: null, appliedS: null, casualty: null, need: null };
  const answer = { kind, where, seconds, misses: Math.min(50, before.misses), isFound: outcome === 'found', ...notOf };
  return { ...before, outcome, answers: [...before.answers, answer] };
}
