import { createHash } from 'node:crypto';
import type { AnswerOf, addUseEntries, StoredLogSchema } from '@ivrak/contract';
import { type UseEntry, UseEntrySchema } from '@ivrak/core/incident';
import type * as z from 'zod';
import { pathOf } from '../http/problem.ts';
import { unkeepable } from '../http/storable.ts';

type StoredLog = z.output<typeof StoredLogSchema>;
type Results = AnswerOf<typeof addUseEntries>['results'];

interface Sorted {
  fresh: UseEntry[];
  putAside: StoredLog['putAside'];
  /** One for each that was sent, in its order. */
  results: Results;
}

interface Known {
  before: Pick<StoredLog, 'entries' | 'putAside'>;
  receivedAt: string;
  /** Ids that stand in other logs. */
  elsewhere: ReadonlySet<string>;
}

/** What was sent, and the entry that it is; null: none, and why not. */
interface Read {
  sent: unknown;
  entry: UseEntry | null;
  why: string;
}

/** Parts what was sent into entries that are new, those that are known, and what cannot be read, which is kept as it came. */
export function sortOut(reads: readonly Read[], { before, receivedAt, elsewhere }: Known): Sorted {
  const known = new Set(before.entries.map(({ id }) => id));
  const aside = new Set(before.putAside.map(({ id }) => id));
  const sorted: Sorted = { fresh: [], putAside: [], results: [] };
  for (const { sent: one, entry, why: unread } of reads) {
    if (entry === null || elsewhere.has(entry.id)) {
      const why = entry === null ? unread : 'an entry of the same id stands in another log';
      const text = textOf(one);
      const id = createHash('sha256').update(text).digest('hex').slice(0, 32);
      if (!aside.has(id)) sorted.putAside.push({ id, receivedAt, why, text });
      aside.add(id);
      sorted.results.push({ id: idIn(one), became: 'putAside', why });
    } else if (known.has(entry.id)) sorted.results.push({ id: entry.id, became: 'known', why: '' });
    else {
      known.add(entry.id);
      sorted.fresh.push(entry);
      sorted.results.push({ id: entry.id, became: 'added', why: '' });
    }
  }
  return sorted;
}

export function readEntry(sent: unknown): Read {
  const unkept = unkeepable(sent)[0];
  if (unkept !== undefined) return { sent, entry: null, why: said(unkept.path, unkept.message) };
  const parsed = UseEntrySchema.safeParse(sent);
  if (parsed.success) return { sent, entry: parsed.data, why: '' };
  const [first] = parsed.error.issues;
  return { sent, entry: null, why: first === undefined ? 'is no entry' : said(pathOf(first.path), first.message) };
}

const said = (path: string, message: string): string => (path === '' ? message : `${path}: ${message}`);

const MOST_TEXT = 4000;

/** Written out, an unkeepable character is spelled with its number, so that this can be kept. */
function textOf(sent: unknown): string {
  try {
    return JSON.stringify(sent).slice(0, MOST_TEXT);
  } catch {
    // Deeper than the stack goes.
    return '(lists within lists without end)';
  }
}

function idIn(sent: unknown): string | null {
  const id = typeof sent === 'object' && sent !== null && 'id' in sent ? sent.id : null;
  return UseEntrySchema.options[0].shape.id.safeParse(id).data ?? null;
}
