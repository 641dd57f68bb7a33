// Starts the built application on a database of its own, and a browser, for journeys and pictures.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import puppeteer from 'puppeteer-core';
import { demoFolder } from './demoData.mjs';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
export const TODAY = '2026-11-25';

export function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.on('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

async function waitUntilReady(url, child) {
  const until = Date.now() + 60_000;
  while (Date.now() < until) {
    if (child.exitCode !== null) throw new Error(`the server ended with ${child.exitCode}`);
    const answer = await fetch(`${url}/api/health`).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the server was not ready in 60 s');
}

/** A running server; `stop` ends it by signal and waits, `folder` is its data. */
export async function startServer({ folder: given, args = [], port, env = {} } = {}) {
  const folder = given ?? (args.includes('--empty') ? mkdtempSync(join(tmpdir(), 'ivrak-')) : demoFolder());
  const own = port ?? (await freePort());
  const child = spawn(process.execPath, [join(ROOT, 'server/dist/main.mjs'), ...args], {
    env: { ...process.env, PORT: String(own), IVRAK_DATA: folder, IVRAK_TODAY: TODAY, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (chunk) => {
      output += chunk;
    });
  const url = `http://127.0.0.1:${own}`;
  const ended = new Promise((resolve) => child.once('exit', (code, signal) => resolve(signal ?? code)));
  try {
    await waitUntilReady(url, child);
  } catch (error) {
    child.kill('SIGKILL');
    throw new Error(`${error.message}\n${output}`);
  }
  const stop = async (signal = 'SIGTERM') => {
    // It may have ended by itself; then there is nothing to wait for.
    if (child.exitCode === null && child.signalCode === null) child.kill(signal);
    return ended;
  };
  return { url, port: own, folder, child, stop, output: () => output, remove: () => rmSync(folder, { recursive: true, force: true }) };
}

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

/** Confirms the caution as a script would, for tests that are about something else. */
export const readCaution = (url) =>
  fetch(`${url}/api/settings`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ cautionRead: true }),
  });
