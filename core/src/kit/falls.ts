import { type Coverage, coverageNow, needsHeld, problemOf } from '../coverage/coverage.ts';
import type { CoverageProblem } from '../coverage/problem.ts';
import { type Brief, briefOn, skillsOf } from '../model/brief.ts';
import type { KindCatalog } from '../model/kind.ts';
import type { NeedId, Skill } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import type { PersonId } from '../model/unit.ts';
import { deriveNeeds } from '../needs/needs.ts';
import type { JudgedKit } from './judged.ts';

/** A skill of somebody that stops counting. */
export interface CourseLapse {
  personId: PersonId;
  name: string;
  skill: Skill;
  course: string;
  /** First day on which the course is not good any more, which may be months before it stops counting. */
  lapsesOn: PlainDate;
}

/** The day on which a need that is held falls if nothing is done. */
export interface NeedFall {
  need: NeedId;
  /** First day without it. */
  on: PlainDate;
  /** Whose courses stop counting on that day, so that it is asked of nobody any more; empty: a thing lapses. */
  lapses: CourseLapse[];
}

/** What is asked on a day by briefs as they stand on another. */
export type AskedOn = (on: PlainDate, briefs: (brief: Brief) => Brief) => CoverageProblem;

/** Days after `from` on which skills of people whom these briefs name stop counting. */
export function closingDays(briefs: readonly Brief[], from: PlainDate): PlainDate[] {
  const days = briefs.flatMap(({ carers }) =>
    carers.flatMap(({ personId, knows }) =>
      personId === null ? [] : knows.flatMap(({ closesOn }) => (closesOn !== null && closesOn > from ? [closesOn] : [])),
    ),
  );
  return [...new Set(days)].sort();
}

const lapsingOn = (briefs: readonly Brief[], on: PlainDate): CourseLapse[] => {
  const all = briefs.flatMap(({ carers }) =>
    carers.flatMap(({ personId, name, knows }) =>
      knows.flatMap(({ skill, course, lapsesOn, closesOn }) =>
        personId !== null && lapsesOn !== null && closesOn === on ? [{ personId, name, skill, course, lapsesOn }] : [],
      ),
    ),
  );
  return [...new Map(all.map((lapse) => [`${lapse.personId} ${lapse.skill}`, lapse])).values()];
};

/**
 * When each need that is held now falls, where courses lapse on the way: from one such day to the next it is asked by those whose skills
 * still count. A need of which nothing more is asked than what would be good to have falls only with the skill.
 */
export function needFalls(asked: AskedOn, briefs: readonly Brief[], from: PlainDate, catalog: KindCatalog): NeedFall[] {
  const starts = [from, ...closingDays(briefs, from)];
  const falls = new Map<NeedId, NeedFall>();
  const open = servedNow(asked(from, as(from)), catalog);
  const fall = (need: NeedId, on: PlainDate, lapses: CourseLapse[]): void => {
    falls.set(need, { need, on, lapses });
    open.delete(need);
  };
  for (const [index, day] of starts.entries()) {
    const held = heldBy(asked(day, as(day)), catalog);
    // The same day with the skills of the day before: what is not held then has lapsed, and the course is not the reason.
    const before = index === 0 ? held : heldBy(asked(day, as(addDays(day, -1))), catalog);
    for (const need of [...open]) if (!held.has(need)) fall(need, day, before.has(need) ? blamed(asked, briefs, need, day, catalog) : []);
    const next = starts[index + 1];
    for (const [need, lapsesOn] of held)
      if (open.has(need) && lapsesOn !== null && (next === undefined || lapsesOn < next)) fall(need, lapsesOn, []);
  }
  return [...falls.values()];
}

/** Needs that something is there for, as much as must be. */
const servedNow = (problem: CoverageProblem, catalog: KindCatalog): Set<NeedId> =>
  new Set(coverageNow(problem, catalog).flatMap(({ need, least, ideal, have }) => (ideal > 0 && have > 0 && have >= least ? [need] : [])));

const as = (day: PlainDate) => (brief: Brief) => briefOn(brief, day);

/** Needs that are held, with the day on which things let them fall. */
function heldBy(problem: CoverageProblem, catalog: KindCatalog): Map<NeedId, PlainDate | null> {
  const ideal = new Map(problem.needs.map((need) => [need.need, need.ideal]));
  return new Map(
    needsHeld(problem, catalog).flatMap(({ need, isHeld, lapsesOn }) => (isHeld && (ideal.get(need) ?? 0) > 0 ? [[need, lapsesOn]] : [])),
  );
}
const isHeldOn = (problem: CoverageProblem, need: NeedId, catalog: KindCatalog): boolean => heldBy(problem, catalog).has(need);

/** Those of the lapses without which the need would be held; where it takes two of them, all. */
function blamed(asked: AskedOn, briefs: readonly Brief[], need: NeedId, day: PlainDate, catalog: KindCatalog): CourseLapse[] {
  const all = lapsingOn(briefs, day);
  const missed = all.filter((lapse) =>
    isHeldOn(
      asked(day, (brief) => withSkill(briefOn(brief, day), lapse)),
      need,
      catalog,
    ),
  );
  return missed.length > 0 ? missed : all;
}

const withSkill = (brief: Brief, { personId, skill }: CourseLapse): Brief => ({
  ...brief,
  carers: brief.carers.map((carer) =>
    carer.personId === personId
      ? {
          ...carer,
          skills: [...carer.skills, skill],
          authorised: carer.knows.flatMap((known) => (known.isAuthorised ? [known.skill] : [])),
        }
      : carer,
  ),
});

/** Of one kit; null: no course on which its brief hangs lapses, and things alone let its needs fall. */
export function kitFalls({ inSet, ...kit }: JudgedKit, school: School, from: PlainDate, catalog: KindCatalog): NeedFall[] | null {
  if (closingDays([kit.brief], from).length === 0) return null;
  const asked: AskedOn = (on, briefs) => {
    const brief = briefs(kit.brief);
    const { securityChecks: isChecked } = brief;
    return problemOf({ ...kit, needs: deriveNeeds(brief, school), school, skills: skillsOf(brief), isChecked, beside: inSet?.beside }, on);
  };
  return needFalls(asked, [kit.brief], from, catalog);
}

/** Coverage with the days on which needs fall, where courses lapse, too. */
export function withFalls(coverage: Coverage, falls: readonly NeedFall[] | null | undefined): Coverage {
  if (falls == null) return coverage;
  const days = new Map(falls.map(({ need, on }) => [need, on]));
  return { ...coverage, needs: coverage.needs.map((need) => ({ ...need, lapsesOn: days.get(need.need) ?? null })) };
}
