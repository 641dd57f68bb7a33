// npm run move -- to-server (or to-folder): copies everything from the data folder to the PostgreSQL server of DATABASE_URL, or back, and
// compares row by row.
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { buildIfNeeded, installIfNeeded, ROOT } from './prepare.mjs';

await installIfNeeded();
await buildIfNeeded();
await import(pathToFileURL(join(ROOT, 'server/dist/move.mjs')).href);
