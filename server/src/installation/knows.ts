import {
  type Brief,
  CourseSchema,
  defaultLapsePolicy,
  type KnownSkill,
  knownSkills,
  type LapsePolicy,
  LapsePolicySchema,
} from '@ivrak/core/model';
import { eq } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { people, settings } from '../db/schema.ts';

/** The setting under which it is kept. */
export const LAPSE_KEY = 'lapsedCourses';

export const policyOf = (value: unknown): LapsePolicy => LapsePolicySchema.safeParse(value).data ?? defaultLapsePolicy();

/** What a lapsed course does here. */
export async function lapsePolicy(db: Db | Tx): Promise<LapsePolicy> {
  const [row] = await db.select().from(settings).where(eq(settings.key, LAPSE_KEY));
  return policyOf(row?.value);
}

/** Of everybody on the crew's list, what they can do and until when it counts. */
export type CrewKnows = ReadonlyMap<string, { name: string; knows: KnownSkill[] }>;

export async function crewKnows(db: Db | Tx): Promise<CrewKnows> {
  const policy = await lapsePolicy(db);
  const { id, name, skills, authorised, courses } = people;
  const rows = await db.select({ id, name, skills, authorised, courses }).from(people);
  return new Map(
    rows.map((row) => [
      row.id,
      { name: row.name, knows: knownSkills({ ...row, courses: CourseSchema.array().parse(row.courses) }, policy) },
    ]),
  );
}

export const namesCrew = ({ carers }: Brief): boolean => carers.some(({ personId }) => personId !== null);

/** A brief with what the crew's list says of those whom it names. Who is not on the list any more brings nothing. */
export const briefKnowing = (brief: Brief, crew: CrewKnows): Brief => ({
  ...brief,
  carers: brief.carers.map((carer) => {
    const known = carer.personId === null ? undefined : crew.get(carer.personId);
    return carer.personId === null ? carer : { ...carer, name: known?.name ?? carer.name, knows: known?.knows ?? [] };
  }),
});
