import * as contract from '@ivrak/contract';
import type { Db } from '../db/open.ts';
import { unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { type ExportFile, STORED_RECORDS } from '../records/registry.ts';
import { referenceIssues } from './file.ts';

const FORMAT_VERSION = 6;

/** Reads everything in one transaction and in a fixed order, so that equal data gives an equal file. */
export async function readAll(db: Db): Promise<ExportFile> {
  return db.transaction(async (tx) => {
    const lists: Record<string, unknown[]> = {};
    for (const { field, read } of STORED_RECORDS) lists[field] = await read(tx);
    return contract.ExportFileSchema.parse({ format: 'ivrak', formatVersion: FORMAT_VERSION, ...lists });
  });
}

/** Replaces everything by what the file holds, or throws 422 and changes nothing. The file's journal goes on as ours. */
export async function replaceAll(here: Installation, file: ExportFile): Promise<void> {
  const issues = referenceIssues(file);
  if (issues.length > 0) throw unacceptable(issues.slice(0, 100));
  await here.db.transaction(async (tx) => {
    for (const { tables } of [...STORED_RECORDS].reverse()) for (const table of tables) await tx.delete(table);
    for (const { write } of STORED_RECORDS) await write(tx, file);
  });
  await here.catalog.load(here.db);
  await here.heat.load(here.db);
}

export const transferRoutes = (here: Installation): Served[] => [
  serve(contract.exportAll, () => readAll(here.db)),
  serve(contract.importAll, async ({ body }) => {
    await replaceAll(here, body);
    return { kits: body.kits.length, units: body.units.length, lots: body.lots.length };
  }),
];
