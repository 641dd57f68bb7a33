import pg from 'pg';
import type { TestProject } from 'vitest/node';
// @ts-expect-error a script without types
import { startPostgres } from '../../scripts/postgres.mjs';
import { openPostgres } from '../src/db/postgres.ts';
import { createInstallation } from '../src/installation/installation.ts';
import { replaceAll } from '../src/transfer/store.ts';
import { exportStream } from '../src/transfer/writing.ts';
import { openDemo } from './prepared.ts';
import { TODAY } from './today.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    /** Address of a server whose database "demo" holds the made-up crew; undefined: the embedded database is tested. */
    postgres: string | undefined;
  }
}

/** Once a run: a server of its own, with the made-up crew laid out and packed for every file to copy. */
export default async function prepare(project: TestProject): Promise<() => Promise<void>> {
  const server: { url: (name?: string) => string; stop: () => Promise<void> } = await startPostgres();
  const client = new pg.Client({ connectionString: server.url() });
  await client.connect();
  await client.query('create database demo');
  await client.end();
  const open = await openPostgres(server.url('demo'));
  const made = await openDemo();
  const file = exportStream(await createInstallation(made, () => TODAY));
  await replaceAll(await createInstallation(open, () => TODAY), file);
  await made.close();
  await open.close();
  project.provide('postgres', server.url());
  return server.stop;
}
