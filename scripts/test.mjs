// npm test: installs what is missing, checks form, types and dependencies, then runs unit, server and browser tests.
// Ends with one plain line, "N passed, N failed".
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildIfNeeded, installIfNeeded, ROOT, run } from './prepare.mjs';

const CHROMIUM = '/usr/bin/chromium';
const RESULTS = join(ROOT, '.cache', 'results');
let passed = 0;
let failed = 0;

async function step(name, work) {
  const start = Date.now();
  console.log(`\n== ${name}`);
  try {
    await work();
    passed += 1;
    console.log(`ok ${name} (${((Date.now() - start) / 1000).toFixed(1)} s)`);
  } catch (error) {
    failed += 1;
    console.error(`NOT OK ${name}: ${error instanceof Error ? error.message : error}`);
  }
}

async function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  const isRoot = process.getuid?.() === 0;
  const [command, first] = isRoot ? ['apt-get', []] : ['sudo', ['apt-get']];
  if (spawnSync('apt-get', ['--version']).error)
    throw new Error(`${CHROMIUM} is missing and this is not a Debian system: install Chromium there`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  await run(command, [...first, 'update', '-qq'], { env });
  await run(command, [...first, 'install', '-y', '-qq', '--no-install-recommends', 'chromium'], { env });
}

/** Runs a set of tests and adds its counts; a run that breaks off counts as one failure. */
async function tests(name, args) {
  const file = join(RESULTS, `${name}.json`);
  console.log(`\n== ${name} tests`);
  await run(
    process.execPath,
    ['node_modules/vitest/vitest.mjs', 'run', ...args, '--reporter=default', '--reporter=json', `--outputFile.json=${file}`],
    { env: { ...process.env, NO_COLOR: '1', FORCE_COLOR: '0' } },
  ).catch(() => undefined);
  if (!existsSync(file)) {
    failed += 1;
    console.error(`NOT OK ${name} tests: no result was written`);
    return;
  }
  const result = JSON.parse(readFileSync(file, 'utf8'));
  passed += result.numPassedTests;
  failed += result.numFailedTests;
  // A file that could not be loaded holds no failed test, and still is a failure.
  failed += result.testResults.filter(
    (entry) => entry.status === 'failed' && entry.assertionResults.every((one) => one.status !== 'failed'),
  ).length;
}

const biome = (what) => () => run(process.execPath, ['node_modules/@biomejs/biome/bin/biome', what, '.']);

await installIfNeeded();
rmSync(RESULTS, { recursive: true, force: true });
mkdirSync(RESULTS, { recursive: true });
await step('format', biome('format'));
await step('lint', biome('lint'));
await step('types', () => run(process.execPath, ['scripts/types.mjs']));
await step('dependency rules', () => run(process.execPath, ['scripts/deps.mjs']));
await step('Chromium', ensureChromium);
await step('build', buildIfNeeded);
await tests('unit-and-server', []);
await tests('browser', ['--config', 'e2e/vitest.config.ts']);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
