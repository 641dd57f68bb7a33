import type { AnswerOf, previewBackup } from '@ivrak/contract';
import { count, gt, isNull } from 'drizzle-orm';
import { journal, kits } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';
import { readExport } from '../transfer/reading.ts';
import { countsHere } from '../transfer/store.ts';
import { readBackup, reading } from './store.ts';

type Preview = AnswerOf<typeof previewBackup>;

/** What would change if a backup took the place of what is here. Reads all of it, so that a damaged one is said before anybody decides. */
export async function previewOf(here: Installation, name: string): Promise<Preview> {
  let lastChangeAt: string | null = null;
  const file = await reading(
    name,
    readExport(readBackup(here, name), async (rows) => {
      lastChangeAt = rows.at(-1)?.at ?? lastChangeAt;
    }),
  );
  const kitsNow = await here.db.select({ id: kits.id, name: kits.name }).from(kits).where(isNull(kits.retiredOn));
  const kitsThen = file.kits.filter(({ retiredOn }) => retiredOn === null);
  const [since] =
    lastChangeAt === null
      ? await here.db.select({ changes: count() }).from(journal)
      : await here.db.select({ changes: count() }).from(journal).where(gt(journal.at, lastChangeAt));
  return {
    lastChangeAt,
    changesSince: since?.changes ?? 0,
    now: await countsHere(here),
    inBackup: { kits: file.kits.length, units: file.units.length, lots: file.lots.length },
    kitsBack: namesBut(kitsThen, kitsNow),
    kitsGone: namesBut(kitsNow, kitsThen),
  };
}

/** Names of the kits of a list that are not in another one. */
function namesBut(list: readonly { id: string; name: string }[], other: readonly { id: string }[]): string[] {
  const ids = new Set<string>(other.map(({ id }) => id));
  return list.filter(({ id }) => !ids.has(id)).map(({ name }) => name);
}
