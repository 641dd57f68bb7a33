// npm run growth: what calls cost in processor time as a crew grows, on both databases, against the goals. Exit 1 where one is missed.
import { readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { parseArgs } from 'node:util';
import { startServer } from '../e2e/server.mjs';
import { grown } from './growthFile.mjs';
import { postgresPrograms, startPostgres } from './postgres.mjs';
import { buildIfNeeded, installIfNeeded } from './prepare.mjs';

const TICK_MS = 10;
/** Kits and units beside the made-up crew's own; goals in milliseconds of the processor. */
const SIZES = {
  'x0.1': { kits: 5, units: 500 },
  x1: { kits: 50, units: 5000 },
  x10: { kits: 500, units: 50_000 },
};
const GOALS = {
  kits: { path: '/api/kits', x1: 60, x10: 300 },
  upkeep: { path: '/api/upkeep', x1: 150, x10: 1000 },
  horizon: { path: '/api/horizon', x1: 100, x10: 600 },
  restock: { path: '/api/restock', x1: 150, x10: 1000 },
  rotation: { path: '/api/rotation', x1: 500, x10: 3000 },
  carry: { path: '/api/carry', x1: 100, x10: 500 },
  today: { path: '/api/today', x1: 50, x10: 200 },
  calendar: { path: '/api/calendar.ics', x1: 300, x10: 2000 },
  'one kit': { path: '/api/kits/console-case', x1: 30, x10: 40 },
};

/** Processor time of a process and its threads so far, milliseconds. */
function workedMs(pid) {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
  return (Number(fields[11]) + Number(fields[12])) * TICK_MS;
}
const residentMB = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;
const peakMB = (pid) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

async function* rowsOf(base, entries) {
  const { journal, ...rest } = base;
  yield `${JSON.stringify(rest).slice(0, -1)},"journal":[`;
  const some = journal.slice(0, 50).map((entry) => JSON.stringify(entry));
  for (let at = 0; at < entries; at += 1000)
    yield `${at === 0 ? '' : ','}${Array.from({ length: Math.min(1000, entries - at) }, (_, index) => some[(at + index) % some.length]).join(',')}`;
  yield ']}';
}

let missed = 0;
function report(what, value, unit, goal) {
  const isGood = goal === undefined || value <= goal;
  if (!isGood) missed += 1;
  const against = goal === undefined ? '' : ` (at most ${goal} ${unit})`;
  console.log(`${isGood ? 'ok    ' : 'MISSED'} ${what}: ${value < 10 ? value.toFixed(2) : Math.round(value)} ${unit}${against}`);
}

async function get(url, path) {
  const response = await fetch(url + path);
  if (!response.ok) throw new Error(`${path} answered ${response.status}: ${await response.text()}`);
  return response;
}

async function post(url, path, body, headers = { 'content-type': 'application/json' }) {
  const response = await fetch(url + path, { method: 'POST', headers, body, duplex: 'half' });
  const text = await response.text();
  if (!response.ok) throw new Error(`${path} answered ${response.status}: ${text}`);
  return text;
}

/** What a call costs, the first time it is asked and the median of five more, once the program is warm. */
async function costOf({ url, child }, path) {
  const costs = [];
  for (let round = 0; round < 9; round += 1) {
    const before = workedMs(child.pid);
    await (await get(url, path)).arrayBuffer();
    costs.push(workedMs(child.pid) - before);
  }
  const [first, , , , ...more] = costs;
  return { first, median: more.sort((a, b) => a - b)[2] };
}

let entryNumber = 0;
/** Seconds until an entry of a use is kept, while something else is going on. */
async function entryBeside(url, what) {
  const began = performance.now();
  const other = what();
  await new Promise((resolve) => setTimeout(resolve, 150));
  const waits = [];
  let isOver = false;
  const ended = other.finally(() => {
    isOver = true;
  });
  do {
    entryNumber += 1;
    const body = {
      kitId: 'console-case',
      startedAt: '2026-11-25T10:00:00Z',
      entries: [{ id: `beside-${entryNumber}`, at: '2026-11-25T10:00:00Z', casualty: 1, do: 'sealChecked' }],
    };
    const start = performance.now();
    await post(url, `/api/use-logs/beside-${Math.floor(entryNumber / 50)}/entries`, JSON.stringify(body));
    waits.push((performance.now() - start) / 1000);
    await new Promise((resolve) => setTimeout(resolve, 50));
  } while (!isOver);
  await ended;
  return { worst: Math.max(...waits), tookS: (performance.now() - began) / 1000, count: waits.length };
}

async function measure(name, start, sizes, entries) {
  console.log(`\n== ${name}`);
  for (const size of sizes) {
    const server = await start();
    const { url, child } = server;
    const base = await (await get(url, '/api/export')).json();
    const file = JSON.stringify(grown(base, SIZES[size]));
    const began = performance.now();
    const counts = JSON.parse(await post(url, '/api/import', file));
    console.log(`\n${name} ${size}: ${counts.kits} kits, ${counts.units} units, file of ${(file.length / 1e6).toFixed(1)} MB`);
    report(`${size} import`, (performance.now() - began) / 1000, 's', size === 'x1' ? 10 : undefined);
    for (const [what, { path, ...goals }] of Object.entries(GOALS)) {
      const { first, median } = await costOf(server, path);
      report(`${size} ${what}, again`, median, 'ms', goals[size]);
      console.log(`       the first time ${first} ms`);
    }
    for (const [what, work] of Object.entries({
      rotation: () => get(url, '/api/rotation').then((answer) => answer.arrayBuffer()),
      export: () => get(url, '/api/export').then((answer) => answer.arrayBuffer()),
      import: () => post(url, '/api/import', file),
    })) {
      const { worst, tookS, count } = await entryBeside(url, work);
      report(`${size} use entry beside ${what} of ${tookS.toFixed(1)} s, worst of ${count}`, worst, 's', 0.3);
    }
    report(`${size} memory of the server, after all that`, residentMB(child.pid), 'MB', size === 'x10' ? 600 : undefined);
    await server.stop();
    const again = await start(server);
    report(`${size} memory after a start`, residentMB(again.child.pid), 'MB', 400);
    if (size === sizes.at(-1) && entries > 0) await longJournal(again, entries);
    await again.stop();
    again.remove();
  }
}

/** A journal of a million entries goes in and out again, and memory stays. */
async function longJournal(server, entries) {
  const { url, child } = server;
  const base = await (await get(url, '/api/export')).json();
  const before = residentMB(child.pid);
  let began = performance.now();
  await post(url, '/api/import', Readable.toWeb(Readable.from(rowsOf(base, entries))));
  report(`import of ${entries} journal entries`, (performance.now() - began) / 1000, 's');
  began = performance.now();
  let bytes = 0;
  for await (const piece of (await get(url, '/api/export')).body) bytes += piece.length;
  report(`export of ${(bytes / 1e6).toFixed(0)} MB`, (performance.now() - began) / 1000, 's');
  report('more memory at most', peakMB(child.pid) - before, 'MB', 300);
}

const { values } = parseArgs({
  options: {
    size: { type: 'string', multiple: true, default: Object.keys(SIZES) },
    database: { type: 'string', multiple: true, default: ['embedded', 'postgres'] },
    journal: { type: 'string', default: '1000000' },
  },
});
await installIfNeeded();
await buildIfNeeded();
if (values.database.includes('embedded'))
  await measure('embedded', (last) => startServer({ folder: last?.folder }), values.size, Number(values.journal));
if (values.database.includes('postgres') && postgresPrograms() !== null) {
  const database = await startPostgres({ isDurable: true });
  let crew = 0;
  const start = (last) => {
    if (last === undefined) crew += 1;
    return startServer({ folder: last?.folder, env: { DATABASE_URL: database.url(), IVRAK_CREW: `growth_${crew}` } });
  };
  await measure('postgres', start, values.size, Number(values.journal));
  await database.stop();
}
console.log(`\n${missed} missed`);
process.exit(missed === 0 ? 0 : 1);
