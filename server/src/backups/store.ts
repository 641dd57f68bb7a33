import { closeSync, existsSync, fsyncSync, mkdirSync, openSync, readdirSync, readFileSync, renameSync, statSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { ExportFileSchema } from '@ivrak/contract';
import { notFound, Problem } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import type { ExportFile } from '../records/record.ts';
import { readAll } from '../transfer/store.ts';

const REASONS = ['clear', 'import', 'restore'] as const;
export type BackupReason = (typeof REASONS)[number];

/** `2027-03-14T09-05-12-123Z-before-clear.json` */
const NAME = /^(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d)-(\d{3})Z-before-(clear|import|restore)\.json$/;

export interface Backup {
  name: string;
  at: string;
  bytes: number;
  before: BackupReason;
}

function folderOf({ backupFolder }: Installation): string {
  if (backupFolder === null)
    throw new Problem(409, 'No place for a backup', 'This database is in memory only, so nothing can be backed up and nothing is cleared.');
  mkdirSync(backupFolder, { recursive: true });
  return backupFolder;
}

/** Writes everything beside and renames it when it is whole, on disk and reads back as it was; gives its name. */
export async function backUp(here: Installation, before: BackupReason): Promise<string> {
  const folder = folderOf(here);
  const name = `${new Date().toISOString().replace(/[:.]/g, '-')}-before-${before}.json`;
  const text = JSON.stringify(await readAll(here.db));
  const beside = join(folder, `${name}.new`);
  const file = openSync(beside, 'w', 0o600);
  try {
    writeSync(file, text);
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
  if (readFileSync(beside, 'utf8') !== text) throw new Error(`the backup ${beside} does not read back as it was written`);
  renameSync(beside, join(folder, name));
  return name;
}

/** The latest first. */
export function listBackups({ backupFolder }: Installation): Backup[] {
  if (backupFolder === null || !existsSync(backupFolder)) return [];
  return readdirSync(backupFolder)
    .flatMap((name): Backup[] => {
      const found = NAME.exec(name);
      if (found === null) return [];
      const [, day, hour, minute, second, ms, before] = found;
      return [
        {
          name,
          at: `${day}${hour}:${minute}:${second}.${ms}Z`,
          bytes: statSync(join(backupFolder, name)).size,
          before: before as BackupReason, // one of those in the pattern
        },
      ];
    })
    .sort((a, b) => (a.name < b.name ? 1 : -1));
}

/** What a backup holds; 404 where there is none of that name, 422 where it is damaged. */
export function readBackup(here: Installation, name: string): ExportFile {
  if (!listBackups(here).some((backup) => backup.name === name)) throw notFound('backup', name);
  const damaged = () => new Problem(422, 'Damaged backup', `The backup "${name}" cannot be read any more. Nothing was changed.`);
  let held: unknown;
  try {
    held = JSON.parse(readFileSync(join(folderOf(here), name), 'utf8'));
  } catch {
    throw damaged();
  }
  const parsed = ExportFileSchema.safeParse(held);
  if (!parsed.success) throw damaged();
  return parsed.data;
}
