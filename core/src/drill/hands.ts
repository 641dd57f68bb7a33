import { type CarryWorld, reachOf } from '../loadout/loadout.ts';
import { skillFor } from '../loadout/trip.ts';
import type { Person } from '../model/answers.ts';
import type { Drill } from '../model/drill.ts';
import type { KindCatalog } from '../model/kind.ts';
import { SKILLS, type Skill } from '../model/need.ts';
import { type PlainDate, plainDate } from '../model/plainDate.ts';
import type { Conditions } from '../model/reach.ts';

/** Planning value: after so many uses a practice unit is looked at, since what is worn teaches what a new one does not do. */
export const PRACTICE_USES = 30;

/** How often a practice unit was used in drills. */
export const usesOf = (drills: readonly Drill[], practiceId: string): number =>
  drills.filter((drill) => drill.way === 'hands' && drill.practiceId === practiceId).length;

/** Seconds to the hand by planning values alone, whatever was measured, with the kit where it is carried; null: not in reach, or not in it. */
export function plannedHandS(kitId: string, kind: string, conditions: Conditions, world: CarryWorld): number | null {
  const reach = reachOf([{ kitId, distanceM: 0, by: 'foot' }], conditions, { ...world, measured: new Map() });
  const times = (world.kits.get(kitId)?.units ?? []).flatMap((unit) => {
    const answer = reach.get(unit.id);
    return unit.kind === kind && answer?.inReach === true ? [answer.s] : [];
  });
  return times.length === 0 ? null : Math.min(...times);
}

/** When each skill of somebody was practised last: as it was written down, or with the thing in hand since. */
export function practisedLast(
  person: Pick<Person, 'id' | 'skills' | 'practised'>,
  drills: readonly Drill[],
  catalog: KindCatalog,
): [Skill, PlainDate][] {
  const days = new Map<Skill, PlainDate>();
  const say = (skill: Skill, day: PlainDate): void => {
    const known = days.get(skill);
    if (known === undefined || day > known) days.set(skill, day);
  };
  for (const skill of person.skills) {
    const day = person.practised[skill];
    if (day !== undefined) say(skill, day);
  }
  for (const { personId, way, at, answers } of drills) {
    if (personId !== person.id || way !== 'hands') continue;
    for (const { kind } of answers) {
      const known = catalog.get(kind);
      const skill = known === undefined ? null : skillFor(known);
      if (skill !== null && person.skills.includes(skill)) say(skill, plainDate(new Date(at).toISOString().slice(0, 10)));
    }
  }
  return SKILLS.flatMap((skill): [Skill, PlainDate][] => {
    const day = days.get(skill);
    return day === undefined ? [] : [[skill, day]];
  });
}
