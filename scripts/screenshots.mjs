// Pictures of every main view, from the demo data, into docs/screenshots. Arguments: names to take only some.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { readCaution, startBrowser, startServer } from '../e2e/browser.mjs';
import { buildIfNeeded, ROOT } from './prepare.mjs';

const WIDE = { width: 1280, height: 800, deviceScaleFactor: 1 };
const PHONE = { width: 390, height: 844, deviceScaleFactor: 1, isMobile: true, hasTouch: true };

const VIEWS = [
  { name: 'first-run', path: '/', before: true },
  { name: 'muster', path: '/' },
  { name: 'muster-phone', path: '/', viewport: PHONE },
  { name: 'brief', path: '/kits/console-case/brief' },
  { name: 'schools', path: '/schools/committee-first' },
  { name: 'bench', path: '/kits/helm-vest/bench', act: (page) => page.hover('.catalog-entry') },
  {
    name: 'compare',
    path: '/kits/helm-vest/compare?with=list:ready-pocket&with=list:ready-boat&with=kit:belt-kit',
    act: () => new Promise((resolve) => setTimeout(resolve, 5000)),
  },
  { name: 'bench-dusk', path: '/kits/console-case/bench', dusk: true },
  { name: 'fit', path: '/kits/helm-vest/fit', act: () => new Promise((resolve) => setTimeout(resolve, 7000)) },
  { name: 'stage', path: '/kits/helm-vest/stage' },
  { name: 'pack-sheet', path: '/kits/helm-vest/stage?part=print', act: () => new Promise((resolve) => setTimeout(resolve, 2500)) },
  { name: 'places', path: '/places?container=ankle-wrap' },
  { name: 'carry', path: '/carry?loadout=on-the-water', act: (page) => page.waitForSelector('.lane-kit') },
  { name: 'crew', path: '/crew' },
  { name: 'stores', path: '/stores' },
  { name: 'restock', path: '/restock' },
  { name: 'upkeep', path: '/upkeep', act: (page) => page.waitForSelector('.horizon-chart svg path') },
  {
    name: 'inspect-phone',
    path: '/kits/helm-vest/inspect',
    viewport: PHONE,
    act: async (page) => {
      await page.locator('::-p-aria([name="Start"][role="button"])').click();
      await page.waitForSelector('.inspect-prompt');
    },
  },
  {
    name: 'use-phone',
    path: '/use/helm-vest',
    viewport: PHONE,
    act: async (page) => {
      for (const key of ['1', '2', '5']) await page.keyboard.press(key);
    },
  },
];

const folder = process.env.IVRAK_SHOTS ?? join(ROOT, 'docs/screenshots');
const wanted = process.argv.slice(2);
mkdirSync(folder, { recursive: true });
await buildIfNeeded();
const server = await startServer();
const { browser, close } = await startBrowser();
try {
  for (const view of VIEWS) {
    if (!view.before) await readCaution(server.url);
    if (wanted.length > 0 && !wanted.includes(view.name)) continue;
    const page = await browser.newPage();
    page.on('pageerror', (error) => console.error(view.name, error.message));
    page.on('console', (message) => message.type() === 'error' && console.error(view.name, message.text()));
    await page.setViewport(view.viewport ?? WIDE);
    await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
    await page.evaluateOnNewDocument((scheme) => localStorage.setItem('mantine-color-scheme-value', scheme), view.dusk ? 'dark' : 'light');
    await page.goto(server.url + view.path, { waitUntil: 'networkidle0' });
    await page.evaluate(() => document.fonts.ready);
    if (view.act) await view.act(page);
    await new Promise((resolve) => setTimeout(resolve, 400));
    await page.screenshot({ path: join(folder, `${view.name}.png`) });
    await page.close();
  }
} finally {
  await close();
  await server.stop();
  server.remove();
}
console.log(`Pictures are in ${folder}`);
