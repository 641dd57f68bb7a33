// npm run fuzz -- --requests 200000 --seed 7: sends the built server what nobody should, on a folder of its own with the made-up crew.
// Ends with 0 where every answer was one, none was over the limit of time, and memory stayed.
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { Fuzzer } from './fuzzing.mjs';
import { buildIfNeeded, installIfNeeded } from './prepare.mjs';

const { values } = parseArgs({ options: { requests: { type: 'string', default: '20000' }, seed: { type: 'string' } } });
const requests = Number(values.requests);
const seed = Number(values.seed ?? Math.floor(Date.now() / 86_400_000));
if (!Number.isInteger(requests) || requests < 1 || !Number.isInteger(seed)) {
  console.error('npm run fuzz takes --requests and --seed, both whole numbers');
  process.exit(1);
}
await installIfNeeded();
await buildIfNeeded();
const { startServer } = await import('../e2e/server.mjs');
const { tsImport } = await import('tsx/esm/api');
const { Random } = await tsImport('../core/src/fit/random.ts', import.meta.url);

/** An answer on an idle machine. */
const MOST_MS = 2000;
const MOST_GROWTH_MB = 150;

const server = await startServer();
const residentMb = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
const fuzzer = new Fuzzer(server.url, new Random(seed));
await fuzzer.learn();
const began = Date.now();
let settledMb = 0;
await fuzzer.run(requests, (sent) => {
  // What grows at first is code and caches; what grows afterwards does not end.
  if (settledMb === 0 && sent >= requests / 4) settledMb = residentMb();
  if (sent % 5000 === 0) console.log(`${sent} sent, ${fuzzer.faults.length} faults, ${residentMb().toFixed(0)} MB`);
});
const grownMb = residentMb() - settledMb;
await server.stop();
server.remove();

let failed = 0;
const line = (isGood, text) => {
  if (!isGood) failed += 1;
  console.log(`${isGood ? 'ok    ' : 'NOT OK'} ${text}`);
};
for (const fault of fuzzer.faults.slice(0, 20)) console.log(fault);
line(
  fuzzer.faults.length === 0,
  `${requests} requests in ${((Date.now() - began) / 1000).toFixed(0)} s, seed ${seed}: ${fuzzer.faults.length} faults`,
);
line(
  fuzzer.slowest.ms <= MOST_MS,
  `slowest answer ${fuzzer.slowest.ms.toFixed(0)} ms (at most ${MOST_MS} ms): ${fuzzer.slowest.what.slice(0, 160)}`,
);
line(grownMb <= MOST_GROWTH_MB, `memory grew by ${grownMb.toFixed(0)} MB over the last three quarters (at most ${MOST_GROWTH_MB} MB)`);
const never = fuzzer.neverTaken();
line(
  never.length === 0,
  `${fuzzer.routes.length} calls, ${never.length} never taken${never.length === 0 ? '' : never.map((name) => `\n         ${name}: ${fuzzer.sums.get(name)?.said ?? 'not asked'}`).join('')}`,
);
process.exit(failed === 0 ? 0 : 1);
