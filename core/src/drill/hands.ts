import type { Drill } from '../model/drill.ts';

/** Planning value: after so many uses a practice unit is looked at, since what is worn teaches what a new one does not do. */
export const PRACTICE_USES = 30;

/** How often a practice unit was used in drills. */
export const usesOf = (drills: readonly Drill[], practiceId: string): number =>
  drills.filter((drill) => drill.way === 'hands' && drill.practiceId === practiceId).length;
