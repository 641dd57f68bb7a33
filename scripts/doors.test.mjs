// The doors of core give out what somebody outside uses, and nothing else.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

const filesUnder = (folder) =>
  readdirSync(join(ROOT, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`;
    if (entry.isDirectory()) return ['node_modules', 'dist', 'migrations'].includes(entry.name) ? [] : filesUnder(path);
    return /\.(ts|tsx|mjs)$/.test(entry.name) ? [path] : [];
  });

const namesIn = (list) =>
  list
    .split(',')
    .map((name) =>
      name
        .replace(/^\s*type\s+/, '')
        .replace(/\s+as\s+.*$/, '')
        .trim(),
    )
    .filter(Boolean);

it('every name that core gives out is used outside of it', () => {
  const outside = ['contract/src', 'server/src', 'server/test', 'web/src', 'e2e', 'scripts'].flatMap(filesUnder);
  const used = new Set();
  let bench = '';
  for (const path of outside) {
    const text = readFileSync(join(ROOT, path), 'utf8');
    for (const [, list, folder] of text.matchAll(/\{([^{}]*)\}\s*from\s*'@ivrak\/core\/(\w+)'/g))
      for (const name of namesIn(list)) used.add(`${folder} ${name}`);
    // Benches take what they measure out of one bundle of all doors; a page takes what it seldom needs when it needs it.
    if (path.startsWith('scripts/bench') || /import\('@ivrak\/core\//.test(text)) bench += text;
  }
  const unused = readdirSync(join(ROOT, 'core/src')).flatMap((folder) => {
    const door = readFileSync(join(ROOT, 'core/src', folder, 'index.ts'), 'utf8');
    return [...door.matchAll(/\{([^{}]*)\}/g)]
      .flatMap(([, list]) => namesIn(list))
      .filter((name) => !used.has(`${folder} ${name}`) && !new RegExp(`\\b${name}\\b`).test(bench))
      .map((name) => `${folder}: ${name}`);
  });
  expect(unused).toEqual([]);
  expect(used.size).toBeGreaterThan(200);
});
