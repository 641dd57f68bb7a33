import { DebriefSchema, UseEntrySchema, UseLogSchema } from '@ivrak/core/incident';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

export const StoredLogSchema = UseLogSchema.extend({
  /** Every kit that something came out of, the one that was opened first in front. */
  kitIds: z.array(z.string()),
  isOpen: z.boolean(),
  debriefs: z.array(DebriefSchema),
  version: z.number().int(),
});

const LogInShortSchema = StoredLogSchema.omit({ entries: true, debriefs: true }).extend({ entryCount: z.number().int() });

export const MOST_ENTRIES = 500;

export const AppendSchema = UseLogSchema.pick({ kitId: true, startedAt: true }).extend({
  entries: z.array(UseEntrySchema).min(1, 'send at least one entry').max(MOST_ENTRIES),
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
  summary: 'Add entries to a log, which is begun by its first; an entry that is known is not added again',
  body: AppendSchema,
  answer: StoredLogSchema,
});

export const debriefUseLog = endpoint({
  method: 'post',
  path: '/api/use-logs/:id/debrief',
  summary: 'Say what became of the things that were used; the kits are reconciled with it, and the log is closed',
  body: DebriefSchema.extend({ version: z.number().int() }),
  answer: StoredLogSchema,
});
