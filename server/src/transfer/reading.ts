import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip } from 'node:zlib';
import { ExportFileSchema } from '@ivrak/contract';
import { Tokenizer, TokenParser, TokenType } from '@streamparser/json';
import type * as z from 'zod';
import { type Issue, Problem, pathOf, unacceptable } from '../http/problem.ts';
import { unkeepable } from '../http/storable.ts';
import type { ExportFile, StoredRecord } from '../records/record.ts';
import { STORED_RECORDS } from '../records/registry.ts';
import { rowSchema } from './writing.ts';

type Field = StoredRecord['field'];
export type JournalRow = ExportFile['journal'][number];
/** Nobody mends more at a time, so reading further would help nobody. */
const ENOUGH_ISSUES = 100;
const JOURNAL_ROWS_AT_ONCE = 500;
const FIELDS = new Set<string>(STORED_RECORDS.map(({ field }) => field));
const SCHEMAS = new Map<string, z.ZodType>(STORED_RECORDS.map(({ field }) => [field, rowSchema(field)]));

/** Follows which field of the outermost object is being read, and sees fields that no export file has. */
class Outline {
  /** Fields that were met, with what stands for their rows: a list with none, or whatever was there in place of a list. */
  readonly met = new Map<string, unknown>();
  private depth = 0;
  private text = '';
  private isValue = false;
  private field = '';

  see(token: TokenType, value: unknown): void {
    const isOpening = token === TokenType.LEFT_BRACE || token === TokenType.LEFT_BRACKET;
    if (this.depth === 1) {
      if (this.isValue) {
        this.met.set(this.field, token === TokenType.LEFT_BRACKET ? [] : isOpening ? {} : value);
        this.isValue = false;
      } else if (token === TokenType.STRING) this.text = String(value);
      else if (token === TokenType.COLON) {
        this.field = this.text;
        this.isValue = true;
      }
    } else if (this.depth === 0 && token !== TokenType.LEFT_BRACE) throw unacceptable([{ path: '', message: 'is not an export file' }]);
    if (isOpening) this.depth += 1;
    else if (token === TokenType.RIGHT_BRACE || token === TokenType.RIGHT_BRACKET) this.depth -= 1;
  }
}

const notJson = (): Problem =>
  new Problem(400, 'Unreadable', 'The file is not valid JSON.', { issues: [{ path: '', message: 'not valid JSON' }] });

/**
 * Reads an export file piece by piece, compressed or not. Its journal, of which there may be more than memory holds, is handed on as it
 * comes, and none of it is in what is given. Throws 400 where it is no JSON, and 422 with
 * every place that is wrong.
 */
export async function readExport(
  source: AsyncIterable<Uint8Array>,
  takeJournal: (rows: JournalRow[]) => Promise<void>,
  letPass: () => Promise<void> = async () => undefined,
): Promise<ExportFile> {
  const issues: Issue[] = [];
  const lists = new Map<Field, unknown[]>(STORED_RECORDS.map(({ field }) => [field, []]));
  let journal: JournalRow[] = [];
  const outline = new Outline();
  const rows = new TokenParser({ paths: [...FIELDS].map((field) => `$.${field}.*`), keepStack: false });
  rows.onValue = ({ value, key, stack }) => {
    const field = String(stack[1]?.key) as Field; // one of the paths
    const place = (path: readonly PropertyKey[]) => pathOf([field, key ?? 0, ...path]);
    const unkept = unkeepable(value);
    if (unkept.length > 0) {
      issues.push(...unkept.map(({ path, message }) => ({ path: place(path === '' ? [] : [path]), message })));
      return;
    }
    const parsed = SCHEMAS.get(field)?.safeParse(value);
    if (parsed?.success === false) issues.push(...parsed.error.issues.map(({ path, message }) => ({ path: place(path), message })));
    else if (field === 'journal')
      journal.push(parsed?.data as JournalRow); // as its schema has it
    else lists.get(field)?.push(parsed?.data);
  };
  const tokens = new Tokenizer();
  tokens.onToken = ({ token, value, offset }) => {
    outline.see(token, value);
    rows.write({ token, value, offset } as Parameters<typeof rows.write>[0]); // as the tokenizer made it
  };
  let isAnything = false;
  for await (const piece of unpacked(source)) {
    isAnything ||= piece.length > 0;
    parse(() => tokens.write(piece));
    await letPass();
    if (issues.length >= ENOUGH_ISSUES) throw unacceptable(issues);
    while (journal.length >= JOURNAL_ROWS_AT_ONCE) {
      await takeJournal(journal.slice(0, JOURNAL_ROWS_AT_ONCE));
      journal = journal.slice(JOURNAL_ROWS_AT_ONCE);
    }
  }
  if (!isAnything) throw unacceptable([{ path: '', message: 'is empty' }]);
  parse(() => {
    if (!tokens.isEnded) tokens.end();
    if (!rows.isEnded) rows.end();
  });
  // What is missing, unknown or no list is said by the file's own schema.
  const whole = ExportFileSchema.safeParse(Object.fromEntries(outline.met));
  if (!whole.success) issues.unshift(...whole.error.issues.map(({ path, message }) => ({ path: pathOf(path), message })));
  if (issues.length > 0 || !whole.success) throw unacceptable(issues);
  if (journal.length > 0) await takeJournal(journal);
  return { ...whole.data, ...(Object.fromEntries(lists) as Partial<ExportFile>) };
}

function parse(work: () => void): void {
  try {
    work();
  } catch (error) {
    throw error instanceof Problem ? error : notJson();
  }
}

/** First bytes of what gzip has made (RFC 1952). */
const isPacked = (start: Uint8Array): boolean => start[0] === 0x1f && start[1] === 0x8b;

async function* unpacked(source: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  const pieces = source[Symbol.asyncIterator]();
  // A network may cut between the two bytes that tell.
  let start = Buffer.alloc(0);
  while (start.length < 2) {
    const next = await pieces.next();
    if (next.done === true) break;
    start = Buffer.concat([start, next.value]);
  }
  if (start.length === 0) return;
  async function* all() {
    yield start;
    for (let next = await pieces.next(); next.done !== true; next = await pieces.next()) yield next.value;
  }
  if (!isPacked(start)) {
    yield* all();
    return;
  }
  const gunzip = createGunzip();
  // What goes wrong with either is thrown where the other end is read.
  const fed = pipeline(Readable.from(all()), gunzip).catch(() => undefined);
  try {
    yield* gunzip as AsyncIterable<Uint8Array>; // no encoding is set
    await fed;
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(400, 'Unreadable', 'The file is compressed and cannot be unpacked: a part is missing or damaged.');
  }
}
