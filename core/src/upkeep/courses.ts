import type { NeedFall } from '../kit/falls.ts';
import type { Person } from '../model/answers.ts';
import { COURSE_PLAN, type Course, goodUntil, isLapsedOn, knownSkills, type LapsePolicy, longestCourse } from '../model/course.ts';
import type { NeedId, Skill } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';

/** Last day to book the next course before one lapses; never before the first day looked at. */
export function bookBy(lapsesOn: PlainDate, from: PlainDate): PlainDate {
  const day = addDays(lapsesOn, -COURSE_PLAN.bookDays);
  return day < from ? from : day;
}

/** A course that somebody's skills hang on, and what falls with it. */
export interface CourseDates {
  personId: string;
  personName: string;
  course: string;
  reference: string;
  /** Skills for which no other course of theirs is good for longer. */
  skills: Skill[];
  goodUntil: PlainDate;
  /** First day on which it is not good any more. */
  lapsesOn: PlainDate;
  /** First day on which its skills open no need any more; null: it is only warned of. */
  closesOn: PlainDate | null;
  bookBy: PlainDate;
  state: CourseState;
  /** Needs of kits that close with it, from today on. */
  falls: { kitId: string; kitName: string; need: NeedId; on: PlainDate }[];
}
export type CourseState = 'good' | 'soon' | 'lapsed' | 'closed';

interface FallingKit {
  id: string;
  name: string;
  falls: readonly NeedFall[] | null;
}

/** Courses of the crew in the order in which they lapse. Courses that a later one replaces are left out. */
export function courseDates(people: readonly Person[], policy: LapsePolicy, kits: readonly FallingKit[], today: PlainDate): CourseDates[] {
  return people
    .flatMap((person) => {
      const known = knownSkills(person, policy);
      return person.courses.flatMap((course): CourseDates[] => {
        const skills = known.filter(({ skill }) => longestCourse(person, skill) === course);
        const [first] = skills;
        if (first === undefined || first.lapsesOn === null) return [];
        const { lapsesOn, closesOn } = first;
        return [
          {
            personId: person.id,
            personName: person.name,
            course: course.name,
            reference: course.reference,
            skills: skills.map(({ skill }) => skill),
            goodUntil: goodUntil(course),
            lapsesOn,
            closesOn,
            bookBy: bookBy(lapsesOn, today),
            state: stateOf(course, first, today),
            falls: fallsWith(
              person.id,
              skills.map(({ skill }) => skill),
              kits,
            ),
          },
        ];
      });
    })
    .toSorted((a, b) => (a.lapsesOn < b.lapsesOn ? -1 : a.lapsesOn > b.lapsesOn ? 1 : 0));
}

function stateOf(
  course: Course,
  { lapsesOn, closesOn }: { lapsesOn: PlainDate | null; closesOn: PlainDate | null },
  today: PlainDate,
): CourseState {
  if (closesOn !== null && today >= closesOn) return 'closed';
  if (isLapsedOn({ lapsesOn }, today)) return 'lapsed';
  return addDays(goodUntil(course), -COURSE_PLAN.bookDays) <= today ? 'soon' : 'good';
}

const fallsWith = (personId: string, skills: readonly Skill[], kits: readonly FallingKit[]): CourseDates['falls'] =>
  kits.flatMap(({ id, name, falls }) =>
    (falls ?? []).flatMap(({ need, on, lapses }) =>
      lapses.some((lapse) => lapse.personId === personId && skills.includes(lapse.skill)) ? [{ kitId: id, kitName: name, need, on }] : [],
    ),
  );
