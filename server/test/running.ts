import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { max } from 'drizzle-orm';
import type { Express } from 'express';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { afterAll, afterEach, beforeAll, expect, inject } from 'vitest';
import { createApp } from '../src/app/app.ts';
import { startQueues } from '../src/compute/queues.ts';
import type { OpenDb } from '../src/db/database.ts';
import { openDb } from '../src/db/open.ts';
import { openPostgres } from '../src/db/postgres.ts';
import { journal } from '../src/db/schema.ts';
import { createInstallation, type Installation } from '../src/installation/installation.ts';
import { listKits } from '../src/kits/store.ts';
import { TODAY } from './today.ts';

/** A database with the made-up crew, for whoever asks first. */
async function openDemo(): Promise<OpenDb> {
  const server = inject('postgres');
  return server === undefined
    ? openDb(null, { contents: new Blob([await readFile(inject('demoDump'))]) })
    : openPostgres(await copyOfDemo(server));
}

/** The address of a new database on a server, copied from the one with the made-up crew. */
export async function copyOfDemo(server: string): Promise<string> {
  const name = `test_${crypto.randomUUID().replaceAll('-', '')}`;
  const client = new pg.Client({ connectionString: server });
  await client.connect();
  await client.query(`create database ${name} template demo`);
  await client.end();
  return new URL(`/${name}`, server).href;
}

export type Method = 'get' | 'post' | 'put' | 'delete' | 'patch';

export interface RunningDemo {
  open: OpenDb;
  here: Installation;
  app: Express;
  /** Sends a call as a local browser would. */
  call: (method: Method, path: string, body?: unknown) => request.Test;
}

/** The whole server on the made-up crew, in memory and as it was seeded, for the tests of one file. */
export function withServer(): RunningDemo {
  const running: Partial<RunningDemo> = {};
  const folder = mkdtempSync(join(tmpdir(), 'ivrak-backups-'));
  const backups = join(folder, 'backups');
  mkdirSync(backups);
  beforeAll(async () => {
    running.open = await openDemo();
    running.here = await createInstallation(running.open, () => TODAY, backups);
    running.app = createApp(running.here, { log: pino({ level: 'silent' }), queues: startQueues() });
  });
  let compared: unknown;
  // A law of every call that changes anything: what is kept in memory is what would be read anew.
  afterEach(async () => {
    const { here } = running;
    if (here === undefined) return;
    const [{ last } = { last: null }] = await here.db.select({ last: max(journal.id) }).from(journal);
    if (last === compared) return;
    compared = last;
    expect(await listKits(here, here.db)).toEqual(await here.db.transaction((tx) => listKits(here, tx)));
  });
  afterAll(async () => {
    await running.open?.close();
    rmSync(folder, { recursive: true, force: true });
  });
  running.call = (method, path, body) => {
    if (running.app === undefined) throw new Error('the server is not up yet');
    const asked = request(running.app)[method](path).set('Host', '127.0.0.1:4800');
    return body === undefined ? asked : asked.send(body as object);
  };
  return running as RunningDemo; // complete once the tests run
}

export const withDemo = () => withServer().call;

export const issuesOf = (response: request.Response): string[] => response.body.issues?.map(({ path }: { path: string }) => path) ?? [];

/** What is written of a kit, out of what is told of it. */
const DRAFT_FIELDS = [
  ...['name', 'layer', 'personId', 'containerId', 'positionId', 'schoolId', 'brief', 'setAside', 'planned', 'leftOut'],
  ...['fit', 'stage', 'modules', 'units'],
] as const;
export const draftOfKit = (kit: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(DRAFT_FIELDS.map((field) => [field, kit[field]]));
