// A disk that fills up while things are written: the server says so or ends, never hangs, and what it acknowledged is there afterwards.
import { spawnSync } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { startServer } from '../../e2e/server.mjs';

const MB = 1024 * 1024;
const DISK_MB = 300;
const BALLAST = 'ballast';
/** More than what is filled up leaves room for, in tables and in the log. */
const MANY_UNITS = 30_000;
const AMID_MS = 1000;

let folder;
/** Where no file system can be mounted, the calls that write to one are refused as on a full one, by a file that stands for it. */
let isMounted;

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ivrak-small-'));
  isMounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK_MB}m`, 'none', folder]).status === 0;
});
afterAll(() => {
  if (isMounted) spawnSync('umount', [folder]);
  rmSync(folder, { recursive: true, force: true });
});

const start = () =>
  startServer({
    folder,
    args: ['--empty'],
    env: isMounted ? {} : { NODE_OPTIONS: `--import=${new URL('noRoom.mjs', import.meta.url)}`, IVRAK_NO_ROOM: join(folder, BALLAST) },
  });

/** Leaves so many bytes free. */
function fillUpTo(left) {
  const file = openSync(join(folder, BALLAST), 'a');
  const free = () => {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  };
  const chunk = Buffer.alloc(MB);
  if (isMounted) while (free() > left) writeSync(file, chunk, 0, Math.min(MB, free() - left));
  closeSync(file);
}
const clear = () => rmSync(join(folder, BALLAST), { force: true });

async function send(server, path, body) {
  const response = await fetch(server.url + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(60_000),
  }).catch((error) => error);
  return response instanceof Error ? { status: null, error: response } : { status: response.status, body: await response.json() };
}
const exported = async ({ url }) => (await fetch(`${url}/api/export`)).json();

it.each([
  ['its tables have no room left', 0],
  ['its log has no room left', 8 * MB],
])('is no hang and no loss where %s amid a write', async (_what, left) => {
  const first = await start();
  const kept = `kept-${left}`;
  expect((await send(first, '/api/stores', { id: kept, kind: 'gloves', count: 1 })).status).toBe(201);
  const file = await exported(first);
  const like = file.units.find(({ id }) => id === kept);
  for (let n = 0; n < MANY_UNITS; n += 1) file.units.push({ ...like, id: `many-${n}` });
  const importing = send(first, '/api/import', file);
  await new Promise((resolve) => setTimeout(resolve, AMID_MS));
  fillUpTo(left);
  const { status, error, body } = await importing;
  // A timeout is a hang; refused in words, or a connection that the ending server closed.
  if (status === null) {
    expect(error.name).not.toBe('TimeoutError');
    expect(await first.stop()).toBe('SIGKILL');
    expect(first.output()).toContain('Ivrak has ended itself: the disk is full. Free some, then start it again.');
  } else {
    expect(status).toBe(507);
    expect(body.detail).toContain('Free some');
    // Reads go on.
    expect((await exported(first)).units.map(({ id }) => id)).toContain(kept);
    clear();
    expect(await first.stop()).toBe(0);
  }
  clear();
  const again = await start();
  const { units } = await exported(again);
  expect(units.map(({ id }) => id)).toContain(kept);
  expect(units.some(({ id }) => id.startsWith('many-'))).toBe(false);
  expect((await send(again, '/api/stores', { kind: 'gloves', count: 1 })).status).toBe(201);
  expect(await again.stop()).toBe(0);
});
