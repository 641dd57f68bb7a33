import type { PlainDate } from '@ivrak/core/model';
import type { OpenDb } from '../db/database.ts';
import { Urgent } from '../db/urgent.ts';
import { LiveCatalog } from './catalog.ts';
import { HeatOfPlaces } from './heat.ts';
import { Live } from './live.ts';
import { Memory } from './memory.ts';
import type { StoredKit } from './storedKit.ts';

/** One database with what is kept in memory of it. Handed to whatever needs it, so that two may run in one process. */
export interface Installation {
  readonly db: OpenDb['db'];
  readonly describeDb: string;
  readonly freeBytes: OpenDb['freeBytes'];
  readonly atOnce: OpenDb['atOnce'];
  /** Long work calls it between its steps: what goes at once goes first. */
  readonly letPass: () => Promise<void>;
  readonly exclusively: OpenDb['exclusively'];
  readonly layOut: OpenDb['layOut'];
  readonly schema: string;
  readonly today: () => PlainDate;
  /** Null: there is none, as for a database in memory. */
  readonly backupFolder: string | null;
  readonly catalog: LiveCatalog;
  readonly heat: HeatOfPlaces;
  readonly memory: Memory<StoredKit>;
  readonly live: Live;
}

export async function createInstallation(
  { db, describe, freeBytes, atOnce, exclusively, layOut, schema, onChangeElsewhere, onJournalElsewhere }: OpenDb,
  today: () => PlainDate,
  backupFolder: string | null = null,
): Promise<Installation> {
  const memory = new Memory<StoredKit>();
  const forget = () => memory.forgetDerived();
  const catalog = new LiveCatalog(forget);
  const heat = new HeatOfPlaces(catalog, forget);
  const urgent = new Urgent();
  const here: Installation = {
    db,
    describeDb: describe,
    freeBytes,
    atOnce: (work, config) => urgent.run(() => atOnce(work, config)),
    letPass: () => urgent.pass(),
    exclusively,
    layOut,
    schema,
    today,
    backupFolder,
    catalog,
    heat,
    memory,
    live: new Live(),
  };
  await takeUp(here);
  onJournalElsewhere(() => here.live.changed(null));
  onChangeElsewhere(() => void takeUp(here).catch(() => undefined)); // a database that is gone is said by the next call
  return here;
}

/** Reads again what is kept in memory: at a start, after everything was replaced, and when another server has changed it. */
export async function takeUp({ db, catalog, heat }: Installation): Promise<void> {
  await catalog.load(db);
  await heat.load(db);
}
