import type { Coverage } from '../coverage/coverage.ts';
import type { NeedCoverage } from '../coverage/states.ts';
import type { Family } from '../model/family.ts';
import type { Kind } from '../model/kind.ts';
import { type Rung, rungOf } from '../model/need.ts';

/** What a unit is to the kit: how near it must be to the hand, and how much it hurts to leave it out. */
export interface Priority {
  reach: 1 | 2 | 3;
  /** One by the seconds within which the need that it is booked for must be met; 0: it has none. */
  urgency: number;
  keep: number;
}

export const MOST_KEEP = 1000;
/** How much it hurts to leave a thing out: whatever day-to-day things there are, before one that saves a life. Planning values. */
const KEEPS: Record<Rung, number> = { M: 800, A: 400, R: 400, C: 100, H: 60, S: 40, D: 4 };
/** What serves nothing in this brief is left out before what does, of the same sort. */
const SURPLUS = 0.25;
/** Within a rung what the school comes to later is left out first. */
const BY_PLACE = 0.2;

export const LIFE_SAVING_RUNGS: readonly Rung[] = ['M', 'A', 'R'];

/** What belongs into one compartment, however it is used: what is written on it beside what it is written of. Common practice, no source. */
export const TOGETHER: readonly { word: string; families: readonly Family[] }[] = [
  { word: 'tourniquet', families: ['windlassTourniquet', 'ratchetTourniquet', 'elasticWrapTourniquet', 'bungeeTourniquet', 'marker'] },
];

/** Planning values: what is needed within three minutes has at most one thing in front, and the first two of it nothing. */
export const SECOND_WITHIN_S = 180;
const FIRST_UNITS = 2;

/**
 * Reach classes of units from the needs they serve: what is needed soonest of all comes out first (1), the others with short windows
 * after it (2), the rest last (3). Units that serve nothing may lie anywhere.
 */
export function reachClasses({ needs }: Pick<Coverage, 'needs'>): Map<string, 1 | 2 | 3> {
  const classes = new Map<string, 1 | 2 | 3>();
  const isUrgent = ({ windowS }: NeedCoverage) => windowS !== null && windowS <= SECOND_WITHIN_S;
  const shortest = Math.min(...needs.flatMap((need) => (isUrgent(need) && need.by.length > 0 ? [need.windowS ?? SECOND_WITHIN_S] : [])));
  for (const need of needs) {
    for (const [index, { unitId }] of need.by.entries()) {
      const own = need.windowS === shortest && index < FIRST_UNITS ? 1 : isUrgent(need) ? 2 : 3;
      classes.set(unitId, Math.min(own, classes.get(unitId) ?? 3) as 1 | 2 | 3); // both are classes
    }
  }
  return classes;
}

/** What several are, taken as one: each as the first of them to be wanted. */
export const highest = (all: readonly Priority[]): Priority => ({
  reach: Math.min(...all.map(({ reach }) => reach)) as Priority['reach'], // one of the classes
  urgency: Math.max(...all.map(({ urgency }) => urgency)),
  keep: Math.max(...all.map(({ keep }) => keep)),
});

/** Of each unit that is booked for something. */
export function prioritiesOf(coverage: Pick<Coverage, 'needs'>): Map<string, Priority> {
  const classes = reachClasses(coverage);
  const priorities = new Map<string, Priority>();
  for (const [place, { need, windowS, by }] of coverage.needs.entries()) {
    const urgency = windowS === null ? 0 : 1 / Math.max(1, windowS);
    const keep = KEEPS[rungOf(need)] * (1 + BY_PLACE * (1 - place / coverage.needs.length));
    for (const { unitId } of by) {
      const own: Priority = { reach: classes.get(unitId) ?? 3, urgency, keep };
      const known = priorities.get(unitId);
      priorities.set(unitId, known === undefined ? own : highest([known, own]));
    }
  }
  return priorities;
}

/** Of any unit; one that is booked for nothing is as its kind is, after those that are. */
export const priorityOf = (priorities: ReadonlyMap<string, Priority>, unitId: string, kind: Pick<Kind, 'rung'>): Priority =>
  priorities.get(unitId) ?? { reach: 3, urgency: 0, keep: SURPLUS * KEEPS[kind.rung] };
