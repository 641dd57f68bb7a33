import type { PlainDate } from '@ivrak/core';
import { pino } from 'pino';
import request from 'supertest';
import { afterAll, beforeAll } from 'vitest';
import { createApp } from '../src/app.ts';
import { startQueues } from '../src/compute/queues.ts';
import { type OpenDb, openDb } from '../src/db/open.ts';
import { seedDemo } from '../src/demo/seed.ts';

type Method = 'get' | 'post' | 'put' | 'delete' | 'patch';

/** The whole server on the made-up crew, in memory, for the tests of one file; answers calls as a local browser makes them. */
export function withDemo(today: PlainDate) {
  let open: OpenDb | undefined;
  let app: ReturnType<typeof createApp> | undefined;
  beforeAll(async () => {
    open = await openDb(null);
    await seedDemo(open.db, today);
    const log = pino({ level: 'silent' });
    app = createApp({ db: open.db, describeDb: open.describe, log, today: () => today, queues: startQueues() });
  });
  afterAll(() => open?.close());
  return (method: Method, path: string, body?: unknown) => {
    if (app === undefined) throw new Error('the server is not up yet');
    const asked = request(app)[method](path).set('Host', '127.0.0.1:4800');
    return body === undefined ? asked : asked.send(body as object);
  };
}

export const issuesOf = (response: request.Response): string[] => response.body.issues?.map(({ path }: { path: string }) => path) ?? [];
