import { inWords, NEEDS, SKILL_FACTS, showDate } from '@ivrak/core/model';
import type { CourseDates } from '@ivrak/core/upkeep';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import css from './upkeep.module.css';

const STATE: Record<CourseDates['state'], string> = { good: 'good', soon: 'lapses soon', lapsed: 'lapsed, counts still', closed: 'lapsed' };

/** Courses of the crew: until when they are good, by when the next is to be booked, and what falls with them. */
export function Courses({ courses }: { courses: readonly CourseDates[] }) {
  if (courses.length === 0)
    return (
      <p className="small muted">
        No course of anybody is written down. <Link to="/crew">On the crew’s list</Link> they lapse like things do.
      </p>
    );
  return (
    <section className={css.courses} aria-label="Courses">
      <h2>Courses</h2>
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Who</th>
            <th scope="col">Course</th>
            <th scope="col">Good until</th>
            <th scope="col">Book by</th>
            <th scope="col">What falls with it</th>
          </tr>
        </thead>
        <tbody>
          {courses.map((course) => (
            <tr key={`${course.personId}-${course.course}-${course.goodUntil}`}>
              <th scope="row">
                <Link to={`/crew?edit=${course.personId}`}>{course.personName}</Link>
              </th>
              <td>
                {course.course}
                <span className={clsx(css.courseSkills, 'small muted')}>
                  {course.skills.map((skill) => SKILL_FACTS[skill].name).join(', ')}
                </span>
              </td>
              <td className={clsx('mono nowrap', course.state !== 'good' && 'state-gap')}>
                {showDate(course.goodUntil)}
                {course.state !== 'good' && <span className={clsx(css.courseSkills, 'small')}>{STATE[course.state]}</span>}
              </td>
              <td className="mono nowrap">{course.state === 'good' ? showDate(course.bookBy) : 'now'}</td>
              <td>{fallsText(course)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** "A airway tubes and C vital signs in Console case on 14 Aug 2027" */
function fallsText({ falls, closesOn, state }: CourseDates): string {
  if (state === 'closed') return `Opens no need since ${closesOn === null ? 'then' : showDate(closesOn)}.`;
  if (falls.length === 0)
    return closesOn === null ? 'Nothing: lapsed courses are only warned of.' : 'No need: others have the skill, or no brief names them.';
  const places = new Map<string, string[]>();
  for (const { need, kitName, on } of falls) {
    const where = `in ${kitName} on ${showDate(on)}`;
    places.set(where, [...(places.get(where) ?? []), `${need[0]} ${NEEDS[need].label}`]);
  }
  return [...places].map(([where, needs]) => `${inWords(needs)} ${where}`).join('; ');
}
