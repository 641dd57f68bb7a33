import { PersonSchema, type PlainDate } from '@ivrak/core/model';
import { type CourseDates, courseDates } from '@ivrak/core/upkeep';
import { asc } from 'drizzle-orm';
import { people } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';
import { lapsePolicy } from '../installation/knows.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { judge } from '../kits/view.ts';

/** Courses of the crew and what falls with each of them in these kits. */
export async function coursesOf(here: Installation, kits: readonly StoredKit[], today: PlainDate): Promise<CourseDates[]> {
  const crew = PersonSchema.array().parse(await here.db.select().from(people).orderBy(asc(people.name)));
  const falling = kits.map((kit) => ({ id: kit.id, name: kit.name, falls: judge(here, kit, today).falls }));
  return courseDates(crew, await lapsePolicy(here.db), falling, today);
}
