import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const BackupSchema = z.object({
  /** File name within the folder of backups. */
  name: z.string(),
  at: z.string(),
  bytes: z.number().int(),
  /** What it was made before; `daily`: before nothing, because a day had passed. */
  before: z.enum(['daily', 'clear', 'import', 'restore']),
});

const countsSchema = z.object({ kits: z.number(), units: z.number(), lots: z.number() });

export const listBackups = endpoint({
  method: 'get',
  path: '/api/backups',
  summary: 'Backups, made each day and before something is replaced, the latest first',
  answer: z.object({ backups: z.array(BackupSchema) }),
});

export const clearAll = endpoint({
  method: 'post',
  path: '/api/clear',
  summary: 'Make a backup, then begin with nothing; restoring the backup undoes it',
  body: z.object({ confirm: z.literal(true) }),
  answer: z.object({ backup: z.string(), cleared: countsSchema }),
});

export const previewBackup = endpoint({
  method: 'get',
  path: '/api/backups/:name/preview',
  summary: 'What would change if a backup took the place of what is here now',
  answer: z.object({
    /** The last change that the backup knows of; null: it holds none. */
    lastChangeAt: z.string().nullable(),
    /** Entries of the journal made since, which would go. */
    changesSince: z.number().int(),
    now: countsSchema,
    inBackup: countsSchema,
    /** Names of kits that would come back, and that would go. */
    kitsBack: z.array(z.string()),
    kitsGone: z.array(z.string()),
  }),
});

export const copyBackup = endpoint({
  method: 'get',
  path: '/api/backups/:name/file',
  summary: 'The file of a backup, to be kept elsewhere; it can be imported on any machine',
  answer: z.unknown(),
  contentType: 'application/gzip',
  isStreamed: true,
});

export const restoreBackup = endpoint({
  method: 'post',
  path: '/api/backups/:name/restore',
  summary: 'Replace everything by a backup; what is there now is backed up first',
  answer: countsSchema.extend({ backup: z.string() }),
});

export const listJournalYears = endpoint({
  method: 'get',
  path: '/api/journal/years',
  summary: 'How many entries the journal holds of each year, and which years have been put away',
  answer: z.object({
    years: z.array(
      z.object({
        year: z.number().int(),
        entries: z.number().int(),
        /** Whether it is over for long enough to be put away. */
        mayGo: z.boolean(),
      }),
    ),
    archives: z.array(
      z.object({
        /** File name within the folder of the journal. */
        name: z.string(),
        year: z.number().int(),
        bytes: z.number().int(),
      }),
    ),
  }),
});

export const archiveJournal = endpoint({
  method: 'post',
  path: '/api/journal/archive',
  summary: 'Put a year of the journal into a file of its own; the year must be over for a year',
  body: z.object({ year: z.number().int().min(1900).max(2200) }),
  answer: z.object({ name: z.string(), entries: z.number().int() }),
});

export const copyArchive = endpoint({
  method: 'get',
  path: '/api/journal/archives/:name/file',
  summary: 'The file of a year of the journal that has been put away',
  answer: z.unknown(),
  contentType: 'application/gzip',
  isStreamed: true,
});
