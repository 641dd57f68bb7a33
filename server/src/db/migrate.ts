import { sql } from 'drizzle-orm';
import { type MigrationMeta, readMigrationFiles } from 'drizzle-orm/migrator';
import { breathe } from './breathe.ts';
import type { Db } from './database.ts';
import { FolderError } from './folder.ts';

/** Where tables lie, and where it is written down which migrations they went through. */
export interface Place {
  schema: string;
  book: string;
}

/** The query builder's own name for it. */
export const BOOK = '__drizzle_migrations';

const bookOf = ({ book }: Place) => sql`${sql.identifier(book)}.${sql.identifier(BOOK)}`;

/** The generated migrations name the schema that they were made in; here the one that is looked in first stands for it. */
const anywhere = (statement: string): string => statement.replaceAll('"public".', '');

/** When the last migration that the tables went through was made, milliseconds since 1970; zero: they are not there. */
async function lastIn(db: Db, place: Place): Promise<number> {
  const name = `"${place.book}"."${BOOK}"`;
  const there = await db.execute(sql`select to_regclass(${name})::text as there`);
  if (rowsOf<{ there: string | null }>(there)[0]?.there == null) return 0;
  const last = await db.execute(sql`select coalesce(max(created_at), 0)::float8 as at from ${bookOf(place)}`);
  return rowsOf<{ at: number }>(last)[0]?.at ?? 0;
}

/** Both drivers answer with an object that holds the rows. */
export const rowsOf = <T>(result: unknown): T[] => (result as { rows: T[] }).rows;

/** Whether there are tables that an earlier version has laid out and this one would change. */
export async function isBehind(db: Db, place: Place, folder: string, where: string): Promise<boolean> {
  const pending = await pendingMigrations(db, place, folder, where);
  return pending.length > 0 && (await lastIn(db, place)) > 0;
}

/** What is still to be done to the tables. Throws where a later version has been at them: this one would not know what they mean. */
export async function pendingMigrations(db: Db, place: Place, folder: string, where: string): Promise<MigrationMeta[]> {
  const all = readMigrationFiles({ migrationsFolder: folder });
  const last = await lastIn(db, place);
  if (last > Math.max(...all.map(({ folderMillis }) => folderMillis)))
    throw new FolderError(
      `The database in ${where} was written by a newer version of Ivrak. Nothing was changed. Use that version, or choose another folder with IVRAK_DATA.`,
    );
  return all.filter(({ folderMillis }) => folderMillis > last);
}

/** Brings the tables of a schema up to date, all of it or nothing. `transaction` is one of the database that holds it. */
export async function migrateTo(transaction: Db['transaction'], place: Place, pending: readonly MigrationMeta[]): Promise<void> {
  if (pending.length === 0) return;
  await transaction(async (tx) => {
    for (const schema of new Set([place.schema, place.book])) await tx.execute(sql`create schema if not exists ${sql.identifier(schema)}`);
    await tx.execute(sql`set local search_path to ${sql.identifier(place.schema)}`);
    await tx.execute(sql`create table if not exists ${bookOf(place)} (id serial primary key, hash text not null, created_at bigint)`);
    for (const { sql: statements, hash, folderMillis } of pending) {
      for (const statement of statements) await tx.execute(sql.raw(anywhere(statement)));
      await tx.execute(sql`insert into ${bookOf(place)} (hash, created_at) values (${hash}, ${folderMillis})`);
    }
  });
}

/** Empty tables in a schema of their own, with a book of their own. */
export async function layOut(db: Db, transaction: Db['transaction'], schema: string, folder: string): Promise<void> {
  await transaction((tx) => tx.execute(sql`drop schema if exists ${sql.identifier(schema)} cascade`));
  const place = { schema, book: schema };
  // Nobody looks there before all of it is done, so each step may be by itself.
  for (const migration of await pendingMigrations(db, place, folder, schema)) {
    await migrateTo(transaction, place, [migration]);
    await breathe();
  }
}
