import * as z from 'zod';
import { SKILLS, type Skill, SkillSchema } from './need.ts';
import { addDays, addMonths, type PlainDate, PlainDateSchema } from './plainDate.ts';

/** Planning values: how long a course is good for where nothing is printed, and how long before a place on the next is booked. */
export const COURSE_PLAN = { months: 24, bookDays: 60, warnMonths: 6 } as const;
const MOST_COURSES = 40;

/** A course that somebody took. Of a certificate only this is kept, never a scan. */
export const CourseSchema = z
  .object({
    name: z.string().trim().min(1, 'name the course').max(80),
    skills: z.array(SkillSchema).min(1, 'say what was learned').max(SKILLS.length),
    issuedOn: PlainDateSchema,
    /** Good for so many months from the day of issue; a planning value. */
    months: z.number().int('must be whole months').min(1, 'must be at least 1').max(120, 'must be at most 120').default(COURSE_PLAN.months),
    /** Last good day as it is printed on the certificate; it wins, and nothing extends it. Null: none is printed. */
    printedUntil: PlainDateSchema.nullable().default(null),
    reference: z.string().trim().max(60).default(''),
  })
  .refine(({ issuedOn, printedUntil }) => printedUntil === null || printedUntil >= issuedOn, {
    path: ['printedUntil'],
    message: 'must not lie before the day of issue',
  });
export type Course = z.output<typeof CourseSchema>;

export const CoursesSchema = z.array(CourseSchema).max(MOST_COURSES);
/** When a skill was last practised, by skill. */
export const PractisedSchema = z.partialRecord(SkillSchema, PlainDateSchema);

/** What a lapsed course does: it is warned of for so many months, then it opens no need any more; or it is only warned of. */
export const LapsePolicySchema = z.object({
  closes: z.boolean().default(true),
  warnMonths: z.number().int('must be whole months').min(0).max(24, 'must be at most 24').default(COURSE_PLAN.warnMonths),
});
export type LapsePolicy = z.output<typeof LapsePolicySchema>;
export const defaultLapsePolicy = (): LapsePolicy => LapsePolicySchema.parse({});

/** Last good day of a course: as it is printed, else by the months that it is planned to be good for. */
export const goodUntil = ({ printedUntil, issuedOn, months }: Course): PlainDate => printedUntil ?? addMonths(issuedOn, months);

/** A skill of somebody on the crew's list, as briefs see it. */
export const KnownSkillSchema = z.object({
  skill: SkillSchema,
  /** Where it asks for authority: allowed here. */
  isAuthorised: z.boolean(),
  /** The course that is good for it the longest; empty: none is written down, and nothing lapses. */
  course: z.string(),
  /** First day on which that course is not good any more. */
  lapsesOn: PlainDateSchema.nullable(),
  /** First day on which it opens no need any more; null: never. */
  closesOn: PlainDateSchema.nullable(),
});
export type KnownSkill = z.output<typeof KnownSkillSchema>;

interface Trained {
  skills: readonly Skill[];
  authorised: readonly Skill[];
  courses: readonly Course[];
}

/** The course that is good for a skill the longest; undefined: none is written down. */
export function longestCourse({ courses }: Pick<Trained, 'courses'>, skill: Skill): Course | undefined {
  return courses
    .filter(({ skills }) => skills.includes(skill))
    .reduce<Course | undefined>((best, course) => (best === undefined || goodUntil(course) > goodUntil(best) ? course : best), undefined);
}

export function knownSkills(person: Trained, { closes, warnMonths }: LapsePolicy): KnownSkill[] {
  return SKILLS.filter((skill) => person.skills.includes(skill)).map((skill) => {
    const course = longestCourse(person, skill);
    const until = course === undefined ? null : goodUntil(course);
    return {
      skill,
      isAuthorised: person.authorised.includes(skill),
      course: course?.name ?? '',
      lapsesOn: until === null ? null : addDays(until, 1),
      closesOn: until === null || !closes ? null : addDays(addMonths(until, warnMonths), 1),
    };
  });
}

/** Whether a skill still opens needs on a day. */
export const countsOn = ({ closesOn }: Pick<KnownSkill, 'closesOn'>, on: PlainDate): boolean => closesOn === null || on < closesOn;
/** Whether its course is not good any more, whatever follows from that. */
export const isLapsedOn = ({ lapsesOn }: Pick<KnownSkill, 'lapsesOn'>, on: PlainDate): boolean => lapsesOn !== null && on >= lapsesOn;

/** Skills by the course that each hangs on, which are good until one and the same day; never empty. */
export function byCourse(knows: readonly KnownSkill[]): [KnownSkill, ...KnownSkill[]][] {
  const courses = new Map<string, [KnownSkill, ...KnownSkill[]]>();
  for (const known of knows) {
    // Of two courses of one name each has its day.
    const key = `${known.course} ${known.lapsesOn}`;
    const own = courses.get(key);
    if (own === undefined) courses.set(key, [known]);
    else own.push(known);
  }
  return [...courses.values()];
}

/** Skills of somebody that open needs on a day. */
export const countingSkills = (person: Trained, policy: LapsePolicy, on: PlainDate): Skill[] =>
  knownSkills(person, policy).flatMap((known) => (countsOn(known, on) ? [known.skill] : []));
