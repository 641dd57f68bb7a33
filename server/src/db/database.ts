import type { ExtractTablesWithRelations } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT, PgTransaction } from 'drizzle-orm/pg-core';
import type * as schema from './schema.ts';

/** Repositories take only this, so that the driver stays a matter of whoever opens. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;
export type Tx = PgTransaction<PgQueryResultHKT, typeof schema, ExtractTablesWithRelations<typeof schema>>;

export interface OpenDb {
  /** Its transactions go one after another, but for those that are said to be read only. */
  db: Db;
  /** In which its tables lie. */
  schema: string;
  describe: string;
  /** A transaction that waits for no other work: for what only adds, and cannot wait. */
  atOnce: Db['transaction'];
  /** Long work that no other writer may come between, in as many transactions of its own as it likes. */
  exclusively<T>(work: (transaction: Db['transaction']) => Promise<T>): Promise<T>;
  /** Told when another server on the same database has changed what is kept in memory. */
  onChangeElsewhere(listener: () => void): void;
  /** Where the database lies that a restored one takes the place of; null: none. */
  aside: string | null;
  /** Room on the disk that the data lies on; null: not to be told, as for a database in memory. */
  freeBytes(): Promise<number | null>;
  close(): Promise<void>;
}
