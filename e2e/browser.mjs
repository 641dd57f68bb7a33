// The browser for journeys and pictures: one of its own, or, in a run of tests, that of the worker, since starting one takes as long as many a journey.
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';

const VARIABLE = 'IVRAK_E2E_BROWSERS';

/** The same browser without windows: the other draws its own frame around each page, a process each, which is half of what pages take. */
const WITHOUT_WINDOWS = '/usr/bin/chromium-headless-shell';
const WITH_WINDOWS = '/usr/bin/chromium';
const program = () => process.env.IVRAK_CHROMIUM ?? (existsSync(WITHOUT_WINDOWS) ? WITHOUT_WINDOWS : WITH_WINDOWS);

/** `more`: arguments beside those that every browser here has. */
export async function launch(more = []) {
  const userDataDir = mkdtempSync(join(tmpdir(), 'ivrak-browser-'));
  const browser = await puppeteer.launch({
    executablePath: program(),
    headless: program() === WITHOUT_WINDOWS ? 'shell' : true,
    userDataDir,
    env: { ...process.env, TZ: 'UTC', LANG: 'en_GB.UTF-8' },
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--lang=en-GB',
      '--force-color-profile=srgb',
      ...more,
    ],
  });
  return {
    browser,
    close: async () => {
      await browser.close();
      rmSync(userDataDir, { recursive: true, force: true });
    },
  };
}

/** A browser in which nobody was before: `browser.newPage()` opens its pages. */
export async function startBrowser() {
  const running = process.env[VARIABLE]?.split(' ')[Number(process.env.VITEST_POOL_ID) - 1];
  if (running === undefined) return launch();
  const browser = await puppeteer.connect({ browserWSEndpoint: running });
  const context = await browser.createBrowserContext();
  return {
    browser: context,
    close: async () => {
      await context.close();
      await browser.disconnect();
    },
  };
}

/** One for each worker, before all files; returns what ends them. */
export async function startBrowsers(count) {
  const started = await Promise.all(Array.from({ length: count }, () => launch()));
  process.env[VARIABLE] = started.map(({ browser }) => browser.wsEndpoint()).join(' ');
  return () => Promise.all(started.map(({ close }) => close()));
}
