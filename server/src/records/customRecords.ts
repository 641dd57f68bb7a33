import { eq } from 'drizzle-orm';
import { note, type RecordNoun } from '../db/journal.ts';
import type { Tx } from '../db/open.ts';
import type { contentLists, loadouts, orders, ownContainers, ownKinds, ownPositions, ownSchools, plans, weekPlans } from '../db/schema.ts';
import { notFound, Problem } from '../http/problem.ts';

/** Tables of one shape: an id, the whole record, a version. */
type OwnTable =
  | typeof ownKinds
  | typeof ownSchools
  | typeof contentLists
  | typeof loadouts
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
  const before = await findRow<T>(tx, table, data.id);
  if ((before?.version ?? null) !== version)
    throw new Problem(409, 'Changed meanwhile', `The ${noun} "${data.id}" is not what you changed.`, { current: before });
  const next = (before?.version ?? 0) + 1;
  const values = { id: data.id, data: data as never, version: next }; // the table's own type, see findRow
  await tx
    .insert(table)
    .values(values)
    .onConflictDoUpdate({ target: table.id, set: { data: values.data, version: next } });
  await note(tx, who, [
    { what: before === null ? `${noun} added` : `${noun} changed`, subject: data.id, before: before?.data ?? null, after: data },
  ]);
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
  const before = await findRow(tx, table, id);
  if (before === null) throw notFound(noun, id);
  if (before.version !== version)
    throw new Problem(409, 'Changed meanwhile', `The ${noun} "${id}" was changed meanwhile.`, { current: before });
  await tx.delete(table).where(eq(table.id, id));
  await note(tx, who, [{ what: `${noun} removed`, subject: id, before: before.data }]);
}
