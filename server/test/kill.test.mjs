// Every acknowledged change survives kill -9 at any moment, whole. `npm run torture` kills more often.
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Random } from '../../core/src/fit/random.ts';
import { rounds, SEED } from '../../core/testing/rounds.ts';
import { startServer } from '../../e2e/server.mjs';
import { Torment } from '../../scripts/killing.mjs';

const KILLS = rounds(20);
let folder;

beforeAll(async () => {
  const server = await startServer({ args: ['--empty'] });
  folder = server.folder;
  await server.stop();
});
afterAll(async () => {
  const { rmSync } = await import('node:fs');
  rmSync(folder, { recursive: true, force: true });
});

it(`keeps every acknowledged write over ${KILLS} kills during writes of every sort, and shows nothing by half`, async () => {
  const random = new Random(SEED);
  const torment = new Torment({ below: (count) => random.below(count), start: () => startServer({ folder, args: ['--empty'] }) });
  const { problems, acknowledged, claims } = await torment.run(KILLS);
  await torment.server.stop();
  expect(problems).toEqual([]);
  // It must have been killed while it was really writing.
  expect(claims).toBeGreaterThan(KILLS);
  expect(Object.keys(acknowledged).length).toBeGreaterThan(8);
});

it('refuses a second server on the same data, and says who holds it', async () => {
  const first = await startServer({ folder, args: ['--empty'] });
  await expect(startServer({ folder, args: ['--empty'] })).rejects.toThrow(/in use by process \d+/);
  expect((await fetch(`${first.url}/api/health`)).status).toBe(200);
  await first.stop();
});

it('stops cleanly on a signal, closes the database and says so', async () => {
  const server = await startServer({ folder, args: ['--empty'] });
  expect(await server.stop('SIGINT')).toBe(0);
  expect(server.output()).toContain('the database is closed');
});
