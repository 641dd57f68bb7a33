import { createReadStream, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import type { AnswerOf, listJournalYears } from '@ivrak/contract';
import { and, asc, gt, gte, lt, lte, max, sql } from 'drizzle-orm';
import { note } from '../db/journal.ts';
import { journal } from '../db/schema.ts';
import { notFound, Problem, unacceptable } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import { iso } from '../records/record.ts';
import { writeChecked } from './checkedFile.ts';

type Years = AnswerOf<typeof listJournalYears>;

/** `journal-2024.json.gz`; of entries that an old backup brought back, `journal-2024-2.json.gz`. */
const NAME = /^journal-(\d{4})(?:-\d+)?\.json\.gz$/;
const ROWS_OF_PAGE = 1000;

/** Beside the backups: none of them is the last one. */
const folderOf = ({ backupFolder }: Installation): string | null => (backupFolder === null ? null : join(dirname(backupFolder), 'journal'));

/** What came in and out is read again for as long as a use may wait to be restocked, so that a year is over for a year before it may go. */
const lastThatMayGo = ({ today }: Installation): number => Number(today().slice(0, 4)) - 2;

const inYear = (year: number) => [gte(journal.at, `${year}-01-01T00:00:00Z`), lt(journal.at, `${year + 1}-01-01T00:00:00Z`)] as const;

/** How many entries the journal has of each year, and what has been put away. */
export async function journalYears(here: Installation): Promise<Years> {
  const year = sql<number>`extract(year from ${journal.at} at time zone 'UTC')::int`;
  const rows = await here.db.select({ year, entries: sql<number>`count(*)::int` }).from(journal).groupBy(year).orderBy(year);
  const folder = folderOf(here);
  const names = folder !== null && existsSync(folder) ? readdirSync(folder).filter((name) => NAME.test(name)) : [];
  return {
    years: rows.map((one) => ({ ...one, mayGo: folder !== null && one.year <= lastThatMayGo(here) })),
    archives: names.sort().map((name) => ({ name, year: Number(NAME.exec(name)?.[1]), bytes: statSync(join(folder ?? '', name)).size })),
  };
}

async function* pieces({ db, letPass }: Installation, year: number, last: number): AsyncGenerator<string> {
  yield `{"format":"ivrak journal","year":${year},"journal":[`;
  for (let after = 0; ; ) {
    const page = await db
      .select()
      .from(journal)
      .where(and(...inYear(year), gt(journal.id, after), lte(journal.id, last)))
      .orderBy(asc(journal.id))
      .limit(ROWS_OF_PAGE);
    if (page.length > 0)
      yield `${after === 0 ? '' : ','}${page.map(({ id: _, at, ...entry }) => JSON.stringify({ at: iso(at), ...entry })).join(',')}`;
    if (page.length < ROWS_OF_PAGE) break;
    after = page.at(-1)?.id ?? after;
    await letPass();
  }
  yield ']}';
}

/** Puts a year of the journal into a file of its own and takes it out of the database; gives the file's name and how many entries it holds. */
export async function archiveYear(here: Installation, who: string, year: number): Promise<{ name: string; entries: number }> {
  const folder = folderOf(here);
  if (folder === null)
    throw new Problem(409, 'No place for an archive', 'This database is in memory only, so nothing of its journal can be put away.');
  if (year > lastThatMayGo(here))
    throw unacceptable([{ path: 'year', message: `is not over for a year yet: it can be put away from ${year + 2} on` }]);
  // An old year no longer changes but by an import; whoever writes meanwhile need not wait.
  return here.exclusively('replacing', async (transaction) => {
    const [found] = await here.db
      .select({ last: max(journal.id) })
      .from(journal)
      .where(and(...inYear(year)));
    const last = found?.last ?? null;
    if (last === null) throw notFound('entry of the year', String(year));
    mkdirSync(folder, { recursive: true });
    const free = (count: number): string => {
      const name = `journal-${year}${count === 1 ? '' : `-${count}`}.json.gz`;
      return existsSync(join(folder, name)) ? free(count + 1) : name;
    };
    const name = free(1);
    await writeChecked(folder, name, Readable.from(pieces(here, year, last)));
    const entries = await transaction(async (tx) => {
      const gone = await tx
        .delete(journal)
        .where(and(...inYear(year), lte(journal.id, last)))
        .returning({ id: journal.id });
      await note(tx, who, [{ what: 'journal put away', subject: String(year), after: { entries: gone.length, name } }]);
      return gone.length;
    });
    return { name, entries };
  });
}

/** The bytes of an archive; 404 where there is none of that name. */
export function streamArchive(here: Installation, name: string): Readable {
  const folder = folderOf(here);
  if (folder === null || !NAME.test(name) || !existsSync(join(folder, name))) throw notFound('archive of the journal', name);
  return createReadStream(join(folder, name));
}
