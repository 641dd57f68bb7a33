import type { InspectionAnswer } from '../model/upkeep.ts';

/** Answers of two inspections of one kit put together. */
export interface LaterAnswers {
  /** One for each thing: the later one; of equally late ones that which was there. */
  answers: InspectionAnswer[];
  /** Of those that came, the ones that stand. */
  taken: InspectionAnswer[];
  /** Things of which something later, or just this, was there already. */
  older: string[];
}

/**
 * The later answer of each thing stands, however the two came together. What the thing was like before it was looked at first stays known.
 */
export function laterAnswers(there: readonly InspectionAnswer[], coming: readonly InspectionAnswer[]): LaterAnswers {
  const known = new Map(there.map((answer) => [answer.unitId, answer]));
  const taken: InspectionAnswer[] = [];
  const older: string[] = [];
  for (const answer of coming) {
    const before = known.get(answer.unitId);
    if (before !== undefined && Date.parse(before.at) >= Date.parse(answer.at)) {
      if (Date.parse(before.at) > Date.parse(answer.at)) older.push(answer.unitId);
      continue;
    }
    const stands = before === undefined ? answer : { ...answer, conditionBefore: before.conditionBefore };
    known.set(answer.unitId, stands);
    taken.push(stands);
  }
  return { answers: [...known.values()], taken, older };
}
