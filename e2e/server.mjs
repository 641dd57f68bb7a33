// Starts the built application on a database of its own, for tests, benches and pictures.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { demoFolder } from './demoData.mjs';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
export const TODAY = '2026-11-25';

/** A child that has worked on nothing for so long is stuck; one that still works is only slow. */
const STUCK_MS = 60_000;
const LAST_RESORT_MS = 600_000;

/** A server that a test starts serves for seconds, which is not worth the machine code that its database would be given; what measures times starts it as users do. */
const BRIEF = ['--liftoff-only'];
const IS_BRIEF = process.env.VITEST !== undefined && process.env.IVRAK_ALONE !== '1';

/** Processor time of a process so far, in ticks; null where the system does not tell. */
function workedTicks(pid) {
  try {
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
    return Number(fields[11]) + Number(fields[12]);
  } catch {
    return null;
  }
}

/** Where it serves, by its own word. Waits as long as the server gets on: by what it works and says, not by the clock, which knows nothing of a busy machine. */
async function waitUntilReady(child, said) {
  const start = Date.now();
  let progress = { mark: '', atMs: start };
  while (Date.now() - start < LAST_RESORT_MS) {
    if (child.exitCode !== null) throw new Error(`the server ended with ${child.exitCode}`);
    const url = /Ivrak is ready on (\S+)/.exec(said())?.[1];
    if (url !== undefined) return url;
    const mark = `${workedTicks(child.pid) ?? Date.now()} ${said().length}`;
    if (mark !== progress.mark) progress = { mark, atMs: Date.now() };
    if (Date.now() - progress.atMs > STUCK_MS) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`the server is not ready after ${Math.round((Date.now() - start) / 1000)} s and does nothing more`);
}

/** A running server, on the port that is free unless one is given, of another build where its `root` is said; `stop` ends it by signal and waits, `folder` is its data. */
export async function startServer({ folder: given, args = [], port, env = {}, isBrief = IS_BRIEF, root = ROOT } = {}) {
  const folder = given ?? (args.includes('--empty') ? mkdtempSync(join(tmpdir(), 'ivrak-')) : demoFolder());
  const child = spawn(process.execPath, [...(isBrief ? BRIEF : []), join(root, 'server/dist/main.mjs'), ...args], {
    env: { ...process.env, PORT: String(port ?? 0), IVRAK_SHARE_PORT: '0', IVRAK_DATA: folder, IVRAK_TODAY: TODAY, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (chunk) => {
      output += chunk;
    });
  const ended = new Promise((resolve) => child.once('exit', (code, signal) => resolve(signal ?? code)));
  let url;
  try {
    url = await waitUntilReady(child, () => output);
  } catch (error) {
    child.kill('SIGKILL');
    throw new Error(`${error.message}\n${output}`);
  }
  const stop = async (signal = 'SIGTERM') => {
    // It may have ended by itself; then there is nothing to wait for.
    if (child.exitCode === null && child.signalCode === null) child.kill(signal);
    return ended;
  };
  return {
    url,
    port: Number(new URL(url).port),
    folder,
    child,
    stop,
    output: () => output,
    remove: () => rmSync(folder, { recursive: true, force: true }),
  };
}

/** Confirms the caution as a script would, for tests that are about something else. */
export const readCaution = (url) =>
  fetch(`${url}/api/settings`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ cautionRead: true }),
  });
