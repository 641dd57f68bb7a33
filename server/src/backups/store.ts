import { createReadStream, existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { notFound, Problem } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import { exportStream } from '../transfer/writing.ts';
import { type Backup, type BackupReason, outlived } from './backup.ts';
import { writeChecked } from './checkedFile.ts';

/** `2027-03-14T09-05-12-123Z-before-clear.json.gz`, `2027-03-14T09-05-12-123Z-daily.json.gz`; earlier ones were not compressed. */
const NAME = /^(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d)-(\d{3})Z-(?:before-(clear|import|restore)|(daily))\.json(?:\.gz)?$/;

function folderOf({ backupFolder }: Installation): string {
  if (backupFolder === null)
    throw new Problem(409, 'No place for a backup', 'This database is in memory only, so nothing can be backed up and nothing is cleared.');
  mkdirSync(backupFolder, { recursive: true });
  return backupFolder;
}

/** Those that it outlives go when it is whole, and what a start left beside that was ended half-way. Gives the name. */
export async function backUp(here: Installation, why: BackupReason, { isHeld = false } = {}): Promise<string> {
  const folder = folderOf(here);
  const name = `${new Date().toISOString().replace(/[:.]/g, '-')}-${why === 'daily' ? why : `before-${why}`}.json.gz`;
  await writeChecked(folder, name, exportStream(here, { isHeld }));
  for (const old of [...leftBeside(folder), ...outlived(listBackups(here)).map((one) => one.name)]) rmSync(join(folder, old));
  return name;
}

/** Far longer than a backup takes. */
const LEFT_AFTER_MS = 3_600_000;
const leftBeside = (folder: string): string[] =>
  readdirSync(folder).filter((name) => name.endsWith('.new') && statSync(join(folder, name)).mtimeMs < Date.now() - LEFT_AFTER_MS);

/** The latest first. */
export function listBackups({ backupFolder }: Installation): Backup[] {
  if (backupFolder === null || !existsSync(backupFolder)) return [];
  return readdirSync(backupFolder)
    .flatMap((name): Backup[] => {
      const found = NAME.exec(name);
      if (found === null) return [];
      const [, day, hour, minute, second, ms, before, daily] = found;
      return [
        {
          name,
          at: `${day}${hour}:${minute}:${second}.${ms}Z`,
          bytes: statSync(join(backupFolder, name)).size,
          before: (before ?? daily) as BackupReason, // one of those in the pattern
        },
      ];
    })
    .sort((a, b) => (a.name < b.name ? 1 : -1));
}

/** The bytes of a backup as they lie on the disk; 404 where there is none of that name. */
export function streamBackup(here: Installation, name: string): Readable {
  if (!listBackups(here).some((backup) => backup.name === name)) throw notFound('backup', name);
  return createReadStream(join(folderOf(here), name));
}

const damagedBackup = (name: string): Problem =>
  new Problem(422, 'Damaged backup', `The backup "${name}" cannot be read any more. Nothing was changed.`);

/** Work that reads a backup: what is no file of ours, or only a part of one, is told as damage. */
export async function reading<T>(name: string, work: Promise<T>): Promise<T> {
  return work.catch((error: unknown) => {
    throw error instanceof Problem && error.status === 400 ? damagedBackup(name) : error;
  });
}

/** What a backup holds, as an export file; 404 where there is none of that name, 422 where it is damaged. */
export function readBackup(here: Installation, name: string): AsyncIterable<Uint8Array> {
  const bytes = streamBackup(here, name);
  return unpackedOr(name.endsWith('.gz') ? bytes.pipe(createGunzip()) : bytes, bytes, damagedBackup(name));
}

async function* unpackedOr(pieces: Readable, from: Readable, damaged: Problem): AsyncGenerator<Uint8Array> {
  try {
    yield* pieces as AsyncIterable<Uint8Array>; // no encoding is set
  } catch {
    throw damaged;
  } finally {
    from.destroy();
  }
}
