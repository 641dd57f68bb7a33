import type { JournalTopic } from '@ivrak/contract';
import * as contract from '@ivrak/contract';
import { addDays, type PlainDate } from '@ivrak/core/model';
import { and, desc, eq, gte, like, lt, not, or, type SQL, sql } from 'drizzle-orm';
import { journal } from '../db/schema.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { thingsOf } from './things.ts';

/** How changes of a topic begin; what begins like none of these is about the installation. */
const BEGINS: Record<Exclude<JournalTopic, 'installation'>, readonly string[]> = {
  things: ['unit ', 'units ', 'pieces ', 'discrepancy', 'recall', 'counterfeit', 'rotation '],
  kits: ['kit created', 'kit saved', 'kit retired', 'module ', 'upkeep '],
  uses: ['use '],
  inspections: ['inspected', 'inspection ', 'kit inspected'],
  buying: ['order ', 'minimums ', 'book of offers '],
  crew: ['person ', 'loadout ', 'week ', 'drill ', 'set ', 'pattern ', 'trip '],
  catalogue: ['kind ', 'school ', 'list ', 'container ', 'position ', 'reach ', 'measured ', 'plan of places ', 'temperatures '],
};
const beginsWith = (texts: readonly string[]): SQL | undefined => or(...texts.map((text) => like(journal.what, `${text}%`)));

function isOf(topic: JournalTopic): SQL | undefined {
  if (topic !== 'installation') return beginsWith(BEGINS[topic]);
  const any = beginsWith(Object.values(BEGINS).flat());
  return any === undefined ? undefined : not(any);
}

/** The day begins and ends where the server stands. */
const startOf = (day: PlainDate): string => new Date(`${day}T00:00:00`).toISOString();

export const journalRoutes = (here: Installation): Served[] => [
  serve(contract.getJournal, async ({ query: { limit, who, topic, kit, from, to, before } }) => {
    const rows = await here.db
      .select()
      .from(journal)
      .where(
        and(
          who === undefined ? undefined : eq(journal.who, who),
          topic === undefined ? undefined : isOf(topic),
          kit === undefined ? undefined : isAbout(kit),
          from === undefined ? undefined : gte(journal.at, startOf(from)),
          to === undefined ? undefined : lt(journal.at, startOf(addDays(to, 1))),
          before === undefined ? undefined : lt(journal.id, before),
        ),
      )
      .orderBy(desc(journal.id))
      .limit(limit + 1);
    const entries = rows.slice(0, limit);
    const things = await thingsOf(here, [...new Set(entries.map(({ subject }) => subject))]);
    return {
      entries: entries.map((entry) => ({ ...entry, thing: things.get(entry.subject) ?? null })),
      hasMore: rows.length > limit,
    };
  }),
];

/** The kit itself, and what came into it or left it. */
const isAbout = (kitId: string): SQL | undefined =>
  or(eq(journal.subject, kitId), sql`${journal.after} ->> 'kitId' = ${kitId}`, sql`${journal.before} ->> 'kitId' = ${kitId}`);
