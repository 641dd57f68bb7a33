// Builds pages and server.
import { fileURLToPath } from 'node:url';
import { build as buildPages } from 'vite';
import { buildServer } from './build-server.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

export async function buildAll() {
  await buildServer();
  await buildPages({ configFile: `${root}web/vite.config.ts`, logLevel: 'warn' });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildAll();
