// Seeds the demo once for the whole run: a new database takes as long as many a journey, and every file wants its own.
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer } from './server.mjs';

const VARIABLE = 'IVRAK_E2E_DEMO';

/** A folder of its own with the demo in it; empty, to be seeded by the server, outside of a run. */
export function demoFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'ivrak-'));
  const seeded = process.env[VARIABLE];
  if (seeded !== undefined) cpSync(seeded, folder, { recursive: true });
  return folder;
}

/** Called by the test runner before and after all files. */
export async function setup() {
  const server = await startServer();
  await server.stop();
  process.env[VARIABLE] = server.folder;
}

export function teardown() {
  rmSync(process.env[VARIABLE], { recursive: true, force: true });
}
