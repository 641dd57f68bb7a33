// npm run bench: the figures that are promised, measured on this machine. Exit 1 where one is missed.
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { benchBuying } from './bench-buying.mjs';
import { benchCarry } from './bench-carry.mjs';
import { benchFitQuality, benchLists } from './bench-fit.mjs';
import { BASE, benchHands } from './bench-hands.mjs';
import { benchDrill, benchPage } from './bench-page.mjs';
import { benchPhones } from './bench-phones.mjs';
import { benchPropose } from './bench-propose.mjs';
import { benchSets } from './bench-sets.mjs';
import { benchHorizon, benchStores } from './bench-upkeep.mjs';
import { benchUse } from './bench-use.mjs';
import { random } from './cutBoxes.mjs';
import { buildIfNeeded, installIfNeeded, ROOT } from './prepare.mjs';

await installIfNeeded();
await buildIfNeeded();
const { build } = await import('esbuild');
const core = join(ROOT, '.cache', 'bench-core.mjs');
await build({
  absWorkingDir: ROOT,
  // Everything that any door of core gives out.
  stdin: {
    contents: readdirSync(join(ROOT, 'core/src'))
      .map((folder) => `export * from './core/src/${folder}/index.ts';`)
      .join('\n'),
    resolveDir: ROOT,
  },
  outfile: core,
  bundle: true,
  platform: 'node',
  format: 'esm',
  logLevel: 'warning',
});
const ivrak = await import(pathToFileURL(core).href);
const { BriefSchema, FitProblemSchema, KINDS, SCHOOLS, addDays, checkPlacement, coverage, deriveNeeds, kindCatalog, packFit, plainDate } =
  ivrak;
const { startBrowser } = await import('../e2e/browser.mjs');
const { readCaution, startServer } = await import('../e2e/server.mjs');

const TODAY = plainDate('2026-11-25');
const results = [];
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
function report(what, value, unit, limit, detail = '') {
  results.push({ what, value, limit });
  console.log(
    `${value <= limit ? 'ok    ' : 'MISSED'} ${what}: ${value.toFixed(unit === 'kB' ? 1 : 2)} ${unit} (at most ${limit} ${unit})${detail}`,
  );
}

function benchCoverage() {
  const next = random(1);
  const catalog = kindCatalog();
  const brief = BriefSchema.parse({
    persons: 9,
    hoursToCare: 120,
    penetrating: true,
    dayToDay: true,
    training: 'advanced',
    dosesPerDay: 2,
    daysOut: 7,
  });
  const needs = deriveNeeds(brief, SCHOOLS[0]).slice(0, 25);
  const units = Array.from({ length: 200 }, (_, index) => ({
    id: `u${index}`,
    kind: KINDS[Math.floor(next() * KINDS.length)].id,
    count: 1 + Math.floor(next() * 2),
    condition: 'ready',
    expiresOn: next() < 0.8 ? addDays(TODAY, Math.floor(next() * 900) - 20) : null,
  }));
  const times = [];
  for (let round = 0; round < 400; round += 1) {
    const start = performance.now();
    coverage({ needs, school: SCHOOLS[0], on: TODAY, kits: [{ id: 'k', units }] }, catalog);
    times.push(performance.now() - start);
  }
  report('coverage of 25 needs and 200 units, with lapse dates and single points, median', median(times.slice(100)), 'ms', 5);
}

const LIST = [
  ['tourniquet', 165, 60, 36, 'brick', 1],
  ['wrap', 130, 80, 20, 'flat', 3],
  ['bar-bandage', 100, 65, 38, 'brick', 2],
  ['plain-gauze', 85, 60, 28, 'brick', 2],
  ['chitosan', 140, 100, 20, 'flat', 2],
  ['seals', 150, 115, 6, 'flat', 3],
  ['blanket', 110, 75, 15, 'flat', 3],
  ['gloves', 100, 70, 12, 'flat', 2],
  ['marker', 90, 12, 12, 'brick', 3],
  ['tape', 110, 55, 4, 'flat', 3],
  ['penlight', 130, 15, 15, 'tube', 3],
  ['pads', 110, 110, 4, 'flat', 3],
];

