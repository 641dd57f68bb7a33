import { COURSE_PLAN, type Course, goodUntil, type Person, SKILL_FACTS, SKILLS, type Skill, showDate } from '@ivrak/core/model';
import { Button, MultiSelect, NumberInput, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import { DateField } from '../ui/DateField.tsx';
import css from './crew.module.css';

const MOST_MONTHS = 120;
const NO_COURSE = {
  name: '',
  skills: [],
  issuedOn: '',
  months: COURSE_PLAN.months,
  printedUntil: null,
  reference: '',
} as unknown as Course; // gets its day before it is kept

/** Courses with their dates, and when each skill was last practised. A certificate itself is not kept. */
export function CourseFields({ form }: { form: UseFormReturnType<Person> }) {
  const { courses, skills } = form.values;
  const add = () => form.insertListItem('courses', { ...NO_COURSE, skills: [...skills] });
  return (
    <fieldset className={css.skills}>
      <legend>Courses</legend>
      {courses.map((course, index) => (
        <OneCourse key={index} form={form} course={course} index={index} />
      ))}
      <Button variant="default" onClick={add}>
        Add a course
      </Button>
      <p className="small muted">
        Only name, day and reference are kept, never a scan. {COURSE_PLAN.months} months is a planning value; a date that is printed wins
        and nothing extends it.
      </p>
      {skills.length > 0 && <Practised form={form} />}
    </fieldset>
  );
}

function OneCourse({ form, course, index }: { form: UseFormReturnType<Person>; course: Course; index: number }) {
  const at = `courses.${index}`;
  const { skills } = form.values;
  const learn = (learned: Skill[]) => {
    form.setFieldValue(`${at}.skills`, learned);
    // What a course taught is something that they are trained for.
    form.setFieldValue(
      'skills',
      SKILLS.filter((one) => skills.includes(one) || learned.includes(one)),
    );
  };
  const isDated = /^\d{4}-\d{2}-\d{2}$/.test(course.issuedOn);
  return (
    <div className={css.course} role="group" aria-label={course.name === '' ? `Course ${index + 1}` : course.name}>
      <TextInput label="Course" maxLength={80} {...form.getInputProps(`${at}.name`)} />
      <MultiSelect
        label="What was learned"
        data={SKILLS.map((skill) => ({ value: skill as string, label: SKILL_FACTS[skill].name }))}
        value={course.skills}
        error={form.errors[`${at}.skills`]}
        onChange={(values) => learn(SKILLS.filter((skill) => values.includes(skill)))}
      />
      <div className={css.courseDates}>
        <DateField
          label="Issued on"
          value={isDated ? course.issuedOn : null}
          onChange={(date) =>
            form.setFieldValue('courses', form.values.courses.with(index, { ...course, issuedOn: date ?? NO_COURSE.issuedOn }))
          }
        />
        <NumberInput
          label="Good for"
          suffix=" months"
          min={1}
          max={MOST_MONTHS}
          allowDecimal={false}
          {...form.getInputProps(`${at}.months`)}
        />
        <DateField label="Printed until" value={course.printedUntil} onChange={(date) => form.setFieldValue(`${at}.printedUntil`, date)} />
        <TextInput label="Reference" maxLength={60} {...form.getInputProps(`${at}.reference`)} />
      </div>
      {form.errors[`${at}.issuedOn`] !== undefined && <p className="small state-gap">Say on which day it was issued.</p>}
      {form.errors[`${at}.printedUntil`] !== undefined && <p className="small state-gap">{form.errors[`${at}.printedUntil`]}</p>}
      <div className="row">
        <span className="small grow">{isDated && Number.isInteger(course.months) ? `Good until ${showDate(goodUntil(course))}` : ''}</span>
        <Button
          size="compact-sm"
          variant="subtle"
          onClick={() => form.removeListItem('courses', index)}
          aria-label={`Take out course ${index + 1}`}
        >
          Take out
        </Button>
      </div>
    </div>
  );
}

function Practised({ form }: { form: UseFormReturnType<Person> }) {
  const { skills, practised } = form.values;
  return (
    <details>
      <summary>Practised last</summary>
      <div className={css.courseDates}>
        {skills.map((skill) => (
          <DateField
            key={skill}
            label={SKILL_FACTS[skill].name}
            value={practised[skill] ?? null}
            onChange={(date) => {
              const { [skill]: _, ...others } = practised;
              form.setFieldValue('practised', date === null ? others : { ...others, [skill]: date });
            }}
          />
        ))}
      </div>
    </details>
  );
}
