import { slowFinds } from '@ivrak/core/drill';
import { addDays, DrillSchema, type PlainDate, type SlowFind } from '@ivrak/core/model';
import { and, asc, eq, gte, sql } from 'drizzle-orm';
import type { Db } from '../db/database.ts';
import { drills, people } from '../db/schema.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import type { StoredPacking } from './view.ts';

/** What is older says nothing of today. */
const DAYS_BACK = 730;

/** What drills say of a kit as it is packed; nothing where it is not. */
export async function findsOf(db: Db, kit: StoredKit, packed: StoredPacking['result'] | null, on: PlainDate): Promise<SlowFind[]> {
  if (packed === null) return [];
  const rows = await db
    .select({ data: drills.data })
    .from(drills)
    .where(and(eq(sql`${drills.data} ->> 'kitId'`, kit.id), gte(sql`${drills.data} ->> 'at'`, addDays(on, -DAYS_BACK))));
  if (rows.length === 0) return [];
  const crew = await db.select({ id: people.id, name: people.name }).from(people).orderBy(asc(people.name));
  return slowFinds(
    rows.map(({ data }) => DrillSchema.parse(data)),
    kit,
    crew,
    packed,
  );
}
