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

/** Parts what was sent into entries that are new, those that are known, and what cannot be read, which is kept as it came. */
export function sortOut(sent: readonly unknown[], { before, receivedAt, elsewhere }: Known): Sorted {
  const known = new Set(before.entries.map(({ id }) => id));
  const aside = new Set(before.putAside.map(({ id }) => id));
  const sorted: Sorted = { fresh: [], putAside: [], results: [] };
  for (const one of sent) {
    const { entry, why } = readEntry(one, elsewhere);
    if (entry === null) {
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

function readEntry(sent: unknown, elsewhere: ReadonlySet<string>): { entry: UseEntry | null; why: string } {
  const unkept = unkeepable(sent)[0];
  if (unkept !== undefined) return { entry: null, why: said(unkept.path, unkept.message) };
  const parsed = UseEntrySchema.safeParse(sent);
  if (!parsed.success) {
    const [first] = parsed.error.issues;
    return { entry: null, why: first === undefined ? 'is no entry' : said(pathOf(first.path), first.message) };
  }
  return elsewhere.has(parsed.data.id)
    ? { entry: null, why: 'an entry of the same id stands in another log' }
    : { entry: parsed.data, why: '' };
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