function benchFit() {
  const items = LIST.map(([id, wMm, hMm, tMm, shape, reach]) => ({ id, wMm, hMm, tMm, shape, reach }));
  const container = { make: 'soft', compartments: [{ id: 'main', wMm: 178, hMm: 203, dMm: 90, access: 'front' }] };
  const runs = Array.from({ length: 9 }, (_, seed) => {
    const problem = FitProblemSchema.parse({ container, items, seed });
    const start = performance.now();
    const result = packFit(problem);
    const took = performance.now() - start;
    if (checkPlacement(problem, result.placed).length > 0) throw new Error('the checker refuses a packing');
    return { took, thicknessMm: result.thicknessMm };
  });
  const thickness = runs.map(({ thicknessMm }) => thicknessMm);
  report(
    'fit of 12 things, median',
    median(runs.slice(2).map(({ took }) => took)),
    'ms',
    300,
    `; ${Math.min(...thickness)} to ${Math.max(...thickness)} mm over ${runs.length} seeds`,
  );
}

async function benchServer() {
  const folder = join(ROOT, '.cache', 'bench-data');
  rmSync(folder, { recursive: true, force: true });
  const first = await startServer({ folder });
  const times = [];
  for (let round = 0; round < 200; round += 1) {
    const start = performance.now();
    await (await fetch(`${first.url}/api/kits`)).arrayBuffer();
    times.push(performance.now() - start);
  }
  report('GET /api/kits with the demo data, median', median(times.slice(20)), 'ms', 20);
  await first.stop();
  const start = performance.now();
  const second = await startServer({ folder });
  report('second start of the server until it answers', (performance.now() - start) / 1000, 's', 4);
  await second.stop();
  rmSync(folder, { recursive: true, force: true });
}

const slowest = (times) => `; slowest ${Math.max(...times).toFixed(0)} ms`;

/** Runs in the page: makes changes one after the other, each timed until the frame after it was drawn. */
async function measureChanges(what, rounds) {
  const frame = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
  const taken = [];
  for (let round = 0; round < rounds; round += 1) {
    await new Promise((resolve) => setTimeout(resolve, 700));
    const mass = document.querySelector('.kit_figures')?.textContent;
    const start = performance.now();
    if (what === 'add') document.querySelector('.choosing_catalogEntry button').click();
    else window.dispatchEvent(new KeyboardEvent('keydown', { key: round % 2 === 0 ? '+' : '-', bubbles: true }));
    await frame();
    taken.push(performance.now() - start);
    if (document.querySelector('.kit_figures')?.textContent === mass) throw new Error('the totals did not follow');
  }
  return taken;
}

/** A change on a kit of 60 units, from the key to the frame in which coverage, rules and totals stand anew. */
async function benchRepaint() {
  const server = await startServer();
  const { browser, close } = await startBrowser();
  try {
    await readCaution(server.url);
    const kit = await (await fetch(`${server.url}/api/kits/console-case`)).json();
    const next = random(60);
    const units = Array.from({ length: 60 }, (_, index) => ({
      id: `bench-${index}`,
      kind: KINDS[Math.floor(next() * KINDS.length)].id,
      count: 1 + Math.floor(next() * 2),
      condition: 'ready',
      expiresOn: next() < 0.6 ? addDays(TODAY, Math.floor(next() * 900)) : null,
    }));
    const { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules } = kit;
    const draft = { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules, units };
    const headers = { 'content-type': 'application/json' };
    const body = JSON.stringify({ version: kit.version, draft });
    const saved = await fetch(`${server.url}/api/kits/console-case`, { method: 'PUT', headers, body });
    if (!saved.ok) throw new Error(await saved.text());
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(`${server.url}/kits/console-case/bench`, { waitUntil: 'networkidle2' });
    // The packing of what lies there runs in its worker and is no part of the repaint; let it come to rest first.
    await new Promise((resolve) => setTimeout(resolve, 6000));
    const added = await page.evaluate(measureChanges, 'add', 12);
    report('laying one more thing out beside 60, until it is painted, median', median(added.slice(2)), 'ms', 50, slowest(added.slice(2)));
    await page.locator('.bench_thing').click();
    await page.waitForSelector('.bench_unitPicture');
    await new Promise((resolve) => setTimeout(resolve, 6000));
    const counted = await page.evaluate(measureChanges, 'count', 24);
    report(
      'change of a count in a kit of 60 units until it is painted, median',
      median(counted.slice(4)),
      'ms',
      50,
      slowest(counted.slice(4)),
    );
  } finally {
    await close();
    await server.stop();
    server.remove();
  }
}

