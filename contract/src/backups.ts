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

export const restoreBackup = endpoint({
  method: 'post',
  path: '/api/backups/:name/restore',
  summary: 'Replace everything by a backup; what is there now is backed up first',
  answer: countsSchema.extend({ backup: z.string() }),
});
