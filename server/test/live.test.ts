import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { openPostgres } from '../src/db/postgres.ts';
import { createInstallation, type Installation } from '../src/installation/installation.ts';
import { withServer } from './running.ts';
import { TODAY } from './today.ts';

const running = withServer();
let server: Server;
beforeAll(async () => {
  server = createServer(running.app);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
});
afterAll(() => {
  running.here.live.end();
  server.close();
});

/** What a page hears until it has heard `count` changes, or nothing more for a while. */
async function listening(page = '') {
  const stop = new AbortController();
  const { port } = server.address() as AddressInfo;
  const answer = await fetch(`http://127.0.0.1:${port}/api/changes`, { signal: stop.signal, headers: { 'x-ivrak-page': page } });
  const said: string[] = [];
  const reading = (async () => {
    for await (const piece of answer.body?.pipeThrough(new TextDecoderStream()) ?? []) said.push(piece);
  })().catch(() => undefined);
  const changes = () =>
    said
      .join('')
      .split('\n')
      .flatMap((line) => (line.startsWith('data: ') ? [JSON.parse(line.slice(6))] : []));
  return { answer, changes, stop: () => stop.abort(), reading };
}

const change = (page?: string) => {
  const sent = running.call('put', '/api/settings', { currency: ['€', 'CHF'][Math.floor(Math.random() * 2)] });
  return page === undefined ? sent : sent.set('x-ivrak-page', page);
};

describe('open pages', () => {
  it('hear of a change within a moment, and by which page; of those that follow closely once', async () => {
    const line = await listening();
    expect(line.answer.headers.get('content-type')).toMatch(/^text\/event-stream/);
    await change('page-1').expect(200);
    await expect.poll(line.changes, { timeout: 2000 }).toEqual([{ by: 'page-1' }]);
    await Promise.all([change('page-1').expect(200), change('page-2').expect(200), change('page-2').expect(200)]);
    await expect.poll(() => line.changes().length, { timeout: 2000 }).toBeGreaterThan(1);
    expect(line.changes().length).toBeLessThanOrEqual(3);
    line.stop();
    await line.reading;
  });

  it('hear nothing of what was only read, worked out or refused', async () => {
    const line = await listening();
    await running.call('get', '/api/kits').expect(200);
    await running.call('post', '/api/compute/scan', { text: 'x', today: TODAY });
    await running.call('put', '/api/settings', { currency: '12' }).expect(422);
    await change('last').expect(200);
    await expect.poll(line.changes, { timeout: 2000 }).toEqual([{ by: 'last' }]);
    line.stop();
    await line.reading;
  });

  it('that are closed are forgotten, and all are let go at the end', async () => {
    const [one, two] = [await listening(), await listening()];
    expect(running.here.live.listening).toBe(2);
    one.stop();
    await one.reading;
    await expect.poll(() => running.here.live.listening).toBe(1);
    running.here.live.end();
    await two.reading;
    await expect.poll(() => running.here.live.listening).toBe(0);
  });

  it('hear of what is changed through another server on the same database', async () => {
    const url = inject('postgres');
    if (url === undefined) return; // there is no other server on an embedded one
    const [{ address }] = [await addressOf(running.here)];
    const open = await openPostgres(address, {});
    const other = await createInstallation(open, () => TODAY);
    const line = await listening();
    // The line to the other server may still be on its way.
    await expect
      .poll(
        async () => {
          await other.db.transaction((tx) =>
            tx.execute("insert into journal (at, who, what, subject) values (now(), 'x', 'kit saved', 'y')"),
          );
          return line.changes();
        },
        { timeout: 10_000, interval: 300 },
      )
      .toContainEqual({ by: null });
    line.stop();
    await line.reading;
    await open.close();
  });
});

/** Where the database of an installation is served. */
async function addressOf({ db }: Installation): Promise<{ address: string }> {
  const { rows } = (await db.execute('select current_database() as name')) as unknown as { rows: { name: string }[] };
  return { address: new URL(`/${rows[0]?.name}`, inject('postgres') ?? '').href };
}
