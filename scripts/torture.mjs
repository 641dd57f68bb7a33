// npm run torture -- --rounds 1000 --seed 7: kills the built server while it is written to, that often, and looks each time at what is left.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { Torment } from './killing.mjs';
import { buildIfNeeded, installIfNeeded } from './prepare.mjs';

const { values } = parseArgs({ options: { rounds: { type: 'string', default: '100' }, seed: { type: 'string' } } });
const rounds = Number(values.rounds);
const seed = Number(values.seed ?? Math.floor(Date.now() / 86_400_000));
if (!Number.isInteger(rounds) || rounds < 1 || !Number.isInteger(seed)) {
  console.error('npm run torture takes --rounds and --seed, both whole numbers');
  process.exit(1);
}
await installIfNeeded();
await buildIfNeeded();
const { startServer } = await import('../e2e/server.mjs');
const { tsImport } = await import('tsx/esm/api');
const { Random } = await tsImport('../core/src/fit/random.ts', import.meta.url);

const folder = mkdtempSync(join(tmpdir(), 'ivrak-torture-'));
const random = new Random(seed);
const torment = new Torment({ below: (count) => random.below(count), start: () => startServer({ folder, args: ['--empty'] }) });
const began = Date.now();
const { problems, acknowledged, claims } = await torment.run(rounds, (round) => {
  if (round % 10 === 0) console.log(`${round} kills, ${((Date.now() - began) / 1000).toFixed(0)} s`);
});
await torment.server.stop();
rmSync(folder, { recursive: true, force: true });
for (const [call, times] of Object.entries(acknowledged)) console.log(`       ${String(times).padStart(6)} ${call}`);
for (const problem of problems.slice(0, 20)) console.log(problem);
console.log(
  `${problems.length === 0 ? 'ok    ' : 'NOT OK'} ${rounds} kills, seed ${seed}: ${claims} things claimed, ${problems.length} problems`,
);
process.exit(problems.length === 0 ? 0 : 1);
