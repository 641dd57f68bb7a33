import type { PlainDate } from '@ivrak/core/model';
import type { OpenDb } from '../db/open.ts';
import { LiveCatalog } from './catalog.ts';
import { HeatOfPlaces } from './heat.ts';
import { Summaries } from './summaries.ts';

/** One database with what is kept in memory of it. Handed to whatever needs it, so that two may run in one process. */
export interface Installation {
  readonly db: OpenDb['db'];
  readonly describeDb: string;
  readonly freeBytes: OpenDb['freeBytes'];
  readonly today: () => PlainDate;
  /** Null: there is none, as for a database in memory. */
  readonly backupFolder: string | null;
  readonly catalog: LiveCatalog;
  readonly heat: HeatOfPlaces;
  readonly summaries: Summaries;
}

export async function createInstallation(
  { db, describe, freeBytes }: Pick<OpenDb, 'db' | 'describe' | 'freeBytes'>,
  today: () => PlainDate,
  backupFolder: string | null = null,
): Promise<Installation> {
  const summaries = new Summaries();
  const catalog = new LiveCatalog(() => summaries.forget());
  const heat = new HeatOfPlaces(catalog);
  await catalog.load(db);
  await heat.load(db);
  return { db, describeDb: describe, freeBytes, today, backupFolder, catalog, heat, summaries };
}
