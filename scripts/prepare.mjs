// Installs what the lock file says and builds what the sources say, only where something changed. Node's own modules only.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
const CACHE = join(ROOT, '.cache');

const hashOf = (text) => createHash('sha256').update(text).digest('hex');
const read = (path) => (existsSync(path) ? readFileSync(path, 'utf8') : '');

/** Runs a command with its output passed through; rejects where it fails. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
    child.on('error', reject);
    child.on('exit', (code, signal) =>
      code === 0 ? resolve() : reject(new Error(`${command} ${args.join(' ')} ended with ${signal ?? code}`)),
    );
  });
}

const npm = () => (process.env.npm_execpath ? [process.execPath, [process.env.npm_execpath]] : ['npm', []]);

/** npm writes its own copy of the lock file last, so a broken install is done again. */
export async function installIfNeeded() {
  const stamp = join(CACHE, 'installed');
  const lock = hashOf(read(join(ROOT, 'package-lock.json')));
  if (existsSync(join(ROOT, 'node_modules', '.package-lock.json')) && read(stamp) === lock) return;
  console.log('Installing packages (once, about a minute)');
  const [command, first] = npm();
  // What is needed to build is needed here too, even where production is said.
  await run(command, [...first, 'ci', '--no-audit', '--no-fund', '--include=dev', '--loglevel=error']);
  mkdirSync(CACHE, { recursive: true });
  writeFileSync(stamp, lock);
}

function filesUnder(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return ['node_modules', 'dist'].includes(entry.name) ? [] : filesUnder(path);
    return [path];
  });
}

/** Changes whenever a source, a configuration or the lock file does; sizes and times are enough to tell. */
function sourceStamp() {
  const parts = ['core', 'contract', 'server', 'web', 'scripts'].flatMap((folder) => filesUnder(join(ROOT, folder)));
  const lines = [...parts, join(ROOT, 'package-lock.json')].map((path) => {
    const { size, mtimeMs } = statSync(path);
    return `${path} ${size} ${mtimeMs}`;
  });
  return hashOf(lines.join('\n'));
}

export async function buildIfNeeded() {
  const stamp = join(CACHE, 'built');
  const sources = sourceStamp();
  const outputs = [join(ROOT, 'server/dist/main.mjs'), join(ROOT, 'web/dist/index.html')];
  if (outputs.every(existsSync) && read(stamp) === sources) return;
  console.log('Building');
  // In a process of its own: what a build takes of memory goes with it, and is not kept by the server that this may become.
  await run(process.execPath, [join(ROOT, 'scripts/build.mjs')]);
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, sources);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await installIfNeeded();
  await buildIfNeeded();
}
