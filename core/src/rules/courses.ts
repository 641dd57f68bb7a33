import type { Carer } from '../model/brief.ts';
import { byCourse, COURSE_PLAN, countsOn } from '../model/course.ts';
import { SKILL_FACTS } from '../model/need.ts';
import { addDays, type PlainDate, showDate } from '../model/plainDate.ts';
import { inWords } from '../model/words.ts';
import { note, type Rule, type Said, warn } from './rule.ts';

/** What is to be said of the courses of those whom a brief names. */
export const COURSE_RULES: readonly Rule[] = [
  {
    id: 'course-lapsed',
    title: 'A course that lapsed or lapses soon',
    check: ({ brief, today }) => brief.carers.flatMap((carer) => courseNotes(carer, today)),
  },
];

/** By course, what is to be said of it on a day: it lapses soon, counts still, or no more. */
function courseNotes({ name, knows }: Carer, on: PlainDate): Said[] {
  const near = knows.filter(({ lapsesOn }) => lapsesOn !== null && on >= addDays(lapsesOn, -COURSE_PLAN.bookDays));
  return byCourse(near).flatMap((own): Said[] => {
    const skills = inWords(own.map(({ skill }) => SKILL_FACTS[skill].name));
    const [first] = own;
    const { course } = first;
    if (first.lapsesOn === null) return [];
    const lastGood = showDate(addDays(first.lapsesOn, -1));
    if (on < first.lapsesOn)
      return [note(`${name}’s course “${course}” is good until ${lastGood}: ${skills}. Book the next one.`, ['brief'])];
    const counts = !countsOn(first, on)
      ? 'opens no need here any more'
      : first.closesOn === null
        ? 'still counts, as the setting has it'
        : `counts until ${showDate(addDays(first.closesOn, -1))}`;
    return [warn(`${name}’s course “${course}” was good until ${lastGood} and ${counts}: ${skills}. Book the next one.`, ['brief'])];
  });
}
