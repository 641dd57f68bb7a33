import { and, eq } from 'drizzle-orm';
import type { Tx } from '../db/database.ts';
import { note, type RecordNoun } from '../db/journal.ts';
import type {
  contentLists,
  kitSets,
  loadouts,
  orders,
  ownContainers,
  ownKinds,
  ownPositions,
  ownSchools,
  patterns,
  plans,
  trips,
  weekPlans,
} from '../db/schema.ts';
import { notFound, Problem } from '../http/problem.ts';

/** Tables of one shape: an id, the whole record, a version. */
type OwnTable =
  | typeof ownKinds
  | typeof ownSchools
  | typeof contentLists
  | typeof loadouts
  | typeof kitSets
  | typeof patterns
  | typeof trips
  | typeof orders
  | typeof weekPlans
  | typeof plans
  | typeof ownContainers
  | typeof ownPositions;
export interface OwnRow<T> {
  id: string;
  data: T;
  version: number;
}
interface Write<T> {
  table: OwnTable;
  /** As it stands in the journal: "kind", "school", "list". */
  noun: RecordNoun;
  who: string;
  data: T;
  /** The version that was changed; null: it must not be there yet. */
  version: number | null;
}

export async function findRow<T>(tx: Tx, table: OwnTable, id: string): Promise<OwnRow<T> | null> {
  const [row] = await tx.select().from(table).where(eq(table.id, id));
  return row === undefined ? null : (row as OwnRow<T>); // each table holds its own type, checked when it was written
}

/** Writes a record whole; 409 with the current one where the version is old, or where it was to be new and is there. */
export async function writeRow<T extends { id: string }>(tx: Tx, { table, noun, who, data, version }: Write<T>): Promise<OwnRow<T>> {
  const before = version === null ? null : await findRow<T>(tx, table, data.id);
  const next = (version ?? 0) + 1;
  const values = { id: data.id, data: data as never, version: next }; // the table's own type, see findRow
  // The version is looked at by the write itself: of two that come at once, one finds nothing to write on.
  const written =
    version === null
      ? await tx.insert(table).values(values).onConflictDoNothing().returning({ id: table.id })
      : await tx
          .update(table)
          .set({ data: values.data, version: next })
          .where(and(eq(table.id, data.id), eq(table.version, version)))
          .returning({ id: table.id });
  if (written.length === 0)
    throw new Problem(409, 'Changed meanwhile', `The ${noun} "${data.id}" is not what you changed.`, {
      current: await findRow<T>(tx, table, data.id),
    });
  const what = before === null ? (`${noun} added` as const) : (`${noun} changed` as const);
  await note(tx, who, [{ what, subject: data.id, before: before?.data ?? null, after: data }]);
  return { id: data.id, data, version: next };
}

interface Removal {
  table: OwnTable;
  noun: RecordNoun;
  who: string;
  id: string;
  version: number;
}

export async function removeRow(tx: Tx, { table, noun, who, id, version }: Removal): Promise<void> {
  const [removed] = await tx
    .delete(table)
    .where(and(eq(table.id, id), eq(table.version, version)))
    .returning();
  if (removed === undefined) {
    const current = await findRow(tx, table, id);
    if (current === null) throw notFound(noun, id);
    throw new Problem(409, 'Changed meanwhile', `The ${noun} "${id}" was changed meanwhile.`, { current });
  }
  await note(tx, who, [{ what: `${noun} removed`, subject: id, before: removed.data }]);
}
