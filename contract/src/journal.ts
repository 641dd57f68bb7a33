import { PlainDateSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

/** What changes are about, for whoever looks one up. */
export const JOURNAL_TOPICS = ['things', 'kits', 'uses', 'inspections', 'buying', 'crew', 'catalogue', 'installation'] as const;
export type JournalTopic = (typeof JOURNAL_TOPICS)[number];

/** What a change was made to, as it is known now. */
const ThingSchema = z.object({
  of: z.enum(['kit', 'unit', 'use', 'person', 'loadout', 'set', 'pattern', 'trip', 'kind', 'container', 'position']),
  id: z.string(),
  name: z.string(),
  /** The kit that it is, or lies in. */
  kitId: z.string().nullable(),
});

export const getJournal = endpoint({
  method: 'get',
  path: '/api/journal',
  summary: 'Changes, last first: all, or those by somebody, about something, of a kit, between two days',
  query: z.object({
    limit: z.coerce.number().int().min(1).max(500).default(50),
    who: z.string().min(1).max(64).optional(),
    topic: z.enum(JOURNAL_TOPICS).optional(),
    kit: z.string().min(1).max(64).optional(),
    from: PlainDateSchema.optional(),
    to: PlainDateSchema.optional(),
    /** Only what was written before this one. */
    before: z.coerce.number().int().min(1).optional(),
  }),
  answer: z.object({
    entries: z.array(
      z.object({
        id: z.number(),
        at: z.string(),
        who: z.string(),
        what: z.string(),
        subject: z.string(),
        before: z.unknown(),
        after: z.unknown(),
        /** Null: it is gone, or the change was to no one thing. */
        thing: ThingSchema.nullable(),
      }),
    ),
    hasMore: z.boolean(),
  }),
});
