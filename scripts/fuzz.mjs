// npm run fuzz -- --requests 200000 --seed 7: sends the built server what nobody should, on a folder of its own with the made-up crew.
// Ends with 0 where every answer was one, none was over the limit of time, and memory stayed.
import { readFileSync } from 'node:fs';
import { startServer } from '../e2e/server.mjs';
import { Fuzzer } from './fuzzing.mjs';
import { prepareLongRun, secondsSince } from './longRun.mjs';

/** An answer on an idle machine. */
const MOST_MS = 2000;
const MOST_GROWTH_MB = 150;

const { count: requests, seed, random, report, end } = await prepareLongRun('requests', 20_000);
const server = await startServer();
const residentMb = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
const fuzzer = new Fuzzer(server.url, random);
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

for (const fault of fuzzer.faults.slice(0, 20)) console.log(fault);
const { faults, slowest, routes } = fuzzer;
report(faults.length === 0, `${requests} requests in ${secondsSince(began)}, seed ${seed}: ${faults.length} faults`);
report(slowest.ms <= MOST_MS, `slowest answer ${slowest.ms.toFixed(0)} ms (at most ${MOST_MS} ms): ${slowest.what.slice(0, 160)}`);
report(grownMb <= MOST_GROWTH_MB, `memory grew by ${grownMb.toFixed(0)} MB over the last three quarters (at most ${MOST_GROWTH_MB} MB)`);
const never = fuzzer.neverTaken();
report(never.length === 0, `${routes.length} calls, ${never.length} never taken`);
for (const name of never) console.log(`       ${name}: ${fuzzer.lastRefusals.get(name) ?? 'not asked'}`);
end();
