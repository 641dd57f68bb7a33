import type { ExportFileSchema } from '@ivrak/contract';
import type { KindCatalog } from '@ivrak/core/model';
import { and, asc, getTableColumns, gt, lte } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type * as z from 'zod';
import { breathe } from '../db/breathe.ts';
import type { Db, Tx } from '../db/database.ts';
import { insertRows } from '../db/insertRows.ts';

export type ExportFile = z.output<typeof ExportFileSchema>;
/** Lists of the export file: one for each stored record. */
type Field = { [F in keyof ExportFile]: ExportFile[F] extends readonly unknown[] ? F : never }[keyof ExportFile];
type RowOf<F extends Field> = ExportFile[F][number];

/** What a file may refer to, and where to say what leads nowhere. */
export interface References {
  say: (path: string, message: string) => void;
  catalog: KindCatalog;
  containers: ReadonlySet<string>;
  positions: ReadonlySet<string>;
  schools: ReadonlySet<string>;
  people: ReadonlySet<string>;
  lots: ReadonlySet<string>;
  kits: ReadonlySet<string>;
  uses: ReadonlySet<string>;
  loadouts: ReadonlySet<string>;
}

/** A record that is stored: how it goes into the export file and out of it, and what it may refer to. */
export interface StoredRecord {
  field: Field;
  /** Where it lies: a table, and others that hold parts of it. */
  tables: readonly PgTable[];
  /** Rows as the file holds them, some at a time, so that others have their turn between; `last` is the largest key of those asked for. */
  pages: (db: Db, last?: number) => AsyncGenerator<unknown[]>;
  write: (insert: Insert, rows: readonly unknown[]) => Promise<void>;
  /** Stops now and then, so that whoever checks a long file may let others have their turn. */
  check: (file: ExportFile, known: References) => Generator<void>;
}

const ROWS_CHECKED_AT_ONCE = 500;

interface Described<F extends Field> {
  field: F;
  table: PgTable;
  /** Rows are read in its order, so that equal data gives an equal file. */
  key: PgColumn;
  /** Further tables that hold parts of it. */
  parts?: readonly PgTable[];
  /** A row as the file holds it, and back. */
  toFile?: (row: never) => unknown;
  toRow?: (row: RowOf<F>) => unknown;
  write?: (insert: Insert, rows: ExportFile[F]) => Promise<void>;
  /** Adds to a page what lies in other tables. */
  complete?: (db: Db, rows: never[]) => Promise<unknown[]>;
  /** What names a row; null: rows may be alike. */
  name?: ((row: RowOf<F>) => { key: string; value: string }) | null;
  references?: (row: RowOf<F>, at: string, known: References) => void;
  checkAll?: (rows: ExportFile[F], known: References) => void;
}

/** Writes rows, as the file's schema has them, into a table. */
export type Insert = (table: PgTable, rows: readonly unknown[]) => Promise<void>;

const ROWS_AT_ONCE = 500;
const CHARACTERS_AT_ONCE = 200_000;

/** Some rows at a time, few of them where they are large: nothing else is done while the database writes some. */
function* inParts(rows: readonly unknown[]): Generator<unknown[]> {
  let part: unknown[] = [];
  let characters = 0;
  for (const row of rows) {
    part.push(row);
    characters += JSON.stringify(row).length;
    if (part.length < ROWS_AT_ONCE && characters < CHARACTERS_AT_ONCE) continue;
    yield part;
    [part, characters] = [[], 0];
  }
  if (part.length > 0) yield part;
}

/** In short transactions of their own, which `within` makes; `letPass` is called between. */
export const insertIn =
  (within: <T>(work: (tx: Tx) => Promise<T>) => Promise<T>, letPass: () => Promise<void>): Insert =>
  async (table, rows) => {
    for (const part of inParts(rows)) {
      await within((tx) => insertRows(tx, table, part));
      await letPass();
    }
  };

const ROWS_OF_PAGE = 1000;

