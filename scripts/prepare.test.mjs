import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { expect, it, onTestFinished } from 'vitest';

/** A checkout with nothing in it but what prepares it, and a build that only says which process it ran in. */
function checkout() {
  const root = mkdtempSync(join(tmpdir(), 'ivrak-prepare-'));
  onTestFinished(() => rmSync(root, { recursive: true, force: true }));
  for (const folder of ['scripts', 'core', 'contract', 'server/dist', 'web/dist']) mkdirSync(join(root, folder), { recursive: true });
  cpSync(fileURLToPath(new URL('prepare.mjs', import.meta.url)), join(root, 'scripts/prepare.mjs'));
  writeFileSync(join(root, 'package-lock.json'), '{}');
  const build = `import { appendFileSync, writeFileSync } from 'node:fs';
    appendFileSync(${JSON.stringify(join(root, 'built-by'))}, process.pid + '\\n');
    for (const file of ['server/dist/main.mjs', 'web/dist/index.html']) writeFileSync(${JSON.stringify(`${root}/`)} + file, '');`;
  writeFileSync(join(root, 'scripts/build.mjs'), build);
  return root;
}

it('builds in a process of its own, so that the server that starts next keeps none of its memory, and only where something changed', async () => {
  const root = checkout();
  const { buildIfNeeded } = await import(pathToFileURL(join(root, 'scripts/prepare.mjs')).href);
  const builders = () => readFileSync(join(root, 'built-by'), 'utf8').trim().split('\n').map(Number);
  await buildIfNeeded();
  expect(builders()).toHaveLength(1);
  expect(builders()[0]).not.toBe(process.pid);
  await buildIfNeeded();
  expect(builders()).toHaveLength(1);
  writeFileSync(join(root, 'core/new.ts'), '');
  await buildIfNeeded();
  expect(builders()).toHaveLength(2);
});
