// How much script the first page is.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ROOT } from './prepare.mjs';

/** What the browser must load before Muster stands: the entry, what it imports, and the first screen. */
export function benchPage(report) {
  const manifest = JSON.parse(readFileSync(join(ROOT, 'web/dist/.vite/manifest.json'), 'utf8'));
  const wanted = new Set();
  const add = (key) => {
    const entry = manifest[key];
    if (entry === undefined || wanted.has(entry.file)) return;
    wanted.add(entry.file);
    for (const imported of entry.imports ?? []) add(imported);
  };
  for (const [key, entry] of Object.entries(manifest)) if (entry.isEntry || key.endsWith('muster/Muster.tsx')) add(key);
  const bytes = [...wanted]
    .filter((file) => file.endsWith('.js'))
    .reduce((sum, file) => sum + gzipSync(readFileSync(join(ROOT, 'web/dist', file)), { level: 9 }).length, 0);
  report('script of the first page, gzip', bytes / 1000, 'kB', 250, `; ${wanted.size} files`);
}
