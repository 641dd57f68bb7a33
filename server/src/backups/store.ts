import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { syncPath } from '../db/disk.ts';
import { notFound, Problem } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import { exportStream } from '../transfer/writing.ts';
import { type Backup, type BackupReason, outlived } from './backup.ts';

/** `2027-03-14T09-05-12-123Z-before-clear.json.gz`, `2027-03-14T09-05-12-123Z-daily.json.gz`; earlier ones were not compressed. */
const NAME = /^(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d)-(\d{3})Z-(?:before-(clear|import|restore)|(daily))\.json(?:\.gz)?$/;

function folderOf({ backupFolder }: Installation): string {
  if (backupFolder === null)
    throw new Problem(409, 'No place for a backup', 'This database is in memory only, so nothing can be backed up and nothing is cleared.');
  mkdirSync(backupFolder, { recursive: true });
  return backupFolder;
}

/**
 * Written beside, forced to the disk, read back and compared, and only then called by its name: what has that name is whole. Those that it
 * outlives go then, and what a start left beside that was ended half-way. Gives the name.
 */
export async function backUp(here: Installation, why: BackupReason, { isHeld = false } = {}): Promise<string> {
  const folder = folderOf(here);
  const name = `${new Date().toISOString().replace(/[:.]/g, '-')}-${why === 'daily' ? why : `before-${why}`}.json.gz`;
  const beside = join(folder, `${name}.new`);
  const hash = createHash('sha256');
  const told = async function* (pieces: AsyncIterable<string>): AsyncGenerator<string> {
    for await (const piece of pieces) {
      hash.update(piece);
      yield piece;
    }
  };
  try {
    await pipeline(exportStream(here, { isHeld }), told, createGzip(), createWriteStream(beside, { flags: 'wx', mode: 0o600 }));
    syncPath(beside);
    if ((await hashInside(beside)) !== hash.digest('hex')) throw new Error(`the backup ${beside} does not read back as it was written`);
    renameSync(beside, join(folder, name));
    syncPath(folder);
    for (const old of [...leftBeside(folder), ...outlived(listBackups(here)).map((one) => one.name)]) rmSync(join(folder, old));
  } finally {
    rmSync(beside, { force: true });
  }
  return name;
}

/** Far longer than a backup takes. */
const LEFT_AFTER_MS = 3_600_000;
const leftBeside = (folder: string): string[] =>
  readdirSync(folder).filter((name) => name.endsWith('.new') && statSync(join(folder, name)).mtimeMs < Date.now() - LEFT_AFTER_MS);

async function hashInside(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), createGunzip(), hash);
  return hash.digest('hex');
}

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
