import type { Tx } from '../db/database.ts';
import { note } from '../db/journal.ts';
import { journal, kits, lots, settings, units } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import { type Installation, takeUp } from '../installation/installation.ts';
import { STORED_RECORDS } from '../records/registry.ts';
import { referenceIssues } from './file.ts';
import { type ReadFile, readExport } from './reading.ts';
import { replaceTables } from './replacing.ts';

/** How many of what people count lie here. */
export async function countsHere({ db }: Installation) {
  return { kits: await db.$count(kits), units: await db.$count(units), lots: await db.$count(lots) };
}

async function emptyTables(tx: Tx): Promise<void> {
  for (const { tables } of [...STORED_RECORDS].reverse()) for (const table of tables) await tx.delete(table);
}

/**
 * Replaces everything by what an export file holds, or throws and changes nothing. The file's journal goes on as ours. `before` is called
 * once the file is known to be good, while no writer comes between it and the replacing.
 */
export async function replaceAll(
  here: Installation,
  source: AsyncIterable<Uint8Array>,
  before: () => Promise<void> = async () => undefined,
): Promise<ReadFile> {
  const read = await replaceTables(here, {
    fill: async (insert) => {
      const inside = await readExport(source, (rows) => insert(journal, rows), here.letPass);
      const issues = await referenceIssues(inside.file, here.letPass);
      if (issues.length > 0) throw unacceptable(issues);
      for (const { field, write } of STORED_RECORDS) if (field !== 'journal') await write(insert, inside.file[field]);
      return inside;
    },
    before,
  });
  await takeUp(here);
  return read;
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
