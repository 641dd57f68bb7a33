import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { ExtractTablesWithRelations } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT, PgTransaction } from 'drizzle-orm/pg-core';
import { MIGRATIONS_FOLDER } from '../paths.ts';
import { lockFolder } from './lock.ts';
import * as schema from './schema.ts';

/** Repositories take only this, so that the driver stays a matter of this file. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;
export type Tx = PgTransaction<PgQueryResultHKT, typeof schema, ExtractTablesWithRelations<typeof schema>>;

export interface OpenDb {
  db: Db;
  describe: string;
  close(): Promise<void>;
}

/** Opens the embedded database in `folder` (null: in memory), locked and migrated. Every acknowledged write is on disk. */
export async function openDb(folder: string | null, migrationsFolder: string = MIGRATIONS_FOLDER): Promise<OpenDb> {
  const { PGlite } = await import('@electric-sql/pglite');
  const { drizzle } = await import('drizzle-orm/pglite');
  const { migrate } = await import('drizzle-orm/pglite/migrator');
  const lock = folder === null ? null : await lockFolder(folder);
  try {
    if (folder !== null) mkdirSync(join(folder, 'pg'), { recursive: true });
    const client = folder === null ? new PGlite() : new PGlite({ dataDir: join(folder, 'pg'), relaxedDurability: false });
    await client.waitReady;
    const db = drizzle({ client, schema });
    await migrate(db, { migrationsFolder });
    const close = async () => {
      await client.close();
      await lock?.release();
    };
    return { db, describe: 'embedded PostgreSQL', close };
  } catch (error) {
    await lock?.release();
    throw error;
  }
}
