// npm run torture -- --rounds 1000 --seed 7 --database postgres: kills the built server while it is written to, that often, and looks each time at what is left.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer } from '../e2e/server.mjs';
import { Torment } from './killing.mjs';
import { prepareLongRun, secondsSince } from './longRun.mjs';
import { startPostgres } from './postgres.mjs';

const {
  count: rounds,
  seed,
  random,
  report,
  end,
  values,
} = await prepareLongRun('rounds', 100, {
  database: { type: 'string', default: 'embedded' },
});
const folder = mkdtempSync(join(tmpdir(), 'ivrak-torture-'));
const database = values.database === 'postgres' ? await startPostgres({ isDurable: true }) : null;
const env = database === null ? {} : { DATABASE_URL: database.url() };
const kill = async ({ child }) => {
  // On a server of the database that one crashes as well, half of the time; both are killed amid the writes.
  const isBoth = database !== null && random.below(2) === 0;
  const crashed = isBoth ? database.kill() : undefined;
  child.kill('SIGKILL');
  await crashed;
  if (isBoth) await database.start();
};
const torment = new Torment({
  below: (count) => random.below(count),
  start: () => startServer({ folder, env, args: ['--empty'], isBrief: true }),
  kill,
});
const began = Date.now();
const { problems, acknowledged, claims } = await torment.run(rounds, (round) => {
  if (round % 10 === 0) console.log(`${round} kills, ${secondsSince(began)}`);
});
await torment.server.stop();
await database?.stop();
rmSync(folder, { recursive: true, force: true });
for (const [call, times] of Object.entries(acknowledged)) console.log(`       ${String(times).padStart(6)} ${call}`);
for (const problem of problems.slice(0, 20)) console.log(problem);
report(problems.length === 0, `${rounds} kills, seed ${seed}: ${claims} things claimed, ${problems.length} problems`);
end();