/** Runs in the page: packs again and tells of the longest time that the main thread was not to be had. */
async function measureFrames(label, waitMs) {
  let longest = 0;
  const observer = new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) longest = Math.max(longest, entry.duration);
  });
  observer.observe({ entryTypes: ['longtask'] });
  // While a packing runs there is only the button that cancels it.
  const find = () => [...document.querySelectorAll('button')].find((node) => node.textContent === label);
  while (find() === undefined) await new Promise((resolve) => setTimeout(resolve, 100));
  find().click();
  await new Promise((resolve) => setTimeout(resolve, waitMs));
  observer.disconnect();
  return longest;
}

const KINDS_OF_35 = ['gloves', 'antiseptic-wipe', 'gauze-pads', 'film-dressing', 'flat-tape', 'pressure-dressing', 'marker'];

/** Packing in its worker must leave the page free to answer, be it 35 things or a base kit of 130. */
async function benchFrames() {
  await benchFramesOf(
    '35 things',
    KINDS_OF_35.map((kind) => [kind, 5]),
    100,
  );
  await benchFramesOf('a base kit of 130 things', BASE, 50);
}

async function benchFramesOf(what, things, limit) {
  const server = await startServer();
  const { browser, close } = await startBrowser();
  try {
    await readCaution(server.url);
    const kit = await (await fetch(`${server.url}/api/kits/committee-bag`)).json();
    const { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules } = kit;
    const units = things.map(([kind, count], index) => ({ id: `frame-${index}`, kind, count, condition: 'ready' }));
    const draft = { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules, units };
    const saved = await fetch(`${server.url}/api/kits/committee-bag`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ version: kit.version, draft }),
    });
    if (!saved.ok) throw new Error(await saved.text());
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(`${server.url}/kits/committee-bag/fit`, { waitUntil: 'networkidle2' });
    await page.waitForSelector('.fit_reachList');
    await new Promise((resolve) => setTimeout(resolve, 6000));
    const longest = [];
    for (let round = 0; round < 5; round += 1) longest.push(await page.evaluate(measureFrames, 'Look longer', 3000));
    report(`longest task of the page while ${what} are packed, median of five`, median(longest), 'ms', limit, slowest(longest));
  } finally {
    await close();
    await server.stop();
    server.remove();
  }
}

if (!existsSync(join(ROOT, 'web/dist/.vite/manifest.json'))) throw new Error('the pages were built without a manifest');
const carry = () => benchCarry(ivrak, pathToFileURL(core).href, report);
/** What can be asked for by itself. */
const PARTS = {
  fit: () => (process.argv[3] === 'lists' ? benchLists(ivrak, report) : benchFitQuality(ivrak, report)),
  carry,
  hands: () => benchHands(ivrak, report),
  buying: () => benchBuying(ivrak, report),
  propose: () => benchPropose(ivrak, report),
  sets: () => benchSets(report),
  use: () => benchUse(report),
  phones: () => benchPhones(report),
  drill: () => benchDrill(report),
  frames: benchFrames,
  repaint: benchRepaint,
  upkeep: async () => {
    benchHorizon(ivrak, report);
    await benchStores(report);
  },
};
const part = PARTS[process.argv[2]];
if (part !== undefined) {
  await part();
  process.exit(0);
}
benchCoverage();
await carry();
benchHorizon(ivrak, report);
await benchBuying(ivrak, report);
benchPropose(ivrak, report);
benchFit();
benchFitQuality(ivrak, report);
benchHands(ivrak, report);
benchPage(report);
await benchServer();
await benchUse(report);
await benchPhones(report);
await benchDrill(report);
await benchSets(report);
await benchRepaint();
await benchFrames();
await benchStores(report);
process.exit(results.some(({ value, limit }) => value > limit) ? 1 : 0);
