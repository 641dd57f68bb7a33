// What a run of journeys shares: the demo, seeded once since a new database takes as long as many a journey, and the browsers.
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startBrowsers } from './browser.mjs';
import { startServer } from './server.mjs';

const VARIABLE = 'IVRAK_E2E_DEMO';

/** A folder of its own with the demo in it; empty, to be seeded by the server, outside of a run. */
export function demoFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'ivrak-'));
  const seeded = process.env[VARIABLE];
  if (seeded !== undefined) cpSync(seeded, folder, { recursive: true });
  return folder;
}

/** Called by the test runner before all files; returns what it calls after them. */
export default async function prepare({ config }) {
  const server = await startServer();
  await server.stop();
  process.env[VARIABLE] = server.folder;
  const closeBrowsers = await startBrowsers(config.maxWorkers);
  return async () => {
    await closeBrowsers();
    rmSync(server.folder, { recursive: true, force: true });
  };
}
