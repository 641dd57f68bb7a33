import { type SQL, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';

/** Changes with every write to a row: the transaction that wrote it, and where it lies (PostgreSQL manual, system columns). */
export const rowMark = (table: PgTable): SQL<string> => sql<string>`${table}.xmin::text || ' ' || ${table}.ctid::text`;
