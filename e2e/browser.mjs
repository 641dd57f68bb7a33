// Starts a browser of its own, for journeys and pictures.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';

export async function startBrowser() {
  const userDataDir = mkdtempSync(join(tmpdir(), 'ivrak-browser-'));
  const browser = await puppeteer.launch({
    executablePath: process.env.IVRAK_CHROMIUM ?? '/usr/bin/chromium',
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
