import type { InspectionAnswer, Notice } from '@ivrak/core/model';
import { and, gte, inArray } from 'drizzle-orm';
import * as z from 'zod';
import type { Db, Tx } from './database.ts';
import { differences } from './differences.ts';
import { journal } from './schema.ts';

/** A unit as it stood before or after a change, and the kit that it lay in; null: in none. */
const JournalUnitSchema = z.looseObject({ kind: z.string(), count: z.number(), kitId: z.string().nullable() });
type JournalUnit = z.infer<typeof JournalUnitSchema>;

/** Changes of what lies in kits and stores, other than by use. Whoever asks what came into a kit reads just these. */
const UNIT_CHANGES = [
  'unit taken in',
  'unit added',
  'unit moved in',
  'unit changed',
  'unit taken out',
  'unit moved to kit',
  'unit moved to stores',
  'unit moved to practice',
  'unit moved to discarded',
] as const;

/** The nouns of records that are kept whole, each with a version. */
export type RecordNoun =
  | 'kind'
  | 'school'
  | 'list'
  | 'container'
  | 'position'
  | 'loadout'
  | 'week'
  | 'set'
  | 'pattern'
  | 'trip'
  | 'reach plan'
  | 'plan of places'
  | 'book of offers'
  | 'minimums'
  | 'order';

type PlainChange =
  | `${RecordNoun} ${'added' | 'changed' | 'removed'}`
  | `inspected: ${InspectionAnswer['answer']}`
  | 'kit created'
  | 'kit saved'
  | 'kit retired'
  | 'kit inspected'
  | 'inspection started'
  | 'upkeep changed'
  | 'module moved'
  | 'module restocked'
  | 'pieces used'
  | 'use begun'
  | 'use logged'
  | 'use debriefed'
  | 'units taken in from a file'
  | 'person added'
  | 'person changed'
  | 'person taken out'
  | 'reach measured'
  | 'measured time taken out'
  | 'temperatures added'
  | 'temperatures taken away'
  | Notice['about']
  | 'rotation applied'
  | 'demo data loaded'
  | 'everything cleared'
  | 'journal put away'
  | 'pairing code made'
  | 'device paired'
  | 'device ended'
  | 'drill kept'
  | 'discrepancy found'
  | 'discrepancy settled';

/** What happened: of a unit with what it was and is, of anything else with whatever tells it. */
export type Change = { subject: string } & (
  | { what: (typeof UNIT_CHANGES)[number]; before?: JournalUnit | null; after?: JournalUnit | null }
  | { what: PlainChange; before?: unknown; after?: unknown }
);

/** Appends to the journal, in the transaction that makes the change. */
export async function note(tx: Tx, who: string, changes: readonly Change[]): Promise<void> {
  if (changes.length === 0) return;
  const at = new Date().toISOString();
  await tx.insert(journal).values(changes.map(({ what, subject, before, after }) => ({ at, who, what, subject, ...told(before, after) })));
}

/** Of what was changed only the changes: whole kits on both sides of every save would soon be most of the database. */
function told(before: unknown = null, after: unknown = null): { before: unknown; after: unknown } {
  if (before === null || after === null) return { before, after };
  const other = differences(before, after);
  const [was, is] = [JournalUnitSchema.safeParse(before).data, JournalUnitSchema.safeParse(after).data];
  if (was === undefined || is === undefined) return other;
  // Which unit it is of, how many and where is read from here again.
  const known = ({ kind, count, kitId }: JournalUnit) => ({ kind, count, kitId });
  return { before: { ...known(was), ...(other.before as object) }, after: { ...known(is), ...(other.after as object) } }; // units are objects
}

export interface Arrival {
  atMs: number;
  kitId: string;
  kind: string;
  /** Whole units; under zero where they were taken out. */
  count: number;
}

/** What came into kits and went out of them since a time, other than by use. */
export async function arrivalsSince(db: Db | Tx, since: string): Promise<Arrival[]> {
  const rows = await db
    .select({ at: journal.at, before: journal.before, after: journal.after })
    .from(journal)
    .where(and(inArray(journal.what, [...UNIT_CHANGES]), gte(journal.at, since)));
  return rows.flatMap(({ at, before, after }) => {
    const atMs = Date.parse(at);
    return [...inKit(before, -1), ...inKit(after, 1)].map((moved) => ({ atMs, ...moved }));
  });
}

function inKit(unit: unknown, sign: 1 | -1): Omit<Arrival, 'atMs'>[] {
  // Rows of an older program may say less of a unit.
  const known = JournalUnitSchema.safeParse(unit).data;
  return known === undefined || known.kitId === null ? [] : [{ kitId: known.kitId, kind: known.kind, count: sign * known.count }];
}
