// npm start: install, build, migrate, seed, serve. Only Node's own modules are used until the install is done.
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { buildIfNeeded, installIfNeeded, ROOT } from './prepare.mjs';

const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  console.error(`Ivrak needs Node 20.19 or newer; this is ${process.versions.node}.`);
  process.exit(1);
}

try {
  await installIfNeeded();
  await buildIfNeeded();
} catch (error) {
  console.error(`Ivrak could not be prepared: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
}
// The server runs in this process, so that a signal reaches it and nothing stands between.
await import(pathToFileURL(join(ROOT, 'server/dist/main.mjs')).href);
