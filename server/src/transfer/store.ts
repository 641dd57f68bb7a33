import { ExportFileSchema } from '@ivrak/contract';
import type { Db, Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { settings } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import { type Installation, takeUp } from '../installation/installation.ts';
import type { ExportFile } from '../records/record.ts';
import { STORED_RECORDS } from '../records/registry.ts';
import { referenceIssues } from './file.ts';

/** However many write meanwhile, all of it is of one moment. */
const AS_IT_STANDS = { accessMode: 'read only', isolationLevel: 'repeatable read' } as const;
const FORMAT_VERSION = 7;

/** Reads everything in one transaction and in a fixed order, so that equal data gives an equal file. */
export async function readAll(db: Db): Promise<ExportFile> {
  return db.transaction(async (tx) => {
    const lists: Record<string, unknown[]> = {};
    for (const { field, read } of STORED_RECORDS) lists[field] = await read(tx);
    return ExportFileSchema.parse({ format: 'ivrak', formatVersion: FORMAT_VERSION, ...lists });
  }, AS_IT_STANDS);
}

export const countsOf = ({ kits, units, lots }: ExportFile) => ({ kits: kits.length, units: units.length, lots: lots.length });

async function emptyTables(tx: Tx): Promise<void> {
  for (const { tables } of [...STORED_RECORDS].reverse()) for (const table of tables) await tx.delete(table);
}

/** Replaces everything by what the file holds, or throws 422 and changes nothing. The file's journal goes on as ours. */
export async function replaceAll(here: Installation, file: ExportFile): Promise<void> {
  const issues = referenceIssues(file);
  if (issues.length > 0) throw unacceptable(issues);
  await here.db.transaction(async (tx) => {
    await emptyTables(tx);
    for (const { write } of STORED_RECORDS) await write(tx, file);
  });
  await takeUp(here);
}

/** Begins with nothing. What was confirmed stays confirmed, and that it was cleared stands in the journal. */
export async function emptyAll(here: Installation, who: string): Promise<void> {
  await here.db.transaction(async (tx) => {
    const kept = (await tx.select().from(settings)).filter(({ key }) => key === 'cautionReadAt');
    await emptyTables(tx);
    if (kept.length > 0) await tx.insert(settings).values(kept);
    await note(tx, who, [{ what: 'everything cleared', subject: 'installation' }]);
  });
  await takeUp(here);
}