async function* pagesOf(db: Db, table: PgTable, key: PgColumn, last: number | undefined): AsyncGenerator<unknown[]> {
  let after: unknown;
  for (;;) {
    const rows: Record<string, unknown>[] = await db
      .select()
      .from(table)
      .where(and(after === undefined ? undefined : gt(key, after), last === undefined ? undefined : lte(key, last)))
      .orderBy(asc(key))
      .limit(ROWS_OF_PAGE);
    if (rows.length === 0) return;
    yield rows;
    if (rows.length < ROWS_OF_PAGE) return;
    after = rows.at(-1)?.[keyOf(table, key)];
    await breathe();
  }
}

/** What a column is called in rows. */
const keyOf = (table: PgTable, key: PgColumn): string =>
  Object.entries(getTableColumns(table)).find(([, column]) => column === key)?.[0] ?? key.name;

export const byId = (row: { id: string }) => ({ key: 'id', value: row.id });

export function record<F extends Field>(described: Described<F>): StoredRecord {
  const { field, table, key, parts = [], toFile, toRow, references, checkAll } = described;
  const name = described.name === undefined ? (byId as unknown as (row: RowOf<F>) => { key: string; value: string }) : described.name;
  const rowsIn = (file: ExportFile): RowOf<F>[] => file[field] as RowOf<F>[]; // a field that is a list
  return {
    field,
    tables: [...parts, table],
    async *pages(db, last) {
      for await (const page of pagesOf(db, table, key, last)) {
        const rows = described.complete === undefined ? page : await described.complete(db, page as never[]); // each table holds its own type
        yield toFile === undefined ? rows : rows.map((row) => toFile(row as never));
      }
    },
    write: (insert, given) => {
      const rows = given as ExportFile[F]; // as the file's schema has parsed them
      if (described.write !== undefined) return described.write(insert, rows);
      return insert(table, toRow === undefined ? rows : (rows as RowOf<F>[]).map(toRow));
    },
    *check(file, known) {
      const seen = new Set<string>();
      for (const [index, row] of rowsIn(file).entries()) {
        const at = `${field}.${index}`;
        if (name !== null) {
          const { key: label, value } = name(row);
          if (seen.has(value)) known.say(`${at}.${label}`, label === 'id' ? `"${value}" stands twice` : 'stands twice');
          seen.add(value);
        }
        references?.(row, at, known);
        if (index % ROWS_CHECKED_AT_ONCE === 0) yield;
      }
      checkAll?.(file[field], known);
    },
  };
}

type WholeField =
  | 'ownKinds'
  | 'ownSchools'
  | 'contentLists'
  | 'ownContainers'
  | 'ownPositions'
  | 'notices'
  | 'discrepancies'
  | 'drills'
  | 'loadouts'
  | 'kitSets'
  | 'patterns'
  | 'trips'
  | 'weekPlans'
  | 'plans'
  | 'orders';

/** A record that is kept whole, as data with the id of its row. */
export function whole<F extends WholeField>(
  field: F,
  table: PgTable & { id: PgColumn },
  references?: (row: RowOf<F>, at: string, known: References) => void,
  checkAll?: (rows: ExportFile[F], known: References) => void,
): StoredRecord {
  return record<F>({
    field,
    table,
    key: table.id,
    ...(checkAll === undefined ? {} : { checkAll }),
    references: (row, at, known) => {
      if (row.id !== row.data.id) known.say(`${at}.data.id`, `must be "${row.id}"`);
      references?.(row, at, known);
    },
  });
}

export const iso = (at: string): string => new Date(at).toISOString();

export function must(
  known: References,
  set: keyof Omit<References, 'say' | 'catalog'>,
  id: string | null,
  path: string,
  noun: string,
): void {
  if (id !== null && !known[set].has(id))
    known.say(path, noun.startsWith('unknown') ? `${noun} "${id}"` : `there is no ${noun} "${id}" in the file`);
}
export function mustBeKind(known: References, kind: string, path: string): void {
  if (!known.catalog.has(kind)) known.say(path, `"${kind}" is not in the catalogue`);
}
