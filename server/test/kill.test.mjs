// Every acknowledged change survives kill -9 at any moment: the server is killed again and again while it is written to.
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Random } from '../../core/src/fit/random.ts';
import { freePort, startServer } from '../../e2e/server.mjs';

const KILLS = 20;
let folder;
let port;

beforeAll(async () => {
  port = await freePort();
  const server = await startServer({ port, args: ['--empty'] });
  folder = server.folder;
  await server.stop();
});
afterAll(async () => {
  const { rmSync } = await import('node:fs');
  rmSync(folder, { recursive: true, force: true });
});

const post = (url, path, body) =>
  fetch(url + path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

it(`keeps every acknowledged write over ${KILLS} kills during writes`, async () => {
  const random = new Random(99);
  const acknowledged = [];
  let sent = 0;
  for (let kill = 0; kill < KILLS; kill += 1) {
    const server = await startServer({ folder, port, args: ['--empty'] });
    // The database opens, and holds everything that was acknowledged before.
    const { units } = await (await fetch(`${server.url}/api/stores`)).json();
    const there = new Set(units.map(({ id }) => id));
    expect(
      acknowledged.filter((id) => !there.has(id)),
      `after kill ${kill}`,
    ).toEqual([]);
    let isDead = false;
    let taken = 0;
    const enough = 1 + random.below(8);
    let reached = () => {};
    const isWriting = new Promise((resolve) => {
      reached = resolve;
    });
    const write = async () => {
      while (!isDead) {
        sent += 1;
        const id = `unit-${sent}`;
        const answer = await post(server.url, '/api/stores', {
          id,
          kind: 'kaolin-gauze',
          count: 1,
          lot: `L${sent}`,
          expiresOn: '2028-01-31',
        }).catch(() => null);
        if (answer?.status !== 201 || (await answer.json().catch(() => null))?.id !== id) continue;
        acknowledged.push(id);
        taken += 1;
        if (taken >= enough) reached();
      }
    };
    const writers = [write(), write(), write()];
    // Somewhere within the writes that follow, however fast this machine is.
    await isWriting;
    await new Promise((resolve) => setTimeout(resolve, random.below(40)));
    server.child.kill('SIGKILL');
    isDead = true;
    await Promise.all(writers);
    expect(await server.stop()).toBe('SIGKILL');
  }
  const server = await startServer({ folder, port, args: ['--empty'] });
  const { units } = await (await fetch(`${server.url}/api/stores`)).json();
  await server.stop();
  const there = new Set(units.map(({ id }) => id));
  expect(acknowledged.filter((id) => !there.has(id))).toEqual([]);
  // It must have been killed while it was really writing.
  expect(acknowledged.length).toBeGreaterThan(KILLS);
  // What was written at all was written whole: every unit has its lot.
  expect(units.every(({ lot, expiresOn }) => lot !== null && expiresOn === '2028-01-31')).toBe(true);
});

it('refuses a second server on the same data, and says who holds it', async () => {
  const first = await startServer({ folder, port, args: ['--empty'] });
  await expect(startServer({ folder, args: ['--empty'] })).rejects.toThrow(/in use by process \d+/);
  expect((await fetch(`${first.url}/api/health`)).status).toBe(200);
  await first.stop();
});

it('stops cleanly on a signal, closes the database and says so', async () => {
  const server = await startServer({ folder, port, args: ['--empty'] });
  expect(await server.stop('SIGINT')).toBe(0);
  expect(server.output()).toContain('the database is closed');
});
