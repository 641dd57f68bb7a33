// Whatever is sent, the server answers, and says in words what it does not take. `npm run fuzz` sends more.
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Random } from '../../core/src/fit/random.ts';
import { rounds, SEED } from '../../core/testing/rounds.ts';
import { startServer } from '../../e2e/server.mjs';
import { Fuzzer } from '../../scripts/fuzzing.mjs';

let server;
beforeAll(async () => {
  server = await startServer();
});
afterAll(async () => {
  await server?.stop();
  server?.remove();
});

it('never says that something went wrong within it, whatever comes', async () => {
  const fuzzer = new Fuzzer(server.url, new Random(SEED));
  await fuzzer.learn();
  await fuzzer.run(rounds(500));
  expect(fuzzer.faults).toEqual([]);
  // It was not all refused.
  expect(fuzzer.neverTaken().length).toBeLessThan(fuzzer.routes.length / 2);
});
