import { FolderError } from '../db/folder.ts';
import { isNewDatabase } from '../demo/seed.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredRecord } from '../records/record.ts';
import { STORED_RECORDS } from '../records/registry.ts';
import { replaceAll } from './store.ts';
import { exportStream } from './writing.ts';

/** Rows of each list, by the name it has in the export file. */
export type Moved = Record<string, number>;

async function* rowsOf({ db }: Installation, { pages }: StoredRecord): AsyncGenerator<string> {
  for await (const page of pages(db)) for (const row of page) yield JSON.stringify(row);
}

/** How many rows a list has on both sides; throws where one of them differs. */
async function compareRows(from: Installation, to: Installation, record: StoredRecord): Promise<number> {
  const there = rowsOf(to, record);
  let count = 0;
  const differs = () =>
    new FolderError(
      `What arrived is not what was sent: row ${count + 1} of ${record.field} differs. The old place is as it was; go on working with that one.`,
    );
  for await (const row of rowsOf(from, record)) {
    if ((await there.next()).value !== row) throw differs();
    count += 1;
  }
  if ((await there.next()).done !== true) throw differs();
  return count;
}

/**
 * Copies everything into another database, which must hold nothing yet, and compares both row by row; the old one stays as it is. Nobody
 * writes there meanwhile. Throws a `FolderError` with a sentence for the person at the keyboard.
 */
export async function moveAll(from: Installation, to: Installation): Promise<Moved> {
  if (!(await isNewDatabase(to.db)))
    throw new FolderError('There is something already where this is to go. Nothing was changed. Choose another folder, database or crew.');
  if (await isNewDatabase(from.db)) throw new FolderError('There is nothing to move: the old place is empty. Nothing was changed.');
  return from.exclusively('writing', async () => {
    await replaceAll(to, exportStream(from, { isHeld: true }));
    const moved: Moved = {};
    for (const record of STORED_RECORDS) moved[record.field] = await compareRows(from, to, record);
    return moved;
  });
}
