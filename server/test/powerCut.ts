import fs, { mkdirSync, readdirSync, readFileSync, readlinkSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';
import { dirname, join, relative, sep } from 'node:path';
import type { Random } from '../../core/src/fit/random.ts';

const PAGE_BYTES = 4096;

/**
 * What a disk holds while a database works on it, and what of it would be there if the power went: what was synced, and of everything that
 * was written since, any part that the system may have got round to, in pages of 4 kB.
 */
export class Disk {
  /** Contents that are safe, by path below the folder. */
  private readonly safe = new Map<string, Buffer>();

  constructor(
    private readonly folder: string,
    private readonly random: Random,
  ) {}

  /** Everything that is there now is safe, as after a clean start. */
  settle(): void {
    this.safe.clear();
    for (const path of filesBelow(this.folder)) this.safe.set(relative(this.folder, path), readFileSync(path));
  }

  /** Counts as safe what this process really forces onto the disk, and tells before each; returns what ends that. */
  watch(before: () => void): () => void {
    const real = fs.fsyncSync;
    const put = (call: typeof fs.fsyncSync) => {
      fs.fsyncSync = call;
      syncBuiltinESMExports();
    };
    put((descriptor) => {
      const path = readlinkSync(`/proc/self/fd/${descriptor}`);
      const isOurs = path === this.folder || path.startsWith(this.folder + sep);
      if (isOurs) before();
      real(descriptor);
      if (isOurs) this.sync(path);
    });
    return () => put(real);
  }

  /** A file was forced onto the disk; of a folder, which names are in it. */
  private sync(path: string): void {
    const own = relative(this.folder, path);
    if (!statSync(path).isDirectory()) {
      this.safe.set(own, readFileSync(path));
      return;
    }
    const names = new Set(readdirSync(path));
    for (const known of [...this.safe.keys()])
      if (dirname(known) === own && !names.has(known.slice(own.length + 1))) this.safe.delete(known);
  }

  /** Writes what a power cut now might leave into another folder. */
  cut(into: string): void {
    rmSync(into, { recursive: true, force: true });
    const now = new Map(filesBelow(this.folder).map((path) => [relative(this.folder, path), path]));
    // Folders are made long before the files in them, and seldom.
    for (const path of foldersBelow(this.folder)) mkdirSync(join(into, relative(this.folder, path)), { recursive: true });
    for (const [path, content] of this.safe)
      if (now.has(path)) writeFileSync(join(into, path), this.mixed(content, readFileSync(now.get(path) as string)));
      // Removed or renamed since, which may not have come to the disk.
      else if (this.random.next() < 0.5) put(join(into, path), content);
    // New, and its name may not have come to the disk.
    for (const [path, file] of now)
      if (!this.safe.has(path) && this.random.next() < 0.5) put(join(into, path), this.mixed(Buffer.alloc(0), readFileSync(file)));
  }

  private mixed(old: Buffer, fresh: Buffer): Buffer {
    if (old.equals(fresh)) return old;
    const length = this.random.next() < 0.5 ? Math.max(old.length, fresh.length) : fresh.length;
    const mixed = Buffer.alloc(length);
    for (let at = 0; at < length; at += PAGE_BYTES) {
      const from = this.random.next() < 0.5 ? old : fresh;
      from.copy(mixed, at, Math.min(at, from.length), Math.min(at + PAGE_BYTES, from.length));
    }
    return mixed;
  }
}

function put(path: string, content: Buffer): void {
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, content);
}

const entriesBelow = (folder: string) => readdirSync(folder, { recursive: true, withFileTypes: true });
const filesBelow = (folder: string): string[] =>
  entriesBelow(folder).flatMap((entry) => (entry.isFile() ? [join(entry.parentPath, entry.name)] : []));
const foldersBelow = (folder: string): string[] => [
  folder,
  ...entriesBelow(folder).flatMap((entry) => (entry.isDirectory() ? [join(entry.parentPath, entry.name)] : [])),
];
