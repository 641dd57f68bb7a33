import { createHash } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip, gunzipSync } from 'node:zlib';
import { ExportFileSchema } from '@ivrak/contract';
import { syncPath } from '../db/disk.ts';
import { notFound, Problem } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';
import type { ExportFile } from '../records/record.ts';
import { readAll } from '../transfer/store.ts';
import { type Backup, type BackupReason, outlived } from './backup.ts';

/** `2027-03-14T09-05-12-123Z-before-clear.json.gz`, `2027-03-14T09-05-12-123Z-daily.json.gz`; earlier ones were not compressed. */
const NAME = /^(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d)-(\d{3})Z-(?:before-(clear|import|restore)|(daily))\.json(?:\.gz)?$/;

function folderOf({ backupFolder }: Installation): string {
  if (backupFolder === null)
    throw new Problem(409, 'No place for a backup', 'This database is in memory only, so nothing can be backed up and nothing is cleared.');
  mkdirSync(backupFolder, { recursive: true });
  return backupFolder;
}

const PIECE = 64 * 1024;

/** So that compressing lets others have their turn. Pieces of bytes: a text must not be cut within a character. */
function* inPieces(bytes: Buffer): Generator<Buffer> {
  for (let at = 0; at < bytes.length; at += PIECE) yield bytes.subarray(at, at + PIECE);
}

/**
 * Written beside, forced to the disk, read back and compared, and only then called by its name: what has that name is whole. Those that it
 * outlives go then, and what a start left beside that was ended half-way. Gives the name.
 */
export async function backUp(here: Installation, why: BackupReason): Promise<string> {
  const folder = folderOf(here);
  const name = `${new Date().toISOString().replace(/[:.]/g, '-')}-${why === 'daily' ? why : `before-${why}`}.json.gz`;
  const bytes = Buffer.from(JSON.stringify(await readAll(here.db)));
  const beside = join(folder, `${name}.new`);
  try {
    await pipeline(Readable.from(inPieces(bytes)), createGzip(), createWriteStream(beside, { flags: 'wx', mode: 0o600 }));
    syncPath(beside);
    if ((await hashInside(beside)) !== createHash('sha256').update(bytes).digest('hex'))
      throw new Error(`the backup ${beside} does not read back as it was written`);
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

/** What a backup holds; 404 where there is none of that name, 422 where it is damaged. */
export function readBackup(here: Installation, name: string): ExportFile {
  if (!listBackups(here).some((backup) => backup.name === name)) throw notFound('backup', name);
  const damaged = () => new Problem(422, 'Damaged backup', `The backup "${name}" cannot be read any more. Nothing was changed.`);
  let held: unknown;
  try {
    const bytes = readFileSync(join(folderOf(here), name));
    held = JSON.parse((name.endsWith('.gz') ? gunzipSync(bytes) : bytes).toString('utf8'));
  } catch {
    throw damaged();
  }
  const parsed = ExportFileSchema.safeParse(held);
  if (!parsed.success) throw damaged();
  return parsed.data;
}
