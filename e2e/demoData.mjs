// What a run of journeys shares: the demo, seeded once since a new database takes as long as many a journey, and the browsers.
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startBrowsers } from './browser.mjs';
import { startServer } from './server.mjs';

/** Names the folder in which a run of tests has laid the made-up crew out. */
export const LAID_OUT = 'IVRAK_E2E_DEMO';

/** A folder of its own with the demo in it; empty, to be seeded by the server, outside of a run. */
export function demoFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'ivrak-'));
  const seeded = process.env[LAID_OUT];
  if (seeded !== undefined) cpSync(seeded, folder, { recursive: true });
  return folder;
}

/** Seeds it, and tells every process that is started from here where it lies; gives the folder. */
export async function layDemoOut() {
  const server = await startServer();
  await server.stop();
  process.env[LAID_OUT] = server.folder;
  return server.folder;
}

/** Called by the test runner before all files; returns what it calls after them. */
export default async function prepare({ config }) {
  const own = process.env[LAID_OUT] === undefined ? await layDemoOut() : null;
  const closeBrowsers = await startBrowsers(config.maxWorkers);
  return async () => {
    await closeBrowsers();
    if (own !== null) rmSync(own, { recursive: true, force: true });
  };
}
