import { slowFinds } from '@ivrak/core/drill';
import { addDays, type Drill, DrillSchema, type PlainDate, type SlowFind } from '@ivrak/core/model';
import { and, asc, eq, gte, sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/database.ts';
import { drills, people } from '../db/schema.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import type { StoredPacking } from './view.ts';

/** What is older says nothing of today. */
export const DAYS_BACK = 730;

/** Sittings since a day, oldest first, with all kits or with one. */
export async function drillsSince(db: Db | Tx, since: PlainDate, kitId?: string): Promise<Drill[]> {
  const ofKit = kitId === undefined ? undefined : eq(sql`${drills.data} ->> 'kitId'`, kitId);
  const rows = await db
    .select({ data: drills.data })
    .from(drills)
    .where(and(gte(sql`${drills.data} ->> 'at'`, since), ofKit))
    .orderBy(sql`${drills.data} ->> 'at'`, drills.id);
  return rows.map(({ data }) => DrillSchema.parse(data));
}

/** What drills say of a kit as it is packed; nothing where it is not. */
export async function findsOf(db: Db, kit: StoredKit, packed: StoredPacking['result'] | null, on: PlainDate): Promise<SlowFind[]> {
  if (packed === null) return [];
  const own = await drillsSince(db, addDays(on, -DAYS_BACK), kit.id);
  if (own.length === 0) return [];
  const crew = await db.select({ id: people.id, name: people.name }).from(people).orderBy(asc(people.name));
  return slowFinds(own, kit, crew, packed);
}
