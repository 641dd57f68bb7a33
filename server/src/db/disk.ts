import { closeSync, fsyncSync, openSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** Forces a file onto the disk; of a folder, which names are in it, where the system lets a folder be opened. */
export function syncPath(path: string): void {
  if (process.platform === 'win32' && statSync(path).isDirectory()) return;
  const open = openSync(path, 'r');
  try {
    fsyncSync(open);
  } finally {
    closeSync(open);
  }
}

/** Forces everything below a folder onto the disk. */
export function syncTree(path: string): void {
  if (statSync(path).isDirectory()) for (const name of readdirSync(path)) syncTree(join(path, name));
  syncPath(path);
}
