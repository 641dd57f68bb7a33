// Pictures of every main view, from the demo data, into docs/screenshots. Arguments: names to take only some.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { startBrowser } from '../e2e/browser.mjs';
import { readCaution, startServer } from '../e2e/server.mjs';
import { buildIfNeeded, ROOT } from './prepare.mjs';

const WIDE = { width: 1280, height: 800, deviceScaleFactor: 1 };
const PHONE = { width: 390, height: 844, deviceScaleFactor: 1, isMobile: true, hasTouch: true };

const press = (page, name) => page.locator(`::-p-aria([name="${name}"][role="button"])`).click();

/** The page's clock, so that the times in a picture are the same whenever it is taken. */
function fixClock() {
  const Real = Date;
  let shift = Real.parse('2026-11-25T14:02:00Z') - Real.now();
  window.Date = class extends Real {
    constructor(...args) {
      super(...(args.length === 0 ? [Real.now() + shift] : args));
    }
    static now = () => Real.now() + shift;
  };
  // The server's clock goes along, or every picture would warn of it.
  const ask = window.fetch;
  window.fetch = async (...args) => {
    const answer = await ask(...args);
    const isClock = new URL(args[0].url ?? args[0], location.href).pathname === '/api/health';
    return isClock ? Response.json({ ...(await answer.json()), now: new Date().toISOString(), lastChangeAt: null }) : answer;
  };
  window.later = (minutes) => {
    shift += minutes * 60_000;
  };
}
const later = (page, minutes) => page.evaluate((more) => window.later(more), minutes);

async function useScene(page) {
  await press(page, 'Help is called');
  await page.keyboard.press('1');
  await press(page, 'left leg');
  await later(page, 2);
  await page.keyboard.press('2');
  const vitals = async (readings) => {
    for (const [tile, tens, value] of readings) {
      await page.locator(`.pads_vitalTile ::-p-text(${tile})`).click();
      await press(page, tens);
      await press(page, value);
    }
  };
  await vitals([
    ['Pulse', '10·', '104'],
    ['Breath', '2·', '22'],
  ]);
  await later(page, 5);
  await page.keyboard.press('4');
  await vitals([
    ['Pulse', '11·', '112'],
    ['Breath', '2·', '24'],
    ['O₂', '9·', '93'],
  ]);
  await page.locator('.pads_vitalTile ::-p-text(Alert)').click();
  await press(page, 'answers to voice');
  await later(page, 5);
  // The clocks go on to the second.
  await new Promise((resolve) => setTimeout(resolve, 1100));
  await page.evaluate(() => scrollTo(0, 0));
}

async function handOverScene(page) {
  await useScene(page);
  await press(page, 'Note');
  await page.keyboard.type('Found in the cockpit, boom to the thigh');
  await press(page, 'Save');
  await press(page, 'Add casualty');
  await press(page, 'wrapped against cold');
  await press(page, 'Hand over');
  await page.waitForSelector('.handOver_handOver .code_code');
}

async function buyScene(page) {
  await press(page, 'Load supplier list');
  await page.waitForSelector('.buying_total');
  await new Promise((resolve) => setTimeout(resolve, 1000));
}

/** As for somebody who begins with nothing, within a sum. */
async function proposeScene(page) {
  const settled = () => page.waitForSelector('.propose_cards[aria-busy="false"]');
  await settled();
  for (const name of ['Keep what is in the kit', 'Take spares from stores'])
    await page.locator(`::-p-aria([name="${name}"][role="switch"])`).click();
  const field = await page.waitForSelector('::-p-aria([name="Money"][role="textbox"])');
  await field.type('60');
  await page.keyboard.press('Tab');
  await new Promise((resolve) => setTimeout(resolve, 400));
  await settled();
  await page.waitForSelector('.propose_chart, .propose_ladder > p');
}

/** As somebody of the crew, whose day and dues are shown. */
async function asIsla(page) {
  await page.evaluate(() => localStorage.setItem('ivrak.person', 'isla'));
  await page.reload({ waitUntil: 'networkidle2' });
}

const VIEWS = [
  { name: 'muster', path: '/' },
  { name: 'day-phone', path: '/day', viewport: PHONE, act: asIsla },
  { name: 'drill', path: '/drill?kit=helm-vest', act: asIsla },
  { name: 'brief', path: '/kits/console-case/brief' },
  { name: 'bench', path: '/kits/guest-vest/bench', act: (page) => page.hover('.choosing_catalogEntry') },
  { name: 'propose', path: '/kits/bow-pocket/propose', act: proposeScene },
  { name: 'fit', path: '/kits/helm-vest/fit', act: () => new Promise((resolve) => setTimeout(resolve, 7000)) },
  { name: 'stage', path: '/kits/helm-vest/stage' },
  { name: 'trip', path: '/trips/race-day' },
  { name: 'set', path: '/sets/new?kits=helm-vest,belt-kit,bow-pocket' },
  { name: 'carry', path: '/carry?loadout=on-the-water', act: (page) => page.waitForSelector('.lanes_laneKit') },
  { name: 'crew', path: '/crew' },
  { name: 'stores', path: '/stores' },
  {
    name: 'restock',
    path: '/restock',
    act: (page) => page.waitForFunction(() => !document.body.textContent.includes('packing it in thought')),
  },
  { name: 'upkeep', path: '/upkeep', act: (page) => page.waitForSelector('.upkeep_horizonChart svg path') },
  {
    name: 'inspect-phone',
    path: '/kits/helm-vest/inspect',
    viewport: PHONE,
    act: async (page) => {
      await page.locator('::-p-aria([name="Start"][role="button"])').click();
      await page.waitForSelector('.inspect_prompt');
    },
  },
  { name: 'use-phone', path: '/use/console-case', viewport: PHONE, act: useScene },
  { name: 'hand-over', path: '/use/console-case', act: handOverScene },
  { name: 'buy', path: '/buy', act: buyScene },
];

const folder = process.env.IVRAK_SHOTS ?? join(ROOT, 'docs/screenshots');
const wanted = process.argv.slice(2);
mkdirSync(folder, { recursive: true });
await buildIfNeeded();
const server = await startServer();
const { browser, close } = await startBrowser();
await readCaution(server.url);
try {
  for (const view of VIEWS) {
    if (wanted.length > 0 && !wanted.includes(view.name)) continue;
    // A browser of its own: what one picture's page keeps is not in the next.
    const context = await browser.createBrowserContext();
    const page = await context.newPage();
    page.on('pageerror', (error) => console.error(view.name, error.message));
    page.on('console', (message) => message.type() === 'error' && console.error(view.name, message.text()));
    await page.setViewport(view.viewport ?? WIDE);
    await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
    await page.evaluateOnNewDocument((scheme) => localStorage.setItem('mantine-color-scheme-value', scheme), 'light');
    if (view.act === useScene || view.act === handOverScene) await page.evaluateOnNewDocument(fixClock);
    await page.goto(server.url + view.path, { waitUntil: 'networkidle2' });
    await page.evaluate(() => document.fonts.ready);
    if (view.act) await view.act(page);
    await new Promise((resolve) => setTimeout(resolve, 400));
    await page.screenshot({ path: join(folder, `${view.name}.png`) });
    await context.close();
  }
} finally {
  await close();
  await server.stop();
  server.remove();
}
console.log(`Pictures are in ${folder}`);
