import type { ExtractTablesWithRelations } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT, PgTransaction } from 'drizzle-orm/pg-core';
import type * as schema from './schema.ts';

/** Where servers on one database tell each other, by the schema, that what they keep in memory has changed. */
export const CHANGES_CHANNEL = 'ivrak';
/** Where they tell, by the schema and who they are, that something stands in the journal. */
export const JOURNAL_CHANNEL = 'ivrak_journal';

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
  /**
   * Long work, in as many transactions of its own as it likes: while `writing` no other writer comes between, while `replacing` nobody else
   * gathers what is to take the place of everything.
   */
  exclusively<T>(what: 'writing' | 'replacing', work: (transaction: Db['transaction']) => Promise<T>): Promise<T>;
  /** Lays out empty tables of the same sort in a schema beside; whatever had that name is dropped. */
  layOut(schema: string): Promise<void>;
  /** Told when another server on the same database has changed what is kept in memory. */
  onChangeElsewhere(listener: () => void): void;
  /** Told when something was changed through another server on the same database. */
  onJournalElsewhere(listener: () => void): void;
  /** Where the database lies that a restored one takes the place of; null: none. */
  aside: string | null;
  /** Room on the disk that the data lies on; null: not to be told, as for a database in memory. */
  freeBytes(): Promise<number | null>;
  close(): Promise<void>;
}
