import { Readable } from 'node:stream';
import { devices, journal, kits, lots, settings, units } from '../db/schema.ts';
import { unacceptable } from '../http/problem.ts';
import { type Installation, takeUp } from '../installation/installation.ts';
import type { ExportFile } from '../records/record.ts';
import { STORED_RECORDS } from '../records/registry.ts';
import { MODEL_NEWS_KEY } from '../settings/routes.ts';
import { referenceIssues } from './file.ts';
import { readExport } from './reading.ts';
import { replaceTables } from './replacing.ts';
import { FORMAT_VERSION } from './writing.ts';

/** What earlier ones hold is read otherwise now, and whoever imports one is told how. */
const FIRST_WITH_FAMILIES = 8;

/** How many of what people count lie here. */
export async function countsHere({ db }: Installation) {
  return { kits: await db.$count(kits), units: await db.$count(units), lots: await db.$count(lots) };
}

/**
 * Replaces everything by what an export file holds, or throws and changes nothing. The file's journal goes on as ours. `before` is called
 * once the file is known to be good, while no writer comes between it and the replacing.
 */
export async function replaceAll(
  here: Installation,
  source: AsyncIterable<Uint8Array>,
  before: () => Promise<void> = async () => undefined,
): Promise<ExportFile> {
  const read = await replaceTables(here, {
    fill: async (insert) => {
      const inside = await readExport(source, (rows) => insert(journal, rows), here.letPass);
      const issues = await referenceIssues(inside, here.letPass);
      if (issues.length > 0) throw unacceptable(issues);
      for (const { field, write } of STORED_RECORDS) if (field !== 'journal') await write(insert, inside[field]);
      const isTold = inside.settings.some(({ key }) => key === MODEL_NEWS_KEY);
      if (inside.formatVersion < FIRST_WITH_FAMILIES && inside.kits.length > 0 && !isTold)
        await insert(settings, [{ key: MODEL_NEWS_KEY, value: true }]);
      // The door is this installation's, whatever lies behind it.
      await insert(devices, await here.db.select().from(devices));
      return inside;
    },
    before,
  });
  await takeUp(here);
  return read;
}

/** Begins with nothing. What was confirmed stays confirmed, and that it was cleared stands in the journal. */
export async function emptyAll(here: Installation, who: string, before?: () => Promise<void>): Promise<void> {
  const lists = Object.fromEntries(STORED_RECORDS.map(({ field }) => [field, [] as unknown[]]));
  const kept = (await here.db.select().from(settings)).filter(({ key }) => key === 'cautionReadAt');
  const cleared = { at: new Date().toISOString(), who, what: 'everything cleared', subject: 'installation', before: null, after: null };
  const file = { format: 'ivrak', formatVersion: FORMAT_VERSION, ...lists, settings: kept, journal: [cleared] };
  await replaceAll(here, Readable.from([Buffer.from(JSON.stringify(file))]), before);
}
