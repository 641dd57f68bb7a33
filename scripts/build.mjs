// Builds pages and server.
import { fileURLToPath } from 'node:url';
import { build as buildPages } from 'vite';
import { buildServer } from './build-server.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

// What is built is for use, whatever the one who asks for it is doing.
process.env.NODE_ENV = 'production';
await buildServer();
await buildPages({ configFile: `${root}web/vite.config.ts`, logLevel: 'warn' });
