import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { syncPath } from '../db/disk.ts';

/**
 * Writes text compressed: beside, forced to the disk, read back and compared, and only then called by its name. What has that name is
 * whole. Throws where it does not read back as it was written.
 */
export async function writeChecked(folder: string, name: string, pieces: Readable): Promise<void> {
  const beside = join(folder, `${name}.new`);
  const hash = createHash('sha256');
  const told = async function* (texts: AsyncIterable<string>): AsyncGenerator<string> {
    for await (const text of texts) {
      hash.update(text);
      yield text;
    }
  };
  try {
    await pipeline(pieces, told, createGzip(), createWriteStream(beside, { flags: 'wx', mode: 0o600 }));
    syncPath(beside);
    if ((await hashInside(beside)) !== hash.digest('hex')) throw new Error(`${beside} does not read back as it was written`);
    renameSync(beside, join(folder, name));
    syncPath(folder);
  } finally {
    rmSync(beside, { force: true });
  }
}

async function hashInside(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), createGunzip(), hash);
  return hash.digest('hex');
}
