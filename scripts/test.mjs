// npm test: installs what is missing, then checks form, types and dependencies beside the unit and server tests, then drives the
// browser. Ends with one plain line, "N passed, N failed". `npm test -- unit` and `npm test -- browser` run one lane, `check` the checks.
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { judgeLane } from './lane.mjs';
import { postgresPrograms } from './postgres.mjs';
import { buildIfNeeded, installIfNeeded, ROOT, run } from './prepare.mjs';

const isProgram = (name) => existsSync(`/usr/bin/${name}`);
const RESULTS = join(ROOT, '.cache', 'results');
/** How many tests there are: kept here so that a lane that runs fewer is noticed. Raise it with the tests. */
const LEAST = JSON.parse(readFileSync(join(ROOT, 'scripts/test-counts.json'), 'utf8'));
let passed = 0;
let failed = 0;

const seconds = (since) => `${((Date.now() - since) / 1000).toFixed(1)} s`;

/** Runs a command and keeps what it says until it has ended, so that what runs beside it stays readable. */
function runQuietly(args, env = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, ...env } });
    let output = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => {
        output += chunk;
      });
    child.on('error', reject);
    child.on('close', (code, signal) => resolve({ exitCode: signal ?? code, output }));
  });
}

async function check(args) {
  const { exitCode, output } = await runQuietly(args);
  if (exitCode !== 0) throw new Error(`ended with ${exitCode}\n${output}`);
}

async function step(name, work) {
  const start = Date.now();
  try {
    await work();
    passed += 1;
    console.log(`ok ${name} (${seconds(start)})`);
  } catch (error) {
    failed += 1;
    console.error(`NOT OK ${name}: ${error instanceof Error ? error.message : error}`);
  }
}

async function ensurePackage(name, isThere) {
  if (isThere()) return;
  const isRoot = process.getuid?.() === 0;
  const [command, first] = isRoot ? ['apt-get', []] : ['sudo', ['apt-get']];
  if (spawnSync('apt-get', ['--version']).error) throw new Error(`${name} is missing and this is not a Debian system: install it there`);
  const options = { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }, stdio: ['ignore', 'ignore', 'inherit'] };
  await run(command, [...first, 'update', '-qq'], options);
  await run(command, [...first, 'install', '-y', '-qq', '--no-install-recommends', name], options);
}

/** The one without windows takes half of the time; older systems have only the other. */
async function ensureChromium() {
  const ensure = (name) => ensurePackage(name, () => isProgram(name));
  await ensure('chromium-headless-shell').catch(() => ensure('chromium'));
}

/** Runs a lane of tests and adds its counts; what it says comes when it has ended, so that lanes beside each other stay readable. */
async function lane(name, args, env = {}) {
  const start = Date.now();
  const file = join(RESULTS, `${name}.json`);
  const report = ['--reporter=default', '--reporter=json', `--outputFile.json=${file}`];
  const { exitCode, output } = await runQuietly(['node_modules/vitest/vitest.mjs', 'run', ...args, ...report], {
    NO_COLOR: '1',
    FORCE_COLOR: '0',
    ...env,
  });
  console.log(`\n== ${name} tests\n${output}`);
  const result = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null;
  const came = judgeLane({ exitCode, result, least: LEAST[name] });
  passed += came.passed;
  failed += came.failed;
  for (const problem of came.problems) console.error(`NOT OK ${name} tests: ${problem}`);
  console.log(
    `${name}: ${came.passed} passed, ${came.failed} failed, ${came.skipped} skipped (${seconds(start)}; at least ${LEAST[name]})`,
  );
}

const IN_MEMORY = '/dev/shm';
const ROOM_BYTES = 4 * 1024 ** 3;

/** Where folders of tests lie: in memory where there is room, since databases by the dozen wait for the disk most of their time. */
function placeForFolders() {
  const isRoomy = () => {
    const { bavail, bsize } = statfsSync(IN_MEMORY);
    return bavail * bsize > ROOM_BYTES;
  };
  const folder = mkdtempSync(join(existsSync(IN_MEMORY) && isRoomy() ? IN_MEMORY : tmpdir(), 'ivrak-run-'));
  // PostgreSQL runs as a user of its own, and passes through to what is its.
  chmodSync(folder, 0o711);
  return folder;
}

const biome = (what) => () => check(['node_modules/@biomejs/biome/bin/biome', what, '.']);
const checks = async () => {
  await step('format', biome('format'));
  await step('lint', biome('lint'));
  await step('types', () => check(['scripts/types.mjs']));
  await step('dependency rules', () => check(['scripts/deps.mjs']));
};
const projects = (...names) => names.flatMap((name) => ['--project', name]);
const unit = () => lane('unit-and-server', projects('core', 'server', 'postgres', 'web'));
/** What starts the built server comes after the browser's, so that both sides end at about the same time. */
const built = () => lane('built-server', projects('built'));
const E2E = ['--config', 'e2e/vitest.config.ts'];
const browser = () => lane('browser', E2E);
/** What measures time, with nothing beside it. */
const responsiveness = () => lane('responsiveness', E2E, { IVRAK_ALONE: '1' });

const wanted = process.argv[2] ?? 'all';
if (!['all', 'check', 'unit', 'browser'].includes(wanted)) {
  console.error(`npm test runs all, check, unit or browser, not "${wanted}"`);
  process.exit(1);
}
const start = Date.now();
await installIfNeeded();
rmSync(RESULTS, { recursive: true, force: true });
mkdirSync(RESULTS, { recursive: true });
process.env.TMPDIR = placeForFolders();
process.on('exit', () => rmSync(process.env.TMPDIR, { recursive: true, force: true }));
const needsUnit = wanted === 'all' || wanted === 'unit';
const needsBrowser = wanted === 'all' || wanted === 'browser';
// What is fetched from elsewhere waits for the network while this machine works.
const fetched = needsBrowser ? step('Chromium', ensureChromium) : Promise.resolve();
// They ask for nothing that is built, and a build leaves a core to them.
const checked = wanted === 'all' || wanted === 'check' ? checks() : Promise.resolve();
if (wanted !== 'check') {
  await step('build', buildIfNeeded);
  await step('made-up crew', async () => {
    // Here, since it imports what the installation brings.
    const { layDemoOut } = await import('../e2e/demoData.mjs');
    await layDemoOut();
  });
}
// One package is installed at a time.
await fetched;
if (needsUnit) await step('PostgreSQL', () => ensurePackage('postgresql', () => postgresPrograms() !== null));
// Beside each other: what waits for a page or a disk leaves the processor to the others.
const driven = async () => {
  if (needsBrowser) await browser();
  if (needsUnit) await built();
};
await Promise.all([checked, needsUnit ? unit() : undefined, driven()]);
if (needsBrowser) await responsiveness();
console.log(`\nin ${seconds(start)}`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
