import { Readable } from 'node:stream';
import { ExportFileSchema } from '@ivrak/contract';
import { max } from 'drizzle-orm';
import * as z from 'zod';
import { journal } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredRecord } from '../records/record.ts';
import { STORED_RECORDS } from '../records/registry.ts';

export const FORMAT_VERSION = 12;

/** What the file's schema says of one row of a list. */
export function rowSchema(field: StoredRecord['field']): z.ZodType {
  const list: unknown = ExportFileSchema.shape[field];
  const inner: unknown = list instanceof z.ZodDefault ? list.unwrap() : list;
  if (!(inner instanceof z.ZodArray)) throw new Error(`the export file has no list "${field}"`);
  return inner.element as z.ZodType; // an array holds a schema
}

/** The rows of a record as text with commas between, page by page. */
async function* textOf({ db, letPass }: Installation, { field, pages }: StoredRecord, last?: number): AsyncGenerator<string> {
  const schema = rowSchema(field);
  let isFirst = true;
  for await (const page of pages(db, last)) {
    const rows = page.map((row) => JSON.stringify(schema.parse(row)));
    yield `${isFirst ? '' : ','}${rows.join(',')}`;
    isFirst = false;
    await letPass();
  }
}

/**
 * The export file, piece by piece, as it stands at one moment: no writer comes between while all but the journal is read, which is short;
 * the journal only grows, so that what had been noted by then is read afterwards, however much it is.
 */
async function* pieces(here: Installation, holdWriters: Installation['exclusively'] | null): AsyncGenerator<string> {
  const read = async () => {
    const parts: string[] = [];
    for (const record of STORED_RECORDS) {
      if (record.field === 'journal') continue;
      parts.push(`"${record.field}":[`);
      for await (const text of textOf(here, record)) parts.push(text);
      parts.push('],');
    }
    const [noted] = await here.db.select({ last: max(journal.id) }).from(journal);
    return { parts, last: noted?.last ?? 0 };
  };
  const { parts, last } = holdWriters === null ? await read() : await holdWriters('writing', read);
  yield `{"format":"ivrak","formatVersion":${FORMAT_VERSION},`;
  yield* parts;
  yield '"journal":[';
  for (const record of STORED_RECORDS) if (record.field === 'journal') yield* textOf(here, record, last);
  yield ']}';
}

/** `isHeld`: whoever asks keeps the writers waiting already. */
export const exportStream = (here: Installation, { isHeld = false } = {}): Readable =>
  Readable.from(pieces(here, isHeld ? null : here.exclusively), { objectMode: false });
