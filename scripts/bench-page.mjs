// How much script the first page is.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { launch } from '../e2e/browser.mjs';
import { draftOf } from '../e2e/draft.mjs';
import { readCaution, startServer } from '../e2e/server.mjs';
import { ROOT } from './prepare.mjs';

/** What the browser must load before Muster stands: the entry, what it imports, and the first screen. */
export function benchPage(report) {
  const manifest = JSON.parse(readFileSync(join(ROOT, 'web/dist/.vite/manifest.json'), 'utf8'));
  const wanted = new Set();
  const add = (key) => {
    const entry = manifest[key];
    if (entry === undefined || wanted.has(entry.file)) return;
    wanted.add(entry.file);
    for (const imported of entry.imports ?? []) add(imported);
  };
  for (const [key, entry] of Object.entries(manifest)) if (entry.isEntry || key.endsWith('muster/Muster.tsx')) add(key);
  const bytes = [...wanted]
    .filter((file) => file.endsWith('.js'))
    .reduce((sum, file) => sum + gzipSync(readFileSync(join(ROOT, 'web/dist', file)), { level: 9 }).length, 0);
  report('script of the first page, gzip', bytes / 1000, 'kB', 250, `; ${wanted.size} files`);
}

const THINGS = 40;
const OPENINGS = 5;

/** A kit of forty things, packed by the server: from a cold cache until the first thing may be called. */
export async function benchDrill(report) {
  const server = await startServer({ isBrief: false });
  await readCaution(server.url);
  const api = async (path, method = 'GET', body = undefined) => {
    const headers = { 'content-type': 'application/json' };
    const answer = await fetch(server.url + path, { method, headers, body: body === undefined ? undefined : JSON.stringify(body) });
    return answer.json();
  };
  const box = await api('/api/kits/wall-box');
  const { kinds } = await api('/api/catalog');
  const known = new Set(box.units.map(({ kind }) => kind));
  const small = kinds.filter((kind) => !known.has(kind.id) && kind.dating !== 'printed' && kind.states[0].wMm * kind.states[0].hMm < 9000);
  const more = small
    .slice(0, Math.max(0, THINGS - known.size))
    .map(({ id }, index) => ({ id: `bench-${index}`, kind: id, count: 1, condition: 'ready' }));
  await api('/api/kits/wall-box', 'PUT', { version: box.version, draft: { ...draftOf(box), units: [...box.units, ...more] } });
  const { browser, close } = await launch();
  const pack = await browser.newPage();
  await pack.goto(`${server.url}/kits/wall-box/fit`);
  // It is packed by whoever opens it first, and kept.
  for (let tries = 0; tries < 120 && (await api('/api/kits/wall-box')).packing === null; tries += 1)
    await new Promise((done) => setTimeout(done, 500));
  await new Promise((done) => setTimeout(done, 4000));
  await pack.close();
  const times = [];
  for (let opening = 0; opening < OPENINGS; opening += 1) {
    const fresh = await browser.createBrowserContext();
    const page = await fresh.newPage();
    await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await page.evaluateOnNewDocument(() => localStorage.setItem('ivrak.person', 'ruth'));
    const start = performance.now();
    await page.goto(`${server.url}/drill/wall-box`, { waitUntil: 'commit' }).catch(() => page.goto(`${server.url}/drill/wall-box`));
    const all = await page.waitForSelector('::-p-text(All of it)', { visible: true });
    times.push(performance.now() - start);
    await all.click();
    await page.waitForSelector('::-p-text(Show me)');
    await fresh.close();
  }
  await close();
  await server.stop();
  times.sort((a, b) => a - b);
  const middle = times[Math.floor(times.length / 2)];
  report(
    `Drill of ${known.size + more.length} kinds on a phone's width, cold cache, until a thing may be called`,
    middle / 1000,
    's',
    1,
    `; slowest of ${OPENINGS} ${(times.at(-1) / 1000).toFixed(2)} s`,
  );
}
