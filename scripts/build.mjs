// Builds pages and server.
import { fileURLToPath } from 'node:url';
import { build as buildPages } from 'vite';
import { buildServer } from './build-server.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

export async function buildAll() {
  await buildServer();
  const { NODE_ENV: before } = process.env;
  // What is built is for use, whatever the one who asks for it is doing.
  process.env.NODE_ENV = 'production';
  await buildPages({ configFile: `${root}web/vite.config.ts`, logLevel: 'warn' });
  if (before === undefined) delete process.env.NODE_ENV;
  else process.env.NODE_ENV = before;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) import('./prepare.mjs').then(({ buildIfNeeded }) => buildIfNeeded());
