import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import type { TestProject } from 'vitest/node';
// @ts-expect-error a script without types
import { demoFolder, LAID_OUT } from '../../e2e/demoData.mjs';
// @ts-expect-error a script without types
import { buildServer } from '../../scripts/build-server.mjs';
import type { OpenDb } from '../src/db/database.ts';
import { openDb } from '../src/db/open.ts';
import { seedDemo } from '../src/demo/seed.ts';
import { createInstallation } from '../src/installation/installation.ts';
import { TODAY } from './today.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    /** A file that holds the database with the made-up crew. */
    demoDump: string;
  }
}

/** A database with the made-up crew: a copy of the one that a whole run of tests has laid out, else a new one. */
export async function openDemo(): Promise<OpenDb> {
  if (process.env[LAID_OUT] !== undefined) return openDb(demoFolder());
  const open = await openDb(null);
  await seedDemo(await createInstallation(open, () => TODAY));
  return open;
}

/** Once a run: the threads that tests start are built, and the made-up crew is laid out and packed for every file to copy. */
export default async function prepare(project: TestProject): Promise<() => void> {
  // A whole run has built everything before it laid the crew out.
  if (process.env[LAID_OUT] === undefined) await buildServer();
  const folder = mkdtempSync(join(tmpdir(), 'ivrak-tests-'));
  const file = join(folder, 'demo.tar');
  const open = await openDemo();
  const client = (open.db as unknown as { $client: PGlite }).$client; // the embedded driver's own handle
  writeFileSync(file, Buffer.from(await (await client.dumpDataDir('none')).arrayBuffer()));
  await open.close();
  project.provide('demoDump', file);
  return () => rmSync(folder, { recursive: true, force: true });
}
