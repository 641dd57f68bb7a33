import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './prepare.mjs';

const WORKSPACES = ['core', 'contract', 'server', 'web'];
const COPIED = [...WORKSPACES, 'scripts', 'e2e', 'vitest.config.ts', 'package.json', 'tsconfig.base.json', 'tsconfig.tests.json'];

/** The sources beside the repository, so that what is tried there never touches what somebody works on. The caller removes it. */
export function copyOfSources() {
  const folder = mkdtempSync(join(tmpdir(), 'ivrak-copy-'));
  for (const name of COPIED)
    cpSync(join(ROOT, name), join(folder, name), { recursive: true, filter: (path) => !/node_modules$|[/\\]dist$/.test(path) });
  mkdirSync(join(folder, 'node_modules'));
  for (const name of readdirSync(join(ROOT, 'node_modules')))
    if (name !== '@ivrak') symlinkSync(join(ROOT, 'node_modules', name), join(folder, 'node_modules', name));
  mkdirSync(join(folder, 'node_modules', '@ivrak'));
  for (const name of ['core', 'contract']) symlinkSync(join(folder, name), join(folder, 'node_modules', '@ivrak', name));
  for (const name of WORKSPACES)
    if (existsSync(join(ROOT, name, 'node_modules'))) symlinkSync(join(ROOT, name, 'node_modules'), join(folder, name, 'node_modules'));
  return folder;
}
