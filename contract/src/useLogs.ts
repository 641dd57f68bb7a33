import { DebriefSchema, UseEntrySchema, UseLogSchema } from '@ivrak/core/incident';
import { TimeSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

/** What was sent as an entry and is none that this program knows: kept as it came, for somebody to read. */
export const PutAsideSchema = z.object({
  /** The same for the same text, so that what is sent twice stands once. */
  id: z.string(),
  receivedAt: TimeSchema,
  why: z.string(),
  /** As it was sent, as JSON. */
  text: z.string(),
});

export const StoredLogSchema = UseLogSchema.extend({
  /** Every kit that something came out of, the one that was opened first in front. */
  kitIds: z.array(z.string()),
  isOpen: z.boolean(),
  debriefs: z.array(DebriefSchema),
  /** When the server got each entry, by its id; a phone's own clock says when it was done. */
  received: z.record(z.string(), TimeSchema),
  putAside: z.array(PutAsideSchema),
  version: z.number().int(),
});

const LogInShortSchema = StoredLogSchema.omit({ entries: true, debriefs: true, received: true, putAside: true }).extend({
  entryCount: z.number().int(),
});

export const AppendSchema = UseLogSchema.pick({ kitId: true, startedAt: true }).extend({
  /** Each is looked at by itself; one that cannot be read is put aside and holds none of the others. */
  entries: z.array(z.union([UseEntrySchema, z.unknown()])).min(1, 'send at least one entry'),
});

/** What became of an entry that was sent, in the order of sending. */
const AppendedSchema = z.object({
  /** Null: it had none that could be read. */
  id: z.string().nullable(),
  became: z.enum(['added', 'known', 'putAside']),
  /** Empty but for what was put aside. */
  why: z.string(),
});

export const listUseLogs = endpoint({
  method: 'get',
  path: '/api/use-logs',
  summary: 'Logs of use, last first, without their entries',
  answer: z.object({ logs: z.array(LogInShortSchema) }),
});

export const getUseLog = endpoint({
  method: 'get',
  path: '/api/use-logs/:id',
  summary: 'A log of use with its entries in the order of writing',
  answer: StoredLogSchema,
});

export const addUseEntries = endpoint({
  method: 'post',
  path: '/api/use-logs/:id/entries',
  summary: 'Add entries to a log, which is begun by its first; one that is known is not added again, one that cannot be read is put aside',
  body: AppendSchema,
  answer: StoredLogSchema.extend({ results: z.array(AppendedSchema) }),
  isSortedOut: true,
});

export const debriefUseLog = endpoint({
  method: 'post',
  path: '/api/use-logs/:id/debrief',
  summary: 'Say what became of the things that were used; the kits are reconciled with it, and the log is closed',
  body: DebriefSchema.extend({ version: z.number().int() }),
  answer: StoredLogSchema,
});
